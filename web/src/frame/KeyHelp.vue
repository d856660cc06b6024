<script setup lang="ts">
import { ElDialog } from 'element-plus'

const isOpen = defineModel<boolean>({ required: true })
const KEYS = [
  ['/', 'Ask the agent'],
  ['Ctrl K', 'Find anything'],
  ['g b', 'Brief'],
  ['g l', 'Library'],
  ['g r', 'Rehearse'],
  ['g e', 'Release'],
  ['g o', 'Logbook'],
  ['g a', 'All agents'],
  ['Enter', 'Send; Shift+Enter starts a new line'],
  ['r', 'Ask the last question again'],
  ['t', 'Open or close the conversation'],
  ['s', 'In the brief: go to a section'],
  ['u', 'Undo what the notice at the foot tells of'],
  ['Ctrl Z', 'Undo an edit of the brief (in a text field: of its text)'],
  ['Ctrl Y', 'Redo it; Ctrl Shift Z does the same'],
  ['Alt ↑', 'Move the line one is in up, Alt ↓ down'],
  ['Esc', 'Leave a field, or close what is open'],
  ['?', 'These keys'],
] as const
</script>

<template>
  <ElDialog v-model="isOpen" title="Keys" width="500px" append-to-body>
    <dl>
      <div v-for="[key, what] in KEYS" :key="key">
        <dt>
          <kbd v-for="part in key.split(' ')" :key="part">{{ part }}</kbd>
        </dt>
        <dd>{{ what }}</dd>
      </div>
    </dl>
  </ElDialog>
</template>

<style scoped>
dl {
  margin: 0;
}
dl > div {
  display: grid;
  grid-template-columns: 110px 1fr;
  padding: var(--gap-1) 0;
}
dt {
  display: flex;
  gap: var(--gap-1);
  align-items: center;
}
dd {
  margin: 0;
}
</style>
