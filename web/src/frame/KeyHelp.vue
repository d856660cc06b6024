<script setup lang="ts">
import { ElDialog } from '../design/elements'

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
  ['Ctrl Z', 'Undo an edit of the brief (outside a text field)'],
  ['Ctrl Y', 'Redo it'],
  ['Esc', 'Close what is open'],
  ['?', 'These keys'],
] as const
</script>

<template>
  <ElDialog v-model="isOpen" title="Keys" width="460px" append-to-body>
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
  padding: 4px 0;
}
dt {
  display: flex;
  gap: 4px;
  align-items: center;
}
dd {
  margin: 0;
}
</style>
