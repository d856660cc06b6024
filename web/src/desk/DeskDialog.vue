<script setup lang="ts">
import { ref, toRaw } from 'vue'
import { ElButton, ElDialog, ElInput, ElInputNumber, ElInputTag, ElSwitch } from 'element-plus'
import type { Desk, DeskSettings } from '@parrot/contract'
import { useActing } from '../shared/acting'
import HoursField from '../shared/HoursField.vue'
import { useDesk } from './deskStore'

/** When people answer in place of an agent, and what visitors hear of it. */
const props = defineProps<{ desk: Desk; name: string }>()
const emit = defineEmits<{ close: [] }>()
const store = useDesk()

const { isSomebodyHere: _here, isOpen: _open, waiting: _waiting, ...settings } = structuredClone(toRaw(props.desk))
// Whoever opens this while nobody answers wants to have it on.
const draft = ref<DeskSettings>({ ...settings, isOn: true })
const { error, isBusy, act } = useActing()

const keep = () =>
  act(async () => {
    await store.keep(draft.value)
    emit('close')
  })
</script>

<template>
  <ElDialog
    :model-value="true"
    :title="`When a visitor of ${name} asks for a person`"
    width="620px"
    append-to-body
    @close="$emit('close')"
  >
    <ElSwitch v-model="draft.isOn" active-text="People answer here" inactive-text="Nobody does" />
    <template v-if="draft.isOn">
      <p class="soft">
        Somebody comes while a member has “I answer visitors now” switched on, and in these hours. At other times the
        visitor is told that nobody is here, and a visitor form of the outlet can ask how to reach them.
      </p>
      <HoursField v-model:hours="draft.hours" v-model:time-zone="draft.timeZone" />
      <div class="form-line">
        <span class="label">Waits at most</span>
        <span
          ><ElInputNumber
            v-model="draft.waitMinutes"
            :min="1"
            :max="120"
            size="small"
            controls-position="right"
            aria-label="Minutes until nobody came"
          />
          minutes</span
        >
      </div>
      <label class="form-line"
        ><span class="label">When one is called</span
        ><ElInput v-model="draft.saysCalled" maxlength="300" placeholder="I have asked a person to join you here. …"
      /></label>
      <label class="form-line"
        ><span class="label">When nobody is</span
        ><ElInput v-model="draft.saysNobody" maxlength="300" placeholder="Nobody is here in person just now."
      /></label>
    </template>
    <div class="form-line">
      <span class="label">Told by mail</span>
      <div>
        <ElInputTag v-model="draft.mailTo" placeholder="name@example.org, then Enter" aria-label="Mail addresses" />
        <p class="small soft told">of visitors who ask for a person, and of requests that wait in the logbook</p>
      </div>
    </div>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <template #footer>
      <div class="acts end">
        <ElButton @click="$emit('close')">Leave it</ElButton>
        <ElButton type="primary" :loading="isBusy" @click="keep">Keep</ElButton>
      </div>
    </template>
  </ElDialog>
</template>

<style scoped>
.acts {
  display: flex;
  gap: var(--gap-2);
}
.end {
  justify-content: end;
}
p {
  margin: var(--gap-3) 0;
}
.told {
  margin: var(--gap-1) 0 0;
}
</style>
