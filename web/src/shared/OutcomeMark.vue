<script setup lang="ts">
import type { Outcome } from '@parrot/contract'

/** How a turn ended, in one word with a mark of its own shape, and whether a person is to take over. */
defineProps<{ outcome: Outcome; handOver?: { to: string } | null | undefined }>()
const WORDS: Record<Outcome, { mark: string; word: string; tone: string }> = {
  answered: { mark: '✓', word: 'answered', tone: 'fine' },
  offered: { mark: '≈', word: 'offered', tone: 'warm' },
  clarified: { mark: '?', word: 'asked back', tone: 'warm' },
  declined: { mark: '⊘', word: 'declined', tone: 'soft' },
  unknown: { mark: '✕', word: 'unanswered', tone: 'bad' },
  chatted: { mark: '~', word: 'chatted', tone: 'soft' },
  acted: { mark: '»', word: 'acted', tone: 'fine' },
}
</script>

<template>
  <span class="outcome" :class="WORDS[outcome].tone"
    ><span aria-hidden="true">{{ WORDS[outcome].mark }}</span> {{ WORDS[outcome].word }}</span
  >
  <span v-if="handOver" class="outcome warm"
    ><span aria-hidden="true">↷</span> asks for {{ handOver.to || 'a person' }}</span
  >
</template>

<style scoped>
.outcome {
  font: 600 var(--text-small) / 1.3 var(--sans);
  white-space: nowrap;
}
.fine {
  color: var(--accent-deep);
}
.warm {
  color: var(--warm);
}
.bad {
  color: var(--brick);
}
.soft {
  color: var(--soft);
}
</style>
