<script setup lang="ts">
import { ref } from 'vue'
import { ElButton, ElCheckbox, ElInput } from 'element-plus'
import type { Brief } from '@parrot/contract'
import ChoiceField from '../shared/ChoiceField.vue'
import { useOrderedList } from './orderedList'

/** What a duty asks for, one thing after the other: its name, what it must be, and how it is asked. */
type Ask = Brief['duties'][number]['ask'][number]
const props = defineProps<{ asks: readonly Ask[]; duty: number }>()
const emit = defineEmits<{ change: [asks: Ask[]] }>()
const rows = ref<HTMLElement>()
const list = useOrderedList<Ask>(
  rows,
  () => props.asks,
  (next) => emit('change', next),
  {
    blank: () => ({ name: '', type: 'text', question: '', required: true }),
    isBlank: (ask) => ask.name.trim() === '' && ask.question.trim() === '',
  },
)

const TYPES: readonly (readonly [Ask['type'], string])[] = [
  ['text', 'any words'],
  ['number', 'a number'],
  ['date', 'a day'],
  ['time', 'a time'],
  ['email', 'an e-mail address'],
  ['phone', 'a phone number'],
  ['choice', 'one of the choices'],
]
const nameOf = (n: number, part: string) => `Duty ${props.duty + 1}, asks for ${n + 1}: ${part}`
</script>

<template>
  <div>
    <div ref="rows">
      <div
        v-for="(ask, n) in asks"
        :key="n"
        class="ask"
        :data-field="`duties.${duty}.ask.${n}`"
        @keydown.alt.up.stop.prevent="list.move(n, n - 1)"
        @keydown.alt.down.stop.prevent="list.move(n, n + 1)"
      >
        <ElInput
          :model-value="ask.name"
          maxlength="80"
          placeholder="what it is called"
          :aria-label="nameOf(n, 'name')"
          @update:model-value="list.set(n, { name: $event })"
        />
        <ChoiceField
          :model-value="ask.type"
          :options="TYPES"
          :about="nameOf(n, 'type')"
          @update:model-value="list.set(n, { type: $event })"
        />
        <ElCheckbox
          :model-value="ask.required"
          title="Without it the duty cannot end"
          @update:model-value="list.set(n, { required: $event === true })"
          >needed</ElCheckbox
        >
        <ElButton
          text
          size="small"
          class="x"
          :aria-label="`Remove what duty ${duty + 1} asks for, ${n + 1}`"
          @click="list.remove(n)"
          >×</ElButton
        >
        <ElInput
          class="question"
          :model-value="ask.question"
          maxlength="600"
          placeholder="the question it asks for it"
          :aria-label="nameOf(n, 'question')"
          @update:model-value="list.set(n, { question: $event })"
        />
      </div>
    </div>
    <ElButton text size="small" class="add" data-add @click="list.add()">+ something to ask for</ElButton>
  </div>
</template>

<style scoped>
.ask {
  display: grid;
  grid-template-columns: minmax(0, 150px) 180px auto 1fr;
  gap: var(--gap-1) var(--gap-2);
  align-items: center;
  margin: var(--gap-1) 0 var(--gap-2);
}
.question {
  grid-column: 1 / -1;
}
.ask .el-checkbox {
  align-items: center;
}
.ask :deep(.el-checkbox__input) {
  margin-top: 0;
  align-self: center;
}
.x {
  justify-self: start;
}
.add {
  margin-left: calc(-1 * var(--gap-2));
}
@media (width < 720px) {
  .ask {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
