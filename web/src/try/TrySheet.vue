<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { Agent, Citation, Support } from '@parrot/contract'
import { useBrief } from '../brief/briefStore'
import AnswerPair from '../shared/AnswerPair.vue'
import ReplyText from '../shared/ReplyText.vue'
import WorkingSteps from '../shared/WorkingSteps.vue'
import { tell, tellFailure } from '../shared/undo'
import EarlierTurns from './EarlierTurns.vue'
import GiveAnswer from './GiveAnswer.vue'
import UnbackedNote from './UnbackedNote.vue'
import { whatItTook } from './whatItTook'
import { useTry } from './tryStore'

/** The sheet above the strip: the conversation, each answer now beside the one before, and how it was made. */
const props = defineProps<{ agent: Agent }>()
const router = useRouter()
const store = useTry()
const brief = useBrief()
const body = ref<HTMLElement>()
const openWorkings = ref(new Set<number>())
/** The line whose answer is being given by hand. */
const answering = ref<number>()

const pin = computed(() => store.pins.find((each) => each.id === store.shownPin))
/** What the brief has placeholders for; a visitor's link fills them, here they are filled by hand. */
const variables = computed(() => (brief.brief?.variables ?? []).filter(({ name }) => name.trim() !== ''))
const isPinned = (said: string) => store.pins.some((each) => each.text.toLowerCase() === said.toLowerCase())
const last = computed(() => store.lines.at(-1))
const isOutdated = computed(() => last.value?.turn !== undefined && last.value.turn.revision !== brief.revision)

watch(
  () => [store.lines.length, last.value?.soFar.length, last.value?.turn, store.shownPin],
  async () => {
    await nextTick()
    const lines = body.value?.querySelectorAll('.line')
    lines?.[lines.length - 1]?.scrollIntoView({ block: 'end' })
  },
  { immediate: true },
)

function toggle(key: number): void {
  const next = new Set(openWorkings.value)
  if (!next.delete(key)) next.add(key)
  openWorkings.value = next
}

function openCitation(citation: Citation): void {
  openPassage(citation.sourceId, citation.passageId)
}

function openPassage(sourceId: string, passage: string): void {
  store.isOpen = false
  void router.push({ name: 'library', params: { id: props.agent.id, sourceId }, query: { passage } })
}

function openGround({ sourceId, passageId, field }: Support): void {
  if (sourceId !== undefined && passageId !== undefined) openPassage(sourceId, passageId)
  else if (field !== undefined) openField(field)
}

/** Whether the brief lets visitors hear what nothing backs. */
const isUnbackedSaid = computed(() => {
  const grounding = brief.brief?.grounding
  return grounding !== undefined && (!grounding.libraryOnly || grounding.unbacked === 'mark')
})

/** What is remembered of the visitor in this conversation; each can be erased. */
const remembered = computed(() => store.lines.findLast((line) => line.turn)?.turn?.memory)

function openField(field: string): void {
  store.isOpen = false
  void router.push({ name: 'brief', params: { id: props.agent.id }, query: { field } })
}

async function keep(): Promise<void> {
  try {
    const scriptId = await store.keepAsScript()
    tell('The conversation was kept as a script.')
    store.isOpen = false
    await router.push({ name: 'rehearse', params: { id: props.agent.id, scriptId } })
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <section class="sheet" aria-label="Conversation with the draft">
    <header>
      <template v-if="pin">
        <button type="button" class="btn quiet small" @click="store.shownPin = undefined">‹ Conversation</button>
        <h2>Pinned line</h2>
      </template>
      <template v-else>
        <h2>Try {{ agent.name }}</h2>
        <span class="small soft">the draft, revision {{ brief.revision }}</span>
      </template>
      <span class="grow" />
      <button v-if="!pin && store.lines.some((line) => line.turn)" type="button" class="btn small" @click="keep">
        Keep this conversation as a script
      </button>
      <button v-if="!pin && store.lines.length" type="button" class="btn small" @click="store.startOver">
        Start over
      </button>
      <button type="button" class="btn quiet small" aria-label="Close the conversation" @click="store.isOpen = false">
        ×
      </button>
    </header>

    <div v-if="!pin && variables.length" class="values" aria-label="Asked as this visitor">
      <span class="label">Asked with</span>
      <label v-for="{ name, fallback } in variables" :key="name" class="small">
        {{ name }}
        <input v-model="store.values[name]" class="field" maxlength="120" :placeholder="fallback || 'nothing'" />
      </label>
    </div>

    <div ref="body" class="body">
      <template v-if="pin">
        <article class="line">
          <p class="said">{{ pin.text }}</p>
          <AnswerPair v-if="pin.now" :now="pin.now" :before="pin.before" @cite="openCitation" />
          <p v-else class="soft">Not asked yet.</p>
          <div class="acts">
            <button type="button" class="btn small" @click="store.ask(pin.text)">Ask it in the conversation</button>
            <button type="button" class="btn quiet small" @click="store.unpin(pin)">Unpin</button>
          </div>
        </article>
      </template>

      <p v-else-if="store.lines.length === 0" class="hint soft">
        Ask what your people would ask. The answer shows where it comes from, and after a change the same question shows
        both answers side by side.
      </p>

      <template v-else>
        <article v-for="line in store.lines" :key="line.key" class="line">
          <p class="said">{{ line.said }}</p>
          <template v-if="line.turn">
            <AnswerPair
              :now="line.turn"
              :before="line.turn.before"
              :before-label="
                line.turn.before && line.turn.before.revision === line.turn.revision
                  ? 'with the library or model before'
                  : undefined
              "
              @cite="openCitation"
              @ground="openGround"
            />
            <UnbackedNote :turn="line.turn" :is-for-visitors="isUnbackedSaid" @field="openField" />
            <div class="acts">
              <button
                type="button"
                class="btn quiet small"
                :aria-expanded="openWorkings.has(line.key)"
                @click="toggle(line.key)"
              >
                {{ openWorkings.has(line.key) ? 'Hide workings' : 'Show workings' }}
              </button>
              <button
                v-if="!isPinned(line.turn.said)"
                type="button"
                class="btn quiet small"
                @click="store.pin(line.turn.said)"
              >
                Pin
              </button>
              <span v-else class="small soft">pinned</span>
              <button type="button" class="btn quiet small" @click="store.ask(line.turn.said)">Ask again</button>
              <button
                type="button"
                class="btn small"
                :class="{ quiet: line.turn.outcome !== 'unknown' }"
                :aria-expanded="answering === line.key"
                @click="answering = answering === line.key ? undefined : line.key"
              >
                Answer it yourself
              </button>
              <span class="small soft number"
                >{{ line.turn.model }}, {{ Math.round(line.turn.tookMs) }} ms{{ whatItTook(line.turn.usage) }}</span
              >
            </div>
            <GiveAnswer v-if="answering === line.key" :turn="line.turn" @close="answering = undefined" />
            <WorkingSteps
              v-if="openWorkings.has(line.key)"
              :workings="line.turn.workings"
              @passage="openPassage"
              @field="openField"
            />
          </template>
          <div v-else-if="line.error" class="failed" role="alert">
            <p>{{ line.error }}</p>
            <button type="button" class="btn small" @click="store.ask(line.said)">Ask again</button>
          </div>
          <div v-else class="coming">
            <ReplyText v-if="line.soFar" class="text" :reply="line.soFar" />
            <p v-else class="soft">{{ line.steps.at(-1)?.summary ?? 'Reading the question…' }}</p>
          </div>
        </article>
        <p v-if="remembered && (remembered.facts.length || remembered.duty)" class="memory small">
          <span class="label">Remembered</span>
          <span v-if="remembered.duty" class="fact"
            >a duty under way{{ remembered.duty.isPaused ? ', waiting' : '' }}, asks for
            {{ remembered.duty.asking }}</span
          >
          <span
            v-for="fact in remembered.facts"
            :key="fact.key + fact.value"
            class="fact"
            :title="`Told in: ${fact.said}`"
          >
            {{ fact.key }}: <b>{{ fact.value }}</b>
            <button type="button" :aria-label="`Forget ${fact.key} ${fact.value}`" @click="store.forget(fact.key)">
              ×
            </button>
          </span>
          <button type="button" class="btn quiet small" @click="store.forget()">Forget everything</button>
        </p>
        <EarlierTurns
          v-if="remembered && (remembered.earlier || remembered.summary)"
          :memory="remembered"
          @write="store.writeSummary"
        />
        <div v-if="isOutdated && !store.isAsking" class="outdated">
          The brief is at revision {{ brief.revision }} now; this answer is from revision {{ last!.turn!.revision }}.
          <button type="button" class="btn small" @click="store.askAgain">Ask again <kbd>r</kbd></button>
        </div>
      </template>
    </div>
  </section>
</template>

<style scoped>
.values {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: baseline;
  padding: 8px 50px;
  border-bottom: 1px solid var(--line);
}
.values .field {
  width: 150px;
  margin-left: 6px;
  padding: 4px 8px;
}
.sheet {
  position: fixed;
  inset: auto 0 var(--strip-height) 0;
  z-index: 55;
  max-height: min(66vh, 640px);
  display: flex;
  flex-direction: column;
  background: var(--sheet);
  border-top: 1px solid var(--line-strong);
  box-shadow: 0 -12px 34px rgb(32 48 43 / 13%);
  animation: rise var(--quick) ease-out;
}
@keyframes rise {
  from {
    transform: translateY(18px);
    opacity: 0.4;
  }
}
header {
  display: flex;
  align-items: baseline;
  gap: 10px;
  padding: 10px 20px 8px;
  border-bottom: 1px solid var(--line);
}
.grow {
  flex: 1;
}
.body {
  overflow-y: auto;
  padding: 6px 20px 18px;
}
.body > * {
  max-width: 1180px;
  margin-inline: auto;
}
.hint {
  padding: 30px 0;
  text-align: center;
  max-width: 60ch;
}
.line {
  padding: 14px 0 10px;
}
.line + .line {
  border-top: 1px solid var(--line);
}
.said {
  font-weight: 700;
  margin-bottom: 10px;
  overflow-wrap: anywhere;
  white-space: pre-wrap;
}
.said::before {
  content: '› ';
  color: var(--accent);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
  margin: 8px 0 4px -8px;
}
.coming .text {
  font-size: 20px;
  line-height: 1.5;
}
.failed {
  color: var(--brick);
  display: flex;
  gap: 14px;
  align-items: center;
}
.memory {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  padding: 4px 0 10px;
}
.fact button {
  background: none;
  border: 0;
  color: var(--soft);
  cursor: pointer;
  padding: 0 4px;
}
.outdated {
  display: flex;
  gap: 14px;
  align-items: center;
  background: var(--warm-wash);
  border-radius: var(--radius);
  padding: 8px 14px;
  margin-top: 6px;
}
@media (max-width: 760px) {
  header {
    flex-wrap: wrap;
  }
}
</style>
