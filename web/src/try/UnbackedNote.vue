<script setup lang="ts">
import { ElButton } from 'element-plus'
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
      <ElButton link @click="$emit('field', 'grounding.unbacked')"> What becomes of such a sentence </ElButton>
    </p>
  </div>
</template>

<style scoped>
.note {
  border-left: 3px solid var(--warm);
  padding: 2px 0 2px var(--gap-3);
  margin: var(--gap-3) 0 var(--gap-1);
  max-width: 68ch;
}
.note b {
  color: var(--warm);
  margin-right: var(--gap-1);
}
.note p + p {
  margin-top: var(--gap-1);
}
</style>
