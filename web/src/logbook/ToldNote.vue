<script setup lang="ts">
import { computed } from 'vue'
import type { DebriefAnswer, DebriefQuestion } from '@parrot/contract'

/** What one conversation told of the debrief's questions, each with the words it rests on. */
const props = defineProps<{ answers: readonly DebriefAnswer[]; questions: readonly DebriefQuestion[] }>()
const told = computed(() =>
  props.questions.flatMap((question) => {
    const answer = props.answers.find(({ questionId }) => questionId === question.id)
    return answer ? [{ ...question, ...answer, quotes: answer.because.filter((each) => each !== answer.value) }] : []
  }),
)
</script>

<template>
  <dl v-if="told.length" class="told">
    <template v-for="each in told" :key="each.id">
      <dt>{{ each.question }}</dt>
      <dd>
        <b v-if="each.value !== null">{{ each.value }}</b><span v-else class="soft">not told</span>
        <q v-for="line in each.quotes" :key="line" dir="auto">{{ line }}</q>
      </dd>
    </template>
  </dl>
</template>

<style scoped>
.told {
  display: grid;
  grid-template-columns: minmax(120px, max-content) 1fr;
  gap: var(--gap-1) var(--gap-4);
  margin: var(--gap-3) 0;
  font-size: var(--text-small);
}
dt {
  color: var(--soft);
}
dd {
  margin: 0;
}
q {
  margin-inline-start: var(--gap-2);
  color: var(--soft);
  font-family: var(--serif);
}
</style>
