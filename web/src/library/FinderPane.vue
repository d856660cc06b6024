<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import type { Hit, WhyNot } from '@parrot/contract'
import { get, wordsFor } from '../api/client'
import { placeOf } from '../shared/place'
import EmptyNote from '../shared/EmptyNote.vue'
import { useAgent } from '../frame/agentStore'
import { useTry } from '../try/tryStore'
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
/** Questions that are pinned already: likely the ones worth looking at. */
const starters = computed(() => trying.pins.map((pin) => pin.text).slice(0, 5))

const WAIT_MS = 180
const question = ref('')
const hits = ref<Hit[]>()
/** Slips of the pen that were put right by the library's own words. */
const changed = ref<{ from: string; to: string }[]>([])
/** The question the hits shown answer: while one types, it is the one before. */
const shownFor = ref('')
const error = ref('')
let timer: ReturnType<typeof setTimeout> | undefined
let turn = 0

watch([question, () => agents.ticks.sources], () => {
  clearTimeout(timer)
  timer = setTimeout(() => void search(), WAIT_MS)
})

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

const PARTS: Record<string, { name: string; tone: string; about: string }> = {
  title: { name: 'title', tone: 'a', about: 'words of the question in the source’s title' },
  headings: { name: 'headings', tone: 'b', about: 'words in the headings above the passage' },
  body: { name: 'text', tone: 'c', about: 'words in the passage itself' },
  phrase: { name: 'phrase', tone: 'd', about: 'words that stand together as in the question' },
  coverage: { name: 'coverage', tone: 'e', about: 'how much of the question the passage holds' },
  opening: { name: 'opening', tone: 'i', about: 'words of the question in the passage’s first sentence' },
  meaning: { name: 'meaning', tone: 'f', about: 'other words that mean the same' },
  neighbours: { name: 'neighbours', tone: 'g', about: 'how well the passages beside it match' },
  embedding: { name: 'embedding', tone: 'j', about: 'how near it is by the vectors of the embedder' },
  source: { name: 'source', tone: 'h', about: 'how well its source matches as a whole' },
}
/** The embedder is told of only where there is one. */
const shownParts = computed((): Record<string, (typeof PARTS)[string]> => {
  const { embedding, ...own } = PARTS
  const isThere = hits.value?.some((hit) => hit.parts.some(({ name }) => name === 'embedding'))
  return isThere && embedding ? { ...own, embedding } : own
})
const most = computed(() => Math.max(0.001, ...(hits.value ?? []).map((hit) => hit.score)))
const share = (score: number) => `${(100 * score) / most.value}%`
const told = (hit: Hit) => hit.parts.filter((part) => part.score > 0)

/** The passage in pieces, those words that matched marked: compared by their beginnings, as stems are. */
function pieces(hit: Hit): { text: string; isHit: boolean }[] {
  const stems = hit.matched.map((word) => word.toLowerCase().slice(0, Math.max(3, word.length - 2)))
  return hit.text.split(/(\s+)/).map((text) => {
    const plain = text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')
    return {
      text,
      isHit: plain !== '' && stems.some((stem) => plain.startsWith(stem) && plain.length <= stem.length + 5),
    }
  })
}
</script>

<template>
  <section class="finder" aria-label="Finder">
    <header>
      <h2>Finder</h2>
      <p class="soft">Ask as a visitor would, and see which passages win and why.</p>
      <input
        v-model="question"
        class="field"
        placeholder="Can I bring a bicycle?"
        aria-label="Question for the finder"
        maxlength="2000"
      />
      <ul v-if="hits?.length" class="legend" aria-label="Parts of the score">
        <li v-for="(part, key) in shownParts" :key="key" :title="part.about">
          <i :class="part.tone" /> {{ part.name }}
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
    <ol v-if="!error && hits?.length" class="hits" :data-question="shownFor">
      <li v-for="(hit, at) in hits" :key="hit.passageId">
        <div class="head">
          <span class="rank number">{{ at + 1 }}</span>
          <button type="button" class="place" @click="$emit('passage', hit.sourceId, hit.passageId)">
            {{ placeOf(hit) }}
          </button>
          <button
            type="button"
            class="btn quiet small"
            :disabled="questionSet.has(shownFor, hit.passageId)"
            :title="`Keep: “${shownFor}” should be answered by this passage`"
            @click="questionSet.add(shownFor, hit.passageId)"
          >
            {{ questionSet.has(shownFor, hit.passageId) ? '✓ Expected' : 'Expected' }}
          </button>
          <span class="score number">{{ hit.score.toFixed(2) }}</span>
        </div>
        <div
          class="bar"
          role="img"
          :aria-label="
            told(hit)
              .map((part) => `${PARTS[part.name]?.name ?? part.name} ${part.score.toFixed(2)}`)
              .join(', ')
          "
        >
          <i
            v-for="part in told(hit)"
            :key="part.name"
            :class="PARTS[part.name]?.tone"
            :style="{ width: share(part.score) }"
            :title="`${PARTS[part.name]?.name}: ${part.score.toFixed(2)}`"
          />
        </div>
        <p class="parts small soft number">
          <span v-for="part in told(hit)" :key="part.name"
            >{{ PARTS[part.name]?.name ?? part.name }} {{ part.score.toFixed(2) }}</span
          >
          <span>{{ hit.matched.length ? `matched: ${hit.matched.join(', ')}` : 'matched by nearness alone' }}</span>
        </p>
        <p class="text">
          <template v-for="(piece, n) in pieces(hit)" :key="n"
            ><mark v-if="piece.isHit">{{ piece.text }}</mark
            ><template v-else>{{ piece.text }}</template></template
          >
        </p>
      </li>
    </ol>
    <div v-if="!error && !hits" class="start">
      <p class="soft">
        The passages appear here as you type.<template v-if="starters.length"> Or begin with one of these:</template>
      </p>
      <ul v-if="starters.length">
        <li v-for="starter in starters" :key="starter">
          <button type="button" class="btn quiet small" @click="question = starter">{{ starter }}</button>
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
.finder {
  padding: 22px 34px 60px;
  min-width: 0;
}
header {
  max-width: 760px;
}
header .field {
  margin-top: 10px;
  font: 18px/1.4 var(--serif);
  padding: 10px 13px;
}
.legend {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  padding: 0;
  margin: 12px 0 0;
  font-size: 13px;
  color: var(--soft);
}
.legend i {
  display: inline-block;
  width: 11px;
  height: 11px;
  border-radius: 2px;
  margin-right: 4px;
}
.hits {
  list-style: none;
  margin: 12px 0 0;
  padding: 0;
  max-width: 760px;
}
.hits > li {
  padding: 13px 0;
  border-top: 1px solid var(--line);
}
.head {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.rank {
  color: var(--faint);
}
.place {
  flex: 1;
  text-align: left;
  background: none;
  border: 0;
  padding: 0;
  font-weight: 700;
  color: var(--accent-deep);
  cursor: pointer;
}
.place:hover {
  text-decoration: underline;
}
.score {
  font-weight: 700;
}
.bar {
  display: flex;
  height: 9px;
  margin: 5px 0 3px;
  background: var(--paper-deep);
  border-radius: 3px;
  overflow: hidden;
}
i.a {
  background: #8fb3c9;
}
i.b {
  background: #c9a24e;
}
i.c {
  background: #1f6f5c;
}
i.d {
  background: #a4553a;
}
i.e {
  background: #7d8f6b;
}
i.f {
  background: #b98aa6;
}
i.g {
  background: #bfb7a4;
}
i.h {
  background: #d9d0bd;
}
i.i {
  background: #4f86a8;
}
i.j {
  background: #6b5b95;
}
.read-as {
  margin-bottom: 6px;
}
.why {
  max-width: 760px;
  margin: 12px 0 0;
  padding: 8px 12px;
  background: var(--straw-wash, #fbf3d3);
  border-left: 3px solid var(--warm);
}
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
}
.text {
  font: 16px/1.5 var(--serif);
  margin-top: 5px;
  white-space: pre-line;
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 6;
  overflow: hidden;
}
.start {
  padding: 26px 0;
}
.start ul {
  list-style: none;
  padding: 0;
  margin: 8px 0 0 -8px;
}
@media (max-width: 720px) {
  .finder {
    padding: 18px 16px 60px;
  }
}
</style>
