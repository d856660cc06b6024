<script setup lang="ts">
import { computed, onMounted, watch } from 'vue'
import type { Expectation } from '@parrot/contract'
import { useAgent } from '../frame/agentStore'
import { plural } from '../shared/when'
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
const percent = (share: number) => `${Math.round(share * 100)} %`

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
      <ul class="list">
        <li v-for="each in sorted" :key="each.id">
          <span class="standing number" :class="{ failed: each.rank === null || each.rank > 5 }">{{
            standing(each)
          }}</span>
          <button type="button" class="link grow" @click="$emit('ask', each.question)">{{ each.question }}</button>
          <button
            v-if="each.passageId"
            type="button"
            class="btn quiet small"
            :title="each.excerpt"
            @click="$emit('passage', each.sourceId, each.passageId)"
          >
            {{ each.sourceTitle }}
          </button>
          <button
            type="button"
            class="btn quiet small"
            :aria-label="`Take “${each.question}” out`"
            @click="store.remove(each)"
          >
            ×
          </button>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.board {
  max-width: 760px;
  margin-top: 34px;
  border-top: 2px solid var(--line-strong);
  padding-top: 14px;
}
.scores {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 14px;
  margin: 12px 0;
}
.scores dt {
  font-size: 13px;
  color: var(--soft);
}
.scores dd {
  margin: 0;
  font: 600 24px var(--serif);
}
.scores .move {
  font: 13px var(--sans);
  color: var(--accent-deep);
  min-height: 1.2em;
}
.scores .down {
  color: var(--brick);
}
.list {
  list-style: none;
  margin: 10px 0 0;
  padding: 0;
}
.list li {
  display: flex;
  gap: 10px;
  align-items: baseline;
  border-top: 1px solid var(--line);
  padding: 6px 0;
}
.standing {
  width: 7.5em;
  flex: none;
  color: var(--accent-deep);
  font-size: 14px;
}
.standing.failed {
  color: var(--brick);
}
.link {
  background: none;
  border: 0;
  padding: 0;
  text-align: left;
  font: 16px/1.4 var(--serif);
  color: var(--ink);
  cursor: pointer;
}
.link:hover {
  text-decoration: underline;
}
.grow {
  flex: 1;
  min-width: 0;
  overflow-wrap: anywhere;
}
@media (max-width: 720px) {
  .scores {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
