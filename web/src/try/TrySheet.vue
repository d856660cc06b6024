<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ElButton, ElInput } from 'element-plus'
import type { Agent } from '@parrot/contract'
import { useBrief } from '../brief/briefStore'
import AnswerPair from '../shared/AnswerPair.vue'
import { tell, tellFailure } from '../shared/undo'
import NoteDesk from '../notes/NoteDesk.vue'
import EarlierTurns from './EarlierTurns.vue'
import RememberedNote from './RememberedNote.vue'
import TryLine from './TryLine.vue'
import { useTry } from './tryStore'

/** The sheet above the strip: the conversation with the draft, or a pinned line, each answer beside the one before. */
const props = defineProps<{ agent: Agent }>()
const router = useRouter()
const store = useTry()
const brief = useBrief()
const body = ref<HTMLElement>()
const isNoting = ref(false)

const pin = computed(() => store.pins.find((each) => each.id === store.shownPin))
/** What the brief has placeholders for; a visitor's link fills them, here they are filled by hand. */
const variables = computed(() => (brief.brief?.variables ?? []).filter(({ name }) => name.trim() !== ''))
const last = computed(() => store.lines.at(-1))
const isOutdated = computed(() => last.value?.turn !== undefined && last.value.turn.revision !== brief.revision)
/** Whether the brief lets visitors hear what nothing backs. */
const isUnbackedSaid = computed(() => {
  const grounding = brief.brief?.grounding
  return grounding !== undefined && (!grounding.libraryOnly || grounding.unbacked === 'mark')
})
const remembered = computed(() => store.lines.findLast((line) => line.turn)?.turn?.memory)
/** What is told to those who do not see the sheet: each answer once, when it is whole. */
const told = computed(() =>
  last.value?.turn ? last.value.turn.reply : last.value && !last.value.error ? 'Asked.' : '',
)

watch(
  () => [store.lines.length, last.value?.soFar.length, last.value?.turn, store.shownPin],
  async () => {
    await nextTick()
    const lines = body.value?.querySelectorAll('article')
    lines?.[lines.length - 1]?.scrollIntoView({ block: 'end' })
  },
  { immediate: true },
)

function openPassage(sourceId: string, passage: string): void {
  store.isOpen = false
  void router.push({ name: 'library', params: { id: props.agent.id, sourceId }, query: { passage } })
}
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
        <ElButton text size="small" @click="store.shownPin = undefined">‹ Conversation</ElButton>
        <h2 class="grow">Pinned line</h2>
      </template>
      <h2 v-else class="grow">
        Try {{ agent.name }} <span class="small soft">the draft, revision {{ brief.revision }}</span>
      </h2>
      <ElButton v-if="!pin && store.lines.some((line) => line.turn)" size="small" @click="keep">
        Keep this conversation as a script
      </ElButton>
      <ElButton v-if="!pin && store.lines.length" size="small" @click="store.startOver">Start over</ElButton>
      <ElButton text size="small" aria-label="Close the conversation" @click="store.isOpen = false">×</ElButton>
    </header>

    <div v-if="!pin && variables.length" class="values" role="group" aria-label="Asked as this visitor">
      <span class="label">Asked with</span>
      <label v-for="{ name, fallback } in variables" :key="name" class="small acts">
        {{ name }}
        <ElInput v-model="store.values[name]" size="small" maxlength="120" :placeholder="fallback || 'nothing'" />
      </label>
    </div>

    <p class="sr" role="status">{{ told }}</p>
    <div ref="body" class="body" tabindex="-1">
      <article v-if="pin" class="pinned">
        <p class="said" dir="auto">{{ pin.text }}</p>
        <AnswerPair
          v-if="pin.now"
          :now="pin.now"
          :before="pin.before"
          @cite="openPassage($event.sourceId, $event.passageId)"
        />
        <p v-else class="soft">Not asked yet.</p>
        <div class="acts">
          <ElButton v-if="pin.now" size="small" :aria-expanded="isNoting" @click="isNoting = !isNoting"
            >Not right?</ElButton
          >
          <ElButton size="small" @click="store.ask(pin.text)">Ask it in the conversation</ElButton>
          <ElButton text size="small" @click="store.unpin(pin)">Unpin</ElButton>
        </div>
        <NoteDesk
          v-if="isNoting && pin.now"
          :agent-id="agent.id"
          :about="{ question: pin.text }"
          :reply="pin.now.reply"
          @close="isNoting = false"
        />
      </article>

      <p v-else-if="store.lines.length === 0" class="hint soft">
        Ask what your people would ask. The answer shows where it comes from, and after a change the same question shows
        both answers side by side.
      </p>

      <template v-else>
        <TryLine
          v-for="line in store.lines"
          :key="line.key"
          :line="line"
          :agent-id="agent.id"
          :is-unbacked-said="isUnbackedSaid"
          @passage="openPassage"
          @field="openField"
        />
        <RememberedNote
          v-if="remembered && (remembered.facts.length || remembered.duty)"
          :memory="remembered"
          @forget="store.forget"
        />
        <EarlierTurns
          v-if="remembered && (remembered.earlier || remembered.summary)"
          :memory="remembered"
          @write="store.writeSummary"
        />
        <div v-if="isOutdated && !store.isAsking" class="outdated">
          The brief is at revision {{ brief.revision }} now; this answer is from revision {{ last!.turn!.revision }}.
          <ElButton size="small" @click="store.askAgain">Ask again <kbd>r</kbd></ElButton>
        </div>
      </template>
    </div>
  </section>
</template>

<style scoped>
.sheet {
  position: fixed;
  inset: auto 0 var(--strip-height) 0;
  z-index: 55;
  max-height: min(66vh, 640px);
  display: flex;
  flex-direction: column;
  background: var(--sheet);
  border-top: 1px solid var(--line-strong);
  box-shadow: var(--rise);
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
  flex-wrap: wrap;
  align-items: baseline;
  gap: var(--gap-1) var(--gap-2);
  padding: var(--gap-2) var(--gap-4);
  border-bottom: 1px solid var(--line);
}
h2 .small {
  font: var(--text-small) var(--sans);
}
.values {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1) var(--gap-4);
  align-items: center;
  padding: var(--gap-2) var(--gap-4);
  border-bottom: 1px solid var(--line);
}
.values .el-input {
  width: 150px;
}
.body {
  overflow-y: auto;
  padding: var(--gap-1) var(--gap-4) var(--gap-4);
}
.body:focus-visible {
  outline: none;
}
.body > * {
  max-width: 1180px;
  margin-inline: auto;
}
.hint {
  padding: var(--gap-5) 0;
  text-align: center;
  max-width: 60ch;
}
.pinned {
  padding: var(--gap-3) 0;
}
.said {
  font-weight: 700;
  margin-bottom: var(--gap-2);
  overflow-wrap: anywhere;
}
.pinned .acts {
  margin-top: var(--gap-2);
}
.outdated {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2) var(--gap-3);
  align-items: center;
  background: var(--warm-wash);
  border-radius: var(--radius);
  padding: var(--gap-2) var(--gap-3);
  margin-top: var(--gap-1);
}
</style>
