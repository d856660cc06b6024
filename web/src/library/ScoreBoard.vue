<script setup lang="ts">
import { ElButton, ElTable, ElTableColumn } from 'element-plus'
import { computed, onMounted, watch } from 'vue'
import type { Expectation } from '@parrot/contract'
import { useAgent } from '../frame/agentStore'
import { percent, plural } from '../shared/when'
import { useQuestionSet } from './questionSetStore'
import ScoreChart from './ScoreChart.vue'

/** How well the agent's question set finds what it should: the scores, how they moved, and what fails. */
const props = defineProps<{ agentId: string }>()
defineEmits<{ ask: [question: string]; passage: [sourceId: string, passageId: string] }>()

const store = useQuestionSet()
const agents = useAgent()
onMounted(() => store.load(props.agentId))
watch([() => props.agentId, () => agents.ticks.sources], () => store.load(props.agentId))

const SCORES = [
  ['hit1', 'found first', 'share of questions whose passage is the first hit'],
  ['hit5', 'in the first five', 'share of questions whose passage is among the first five hits'],
  ['mrr', 'mean of 1 ÷ rank', 'mean reciprocal rank: 1 for first, ½ for second, ⅓ for third'],
  ['ndcg10', 'gain, first ten', 'normalised discounted cumulative gain of the first ten hits'],
] as const

/** The state before this one, when it was asked the same number of questions: other sets do not compare. */
const before = computed(() => {
  const [earlier, now] = store.set?.history.slice(-2) ?? []
  return now && earlier?.questions === now.questions ? earlier : undefined
})
const moved = (key: (typeof SCORES)[number][0]) => {
  const change = before.value && store.set ? Math.round((store.set.scores[key] - before.value[key]) * 100) : 0
  return change === 0 ? '' : change > 0 ? `▲ ${change} since before` : `▼ ${-change} since before`
}
/** Those that fail first: not found, then the furthest down. */
const sorted = computed(() =>
  [...(store.set?.questions ?? [])].sort((a, b) => (b.rank ?? Infinity) - (a.rank ?? Infinity) || 0),
)
/** What was not found stands after everything that was. */
const rankOf = ({ rank }: Expectation) => String(rank ?? 1000).padStart(4, '0')
const standing = ({ rank, passageId }: Expectation) =>
  passageId === null
    ? '✕ passage gone'
    : rank === null
      ? '✕ not found'
      : rank === 1
        ? '✓ first'
        : rank <= 5
          ? `◐ ${rank}th`.replace('2th', '2nd').replace('3th', '3rd')
          : `✕ ${rank}th`
</script>

<template>
  <section v-if="store.set" class="board" aria-label="Question set">
    <header>
      <h2>Question set</h2>
      <p v-if="store.set.questions.length" class="soft small">
        {{ plural(store.set.questions.length, 'question') }} with the passage that should answer each
      </p>
    </header>
    <p v-if="store.set.questions.length === 0" class="soft">
      Ask the finder something, and press <b>Expected</b> beside the passage that should answer. The questions are kept
      here and scored after every change of sources.
    </p>
    <template v-else>
      <dl class="scores">
        <div v-for="[key, name, about] in SCORES" :key="key" :title="about">
          <dt>{{ name }}</dt>
          <dd class="number">{{ percent(store.set.scores[key]) }}</dd>
          <dd class="move small" :class="{ down: moved(key).startsWith('▼') }">{{ moved(key) }}</dd>
        </div>
      </dl>
      <ScoreChart v-if="store.set.history.length > 1" :history="store.set.history" />
      <ElTable :data="sorted" row-key="id" size="small" aria-label="Questions of the set">
        <ElTableColumn label="Standing" width="112" sortable :sort-by="rankOf">
          <template #default="{ row }">
            <span class="standing number" :class="{ failed: row.rank === null || row.rank > 5 }">{{
              standing(row)
            }}</span>
          </template>
        </ElTableColumn>
        <ElTableColumn label="Question" prop="question" sortable min-width="220">
          <template #default="{ row }">
            <ElButton link class="ask" @click="$emit('ask', row.question)">{{ row.question }}</ElButton>
          </template>
        </ElTableColumn>
        <ElTableColumn label="Should be answered by" prop="sourceTitle" sortable width="200">
          <template #default="{ row }">
            <ElButton
              v-if="row.passageId"
              text
              size="small"
              class="source"
              :title="row.excerpt"
              @click="$emit('passage', row.sourceId, row.passageId)"
              >{{ row.sourceTitle }}</ElButton
            >
            <span v-else class="soft">{{ row.sourceTitle }}</span>
          </template>
        </ElTableColumn>
        <ElTableColumn width="48">
          <template #default="{ row }">
            <ElButton
              text
              size="small"
              :aria-label="`Take “${row.question}” out`"
              @click="store.remove(row as Expectation)"
              >×</ElButton
            >
          </template>
        </ElTableColumn>
      </ElTable>
    </template>
  </section>
</template>

<style scoped>
.board {
  max-width: 760px;
  margin-top: var(--gap-5);
  border-top: 2px solid var(--line-strong);
  padding-top: var(--gap-3);
}
.scores {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: var(--gap-3);
  margin: var(--gap-3) 0;
}
.scores dt {
  font-size: var(--text-small);
  color: var(--soft);
}
.scores dd {
  margin: 0;
  font: 600 var(--text-head) var(--serif);
}
.scores .move {
  font: var(--text-small) var(--sans);
  color: var(--accent-deep);
  min-height: 1.2em;
}
.scores .down {
  color: var(--brick);
}
.standing {
  color: var(--accent-deep);
}
.standing.failed {
  color: var(--brick);
}
.ask {
  font: var(--text-read) / 1.4 var(--serif);
  color: var(--ink);
  text-decoration: none;
}
.source {
  white-space: normal;
  text-align: start;
  padding-inline: 0;
}
.ask:hover {
  text-decoration: underline;
}
@media (width < 720px) {
  .scores {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
