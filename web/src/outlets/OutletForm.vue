<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { ElInput, ElInputTag, ElSegmented } from 'element-plus'
import type { Edition, Outlet } from '@parrot/contract'
import { get } from '../api/client'
import ChoiceField from '../shared/ChoiceField.vue'

/** What an outlet does: whether it answers, which edition, where it may stand. */
const props = defineProps<{ agentId: string }>()
const outlet = defineModel<Outlet>({ required: true })

const editions = ref<Edition[]>([])
onMounted(async () => {
  const known = await get<{ editions: Edition[] }>(`/api/agents/${props.agentId}/editions`).catch(() => undefined)
  editions.value = known?.editions ?? []
})
const choices = computed(() => [
  [null, 'the one that is live'] as const,
  ...editions.value.map(({ number }) => [number, `edition ${number}`] as const),
])
const STATES = [
  { value: 'on', label: 'On' },
  { value: 'paused', label: 'Paused' },
  { value: 'off', label: 'Off' },
]
</script>

<template>
  <div>
    <label class="form-line"
      ><span class="label">Name</span><ElInput v-model="outlet.name" maxlength="80" placeholder="for yourself"
    /></label>
    <div class="form-line">
      <span class="label">It is</span>
      <ElSegmented v-model="outlet.state" :options="STATES" aria-label="Whether it answers" />
    </div>
    <label v-if="outlet.state === 'paused'" class="form-line"
      ><span class="label">While paused</span
      ><ElInput v-model="outlet.pausedMessage" maxlength="300" placeholder="There is a pause here just now."
    /></label>
    <div class="form-line">
      <span class="label">Answers with</span>
      <ChoiceField v-model="outlet.edition" about="Which edition answers" :options="choices" />
    </div>
    <div v-if="outlet.kind === 'bubble' || outlet.kind === 'frame'" class="form-line">
      <span class="label">Sites</span>
      <div>
        <ElInputTag
          v-model="outlet.domains"
          placeholder="www.example.org, then Enter"
          aria-label="Sites it may stand on"
        />
        <p class="small soft">It stands on these and nowhere else; <code>*.example.org</code> is all below one.</p>
      </div>
    </div>
  </div>
</template>
