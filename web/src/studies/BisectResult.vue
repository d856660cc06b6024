<script setup lang="ts">
import { ElButton } from 'element-plus'
import type { StudyResult } from '@parrot/contract'
import AnswerPair from '../shared/AnswerPair.vue'
import { moment } from '../shared/when'

/** Since when an answer is as it is: the edit or document that changed it, and both answers. */
defineProps<{ result: Extract<StudyResult, { kind: 'bisect' }> }>()
const emit = defineEmits<{ field: [field: string]; source: [sourceId: string] }>()
type Said = Extract<StudyResult, { kind: 'bisect' }>['now']
const answerOf = ({ reply, outcome }: Said) => ({ reply, outcome, citations: [] })
</script>

<template>
  <template v-if="result.turned">
    <p class="found">
      Since {{ result.turned.label }}, of {{ moment(result.turned.at) }}.
      <ElButton v-if="result.turned.sourceId" link @click="emit('source', result.turned.sourceId)"
        >Open the source</ElButton
      >
    </p>
    <ul class="plain-rows">
      <li v-for="(change, at) in result.turned.changes" :key="at" class="plain-row">
        <span class="grow">
          <strong>{{ change.label }} {{ change.kind }}</strong>
          <span v-if="change.before" class="gone">{{ change.before }}</span>
          <span v-if="change.after" class="come">{{ change.after }}</span>
        </span>
        <ElButton v-if="change.kind !== 'removed'" text size="small" @click="emit('field', change.field)"
          >Open the line</ElButton
        >
      </li>
    </ul>
    <AnswerPair
      class="answers"
      :now="answerOf(result.turned.after)"
      :before="{ ...answerOf(result.turned.before), revision: 0, askedAt: '' }"
      before-label="the state before"
      :now-label="result.turned.label"
    />
    <p class="small soft">{{ result.turned.before.reason }} Then: {{ result.turned.after.reason }}</p>
  </template>
  <template v-else>
    <p class="found">It has been so as far back as was looked.</p>
    <AnswerPair class="answers" :now="answerOf(result.now)" />
    <p class="small soft">{{ result.now.reason }}</p>
  </template>
  <p class="small soft number">{{ result.looks }} looks at {{ result.states }} states.</p>
</template>

<style scoped>
.found {
  font: var(--text-lead) / 1.45 var(--serif);
  margin: var(--gap-3) 0;
}
.gone,
.come {
  display: block;
  font-family: var(--serif);
  overflow-wrap: anywhere;
}
.gone {
  text-decoration: line-through;
  color: var(--soft);
}
.answers {
  margin: var(--gap-4) 0 var(--gap-2);
}
</style>
