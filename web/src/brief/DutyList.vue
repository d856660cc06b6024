<script setup lang="ts">
import { ref } from 'vue'
import { ElButton, ElCheckbox } from 'element-plus'
import type { Brief } from '@parrot/contract'
import CalledBy from './CalledBy.vue'
import DutyAsks from './DutyAsks.vue'
import EntryPart from './EntryPart.vue'
import EntryRow from './EntryRow.vue'
import StepsField from './StepsField.vue'
import { newId, useOrderedList } from './orderedList'

/** Duties: when each begins, what it asks for one by one, and what is said once all is there. */
type Duty = Brief['duties'][number]
const props = defineProps<{
  duties: readonly Duty[]
  tools: Brief['tools']
  inserts: Brief['inserts']
  colleagues: Brief['colleagues']
}>()
const emit = defineEmits<{ change: [duties: Duty[]] }>()
const rows = ref<HTMLElement>()
const list = useOrderedList<Duty>(
  rows,
  () => props.duties,
  (next) => emit('change', next),
  {
    blank: () => ({
      id: newId(),
      name: '',
      when: '',
      examples: [],
      unlike: [],
      steps: '',
      ask: [],
      asForm: false,
      tools: [],
      enabled: true,
    }),
    copy: (duty) => ({ ...duty, id: newId(), name: `${duty.name} (copy)` }),
    isBlank: (duty) => (duty.name + duty.when + duty.steps).trim() === '' && duty.ask.length === 0,
    handle: '.grip',
  },
)
const lines = (text: string) => text.split('\n').map((line) => line.trimStart())
</script>

<template>
  <div class="duties" data-field="duties">
    <p v-if="duties.length === 0" class="soft none">
      No duties yet. A duty is a job with steps: it asks for what it needs one by one, checks each answer, and can be
      left and gone on with.
    </p>
    <div ref="rows">
      <EntryRow
        v-for="(duty, at) in duties"
        :key="duty.id"
        name="duty"
        :at="at"
        :count="duties.length"
        :list="list"
        field="duties"
        :enabled="duty.enabled"
        @enable="list.set(at, { enabled: $event })"
      >
        <EntryPart
          label="Name"
          is-main
          :value="duty.name"
          :maxlength="120"
          placeholder="what it does, in two or three words"
          @write="list.set(at, { name: $event })"
        />
        <EntryPart
          label="Begins when"
          :value="duty.when"
          :maxlength="1000"
          placeholder="the visitor wants it"
          @write="list.set(at, { when: $event })"
        />
        <EntryPart
          label="Such as"
          is-long
          :value="duty.examples.join('\n')"
          :maxlength="8000"
          placeholder="one way to ask for it a line"
          @write="list.set(at, { examples: lines($event) })"
        />
        <CalledBy
          :name="`duty ${duty.id}`"
          :like="duty.examples"
          :unlike="duty.unlike"
          @teach="list.set(at, { examples: $event.like, unlike: $event.unlike })"
        />
        <EntryPart label="Asks for">
          <DutyAsks :asks="duty.ask" :duty="at" @change="list.set(at, { ask: $event })" />
        </EntryPart>
        <EntryPart v-if="duty.ask.length > 1" label="And asks">
          <ElCheckbox :model-value="duty.asForm" @update:model-value="list.set(at, { asForm: $event === true })"
            >for all of it at once, in a form where one can be drawn</ElCheckbox
          >
        </EntryPart>
        <EntryPart label="Then">
          <StepsField
            :model-value="duty.steps"
            :tools="tools"
            :inserts="inserts"
            :colleagues="colleagues"
            :about="`Duty ${at + 1}: then`"
            @update:model-value="list.set(at, { steps: $event })"
          />
        </EntryPart>
      </EntryRow>
    </div>
    <ElButton size="small" data-add @click="list.add()">Add a duty</ElButton>
  </div>
</template>

<style scoped>
.duties {
  --acts-indent: 114px;
}
.none {
  padding: var(--gap-1) 0 var(--gap-3);
}
[data-add] {
  margin-top: var(--gap-3);
}
</style>
