<script setup lang="ts">
import { computed } from 'vue'
import type { Turn } from '@parrot/contract'
import { unbackedIn } from '../shared/replyParts'

/** What of an answer nothing backs, and why: said here and marked, or left out. */
const props = defineProps<{
  turn: Pick<Turn, 'reply' | 'support'>
  /** Whether the brief has such a sentence said to visitors too. */
  isForVisitors: boolean
}>()
defineEmits<{ field: [field: string] }>()

const unbacked = computed(() => unbackedIn(props.turn.reply, props.turn.support))
</script>

<template>
  <div v-if="unbacked.length" class="note small" role="note">
    <p v-for="(each, at) in unbacked" :key="at">
      <b>{{ each.isSaid ? 'Not backed' : 'Left out' }}</b> “{{ each.text }}”
      <span class="soft">– {{ each.because ?? 'no passage says it' }}</span>
    </p>
    <p v-if="unbacked.some((each) => each.isSaid)" class="soft">
      {{ isForVisitors ? 'Visitors hear it as well.' : 'Visitors do not hear it.' }}
      <button type="button" class="link" @click="$emit('field', 'grounding.unbacked')">
        What becomes of such a sentence
      </button>
    </p>
  </div>
</template>

<style scoped>
.note {
  border-left: 3px solid var(--warm);
  padding: 2px 0 2px 12px;
  margin: 10px 0 4px;
  max-width: 68ch;
}
.note b {
  color: var(--warm-deep, var(--warm));
  margin-right: 4px;
}
.note p + p {
  margin-top: 4px;
}
.link {
  font: inherit;
  background: none;
  border: 0;
  padding: 0;
  color: var(--accent-deep);
  text-decoration: underline;
  text-underline-offset: 3px;
  cursor: pointer;
}
</style>
