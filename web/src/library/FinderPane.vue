<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { watchDebounced } from '@vueuse/core'
import type { Hit, WhyNot } from '@parrot/contract'
import { get, wordsFor } from '../api/client'
import EmptyNote from '../shared/EmptyNote.vue'
import { useOwnQuestions } from '../shared/ownQuestions'
import { useAgent } from '../frame/agentStore'
import { useTry } from '../try/tryStore'
import { PARTS } from './finderParts'
import HitRow from './HitRow.vue'
import { useQuestionSet } from './questionSetStore'

const ScoreBoard = defineAsyncComponent(() => import('./ScoreBoard.vue'))

/** The finder: for a question, the passages that win, the words that matched, and the score by part. */
const props = defineProps<{ agentId: string }>()
defineEmits<{ passage: [sourceId: string, passageId: string] }>()
const agents = useAgent()

const questionSet = useQuestionSet()
/** Why the passage that is expected for this very question did not win, when it did not. */
const why = ref<WhyNot>()
const expected = computed(() => questionSet.set?.questions.find((each) => each.question === shownFor.value))

const trying = useTry()
/** Questions that are pinned already, then those the documents themselves raise. */
const { questions, example } = useOwnQuestions(() => props.agentId)
const starters = computed(() => [...new Set([...trying.pins.map((pin) => pin.text), ...questions.value])].slice(0, 5))

const WAIT_MS = 180
const question = ref('')
const hits = ref<Hit[]>()
/** Slips of the pen that were put right by the library's own words. */
const changed = ref<{ from: string; to: string }[]>([])
/** The question the hits shown answer: while one types, it is the one before. */
const shownFor = ref('')
const error = ref('')
let turn = 0

watchDebounced([question, () => agents.ticks.sources], search, { debounce: WAIT_MS })

async function search(): Promise<void> {
  const mine = ++turn
  const asked = question.value.trim()
  if (asked === '') {
    hits.value = undefined
    return
  }
  try {
    const found = await get<{ hits: Hit[]; changed: { from: string; to: string }[] }>(
      `/api/agents/${props.agentId}/search?limit=10&q=${encodeURIComponent(question.value.slice(0, 2000))}`,
    )
    if (mine !== turn) return
    hits.value = found.hits
    changed.value = found.changed
    shownFor.value = asked
    error.value = ''
    await explain(mine)
  } catch (problem) {
    if (mine === turn) error.value = wordsFor(problem)
  }
}

/** Asks why the expected passage is not first. */
async function explain(mine: number): Promise<void> {
  const passageId = expected.value?.passageId
  const isFirst = passageId !== undefined && hits.value?.[0]?.passageId === passageId
  const told =
    passageId && !isFirst
      ? await get<WhyNot>(
          `/api/agents/${props.agentId}/search/why?q=${encodeURIComponent(shownFor.value)}&passageId=${passageId}`,
        ).catch(() => undefined)
      : undefined
  if (mine === turn) why.value = told
}
watch(expected, () => void explain(turn))

/** The embedder is told of only where there is one. */
const shownParts = computed((): Record<string, (typeof PARTS)[string]> => {
  const { embedding, ...own } = PARTS
  const isThere = hits.value?.some((hit) => hit.parts.some(({ name }) => name === 'embedding'))
  return isThere && embedding ? { ...own, embedding } : own
})
const most = computed(() => Math.max(0.001, ...(hits.value ?? []).map((hit) => hit.score)))
</script>

<template>
  <section class="pane finder" aria-label="Finder">
    <header>
      <h2>Finder</h2>
      <p class="soft">Ask as a visitor would, and see which passages win and why.</p>
      <ElInput v-model="question" :placeholder="example" aria-label="Question for the finder" maxlength="2000" />
      <ul v-if="hits?.length" class="bare-list legend" aria-label="Parts of the score">
        <li v-for="(part, key) in shownParts" :key="key" :title="part.about">
          <i :style="{ background: `var(--part-${part.tone})` }" /> {{ part.name }}
        </li>
      </ul>
    </header>
    <EmptyNote v-if="error" tone="failed" title="The finder did not answer" :text="error" />
    <EmptyNote
      v-else-if="hits && hits.length === 0"
      title="No passage holds a word of this"
      text="Try other words, add a source, or tell the glossary what your people call it."
    />
    <p v-if="changed.length && hits?.length" class="small soft read-as" role="status">
      Read
      <template v-for="(slip, n) in changed" :key="slip.from"
        ><template v-if="n > 0">, </template>“{{ slip.from }}” as <b>{{ slip.to }}</b></template
      >, which the library knows.
    </p>
    <p v-if="why && hits?.length" class="why" role="status">
      The passage you expect is {{ why.rank === null ? 'not among the first fifty' : `ranked ${why.rank}` }}:
      {{ why.reasons.join('; ') }}.
    </p>
    <ol v-if="!error && hits?.length" class="bare-list hits" :data-question="shownFor">
      <HitRow
        v-for="(hit, at) in hits"
        :key="hit.passageId"
        :hit="hit"
        :rank="at + 1"
        :most="most"
        :question="shownFor"
        :is-expected="questionSet.has(shownFor, hit.passageId)"
        @open="$emit('passage', hit.sourceId, hit.passageId)"
        @expect="questionSet.add(shownFor, hit.passageId)"
      />
    </ol>
    <div v-if="!error && !hits" class="start">
      <p class="soft">
        The passages appear here as you type.<template v-if="starters.length"> Or begin with one of these:</template>
      </p>
      <ul v-if="starters.length" class="bare-list">
        <li v-for="starter in starters" :key="starter">
          <ElButton text size="small" @click="question = starter">{{ starter }}</ElButton>
        </li>
      </ul>
    </div>
    <ScoreBoard
      :agent-id="agentId"
      @ask="question = $event"
      @passage="(source, passage) => $emit('passage', source, passage)"
    />
  </section>
</template>

<style scoped>
.finder > :not(.board) {
  max-width: 760px;
}
header .el-input {
  margin-top: var(--gap-2);
  font-family: var(--serif);
}
.legend {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1) var(--gap-4);
  margin-top: var(--gap-3);
  font-size: var(--text-small);
  color: var(--soft);
}
.legend i {
  display: inline-block;
  width: 11px;
  height: 11px;
  border-radius: 2px;
  margin-right: var(--gap-1);
}
.hits {
  margin-top: var(--gap-3);
}
.why {
  margin-top: var(--gap-3);
  padding: var(--gap-2) var(--gap-3);
  background: var(--straw-wash);
  border-left: 3px solid var(--warm);
}
.start {
  padding: var(--gap-5) 0;
}
.start ul {
  margin: var(--gap-2) 0 0 calc(-1 * var(--gap-2));
}
.start .el-button {
  white-space: normal;
  text-align: start;
}
</style>
