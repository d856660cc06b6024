<script setup lang="ts">
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { Agent, Beginning, Brief, Draft, InterviewQuestion } from '@parrot/contract'
import { get, post } from '../api/client'
import { tellFailure } from '../shared/undo'
import BriefGlance from './BriefGlance.vue'
import DraftBy from './DraftBy.vue'

/** Four ways to begin an agent, with the brief growing beside them; nothing is made before "Create". */
type Way = 'sentence' | 'interview' | 'template' | 'prompt'
const WAYS: readonly (readonly [Way, string, string])[] = [
  ['sentence', 'From a sentence', 'Say in a sentence or two what it is for.'],
  ['interview', 'By interview', 'Answer a few questions, one at a time.'],
  ['template', 'From a template', 'Begin with a full brief and make it yours.'],
  ['prompt', 'From a prompt', 'Paste instructions you already have.'],
]
const KEPT = 'parrot-interview'

const router = useRouter()
const way = ref<Way>('sentence')
const name = ref('')
const text = ref('')
const brief = ref<Brief>()
const placements = ref<Draft['placements']>([])
const templates = ref<{ id: string; title: string; summary: string; scripts: number; brief: Brief }[]>([])
const template = ref('')
const open = ref<InterviewQuestion[]>([])
const skipped = ref<string[]>([])
const answer = ref('')
const isBusy = ref(false)
/** The outside model that writes the draft; "" drafts as one types. */
const writer = ref('')
const field = ref<HTMLTextAreaElement>()
const question = computed(() => open.value[0])

onMounted(async () => {
  document.title = 'New agent · Mild Parrot'
  templates.value = (
    await get<{ templates: typeof templates.value }>('/api/templates').catch(() => ({ templates: [] }))
  ).templates
  field.value?.focus()
})

watch(way, async () => {
  brief.value = undefined
  placements.value = []
  template.value = ''
  if (way.value === 'interview') await resume()
  else if (text.value.trim().length > 2) void draft()
  await nextTick()
  field.value?.focus()
})

let timer: ReturnType<typeof setTimeout> | undefined
let turn = 0
watch(text, () => {
  clearTimeout(timer)
  timer = setTimeout(() => void draft(), 250)
})

/** Drafts the brief from what was written so far. */
async function draft(): Promise<void> {
  if (way.value === 'sentence' && writer.value !== '') return
  const mine = ++turn
  if (text.value.trim().length < 3 || (way.value !== 'sentence' && way.value !== 'prompt')) return
  const made = await post<Draft>('/api/drafts', { from: way.value, text: text.value } satisfies Beginning).catch(
    () => undefined,
  )
  if (mine !== turn || !made) return
  brief.value = made.brief
  placements.value = made.placements
}

function choose(id: string): void {
  template.value = id
  brief.value = templates.value.find((each) => each.id === id)?.brief
}

/** The interview is kept in this browser, so that it can be left and gone on with. */
async function resume(): Promise<void> {
  const kept = JSON.parse(localStorage.getItem(KEPT) ?? '{}') as { brief?: Brief; skipped?: string[] }
  skipped.value = kept.skipped ?? []
  await step(kept.brief ?? ({} as Brief))
}

async function step(from: Brief, told?: { questionId: string; text: string }): Promise<void> {
  try {
    const state = await post<{ brief: Brief; open: InterviewQuestion[] }>('/api/drafts/interview', {
      brief: from,
      skipped: skipped.value,
      answer: told,
    })
    brief.value = state.brief
    open.value = state.open
    answer.value = ''
    localStorage.setItem(KEPT, JSON.stringify({ brief: state.brief, skipped: skipped.value }))
    await nextTick()
    field.value?.focus()
  } catch (problem) {
    tellFailure(problem)
  }
}

const reply = () =>
  question.value &&
  brief.value &&
  answer.value.trim() !== '' &&
  step(brief.value, { questionId: question.value.id, text: answer.value })
function skip(): void {
  if (!question.value || !brief.value) return
  skipped.value = [...skipped.value, question.value.id]
  void step(brief.value)
}
function startAgain(): void {
  localStorage.removeItem(KEPT)
  skipped.value = []
  void step({} as Brief)
}

const finalName = computed(() => name.value.trim() || brief.value?.identity.name.trim() || '')

async function create(): Promise<void> {
  if (finalName.value === '' || isBusy.value) return
  isBusy.value = true
  try {
    const begin =
      template.value !== ''
        ? { from: 'template', id: template.value }
        : brief.value
          ? { from: 'brief', brief: brief.value }
          : undefined
    const agent = await post<Agent>('/api/agents', { name: finalName.value, begin })
    if (way.value === 'interview') localStorage.removeItem(KEPT)
    await router.push({ name: 'brief', params: { id: agent.id } })
  } catch (problem) {
    tellFailure(problem)
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <div class="page">
    <header class="top">
      <RouterLink class="btn quiet" to="/">‹ Agents</RouterLink>
      <h1>A new agent</h1>
    </header>
    <div class="ways" role="tablist" aria-label="How to begin">
      <button
        v-for="[id, title, line] in WAYS"
        :key="id"
        type="button"
        role="tab"
        :aria-selected="way === id"
        @click="way = id"
      >
        <strong>{{ title }}</strong><span>{{ line }}</span>
      </button>
    </div>

    <form class="columns" @submit.prevent="create">
      <div class="left">
        <template v-if="way === 'sentence' || way === 'prompt'">
          <label class="label" for="begin-text">{{
            way === 'sentence'
              ? 'What is it for, for whom, and how should it sound?'
              : 'The prompt or instructions you have'
          }}</label>
          <textarea
            id="begin-text"
            ref="field"
            v-model="text"
            class="field text"
            :rows="way === 'sentence' ? 5 : 16"
            :maxlength="way === 'sentence' ? 4000 : 60000"
            :placeholder="
              way === 'sentence'
                ? 'A calm helper for allotment holders that answers questions on plots, water and composting, never gives legal advice, short answers.'
                : 'You are …\n\n## Rules\n- Always …\n- Never …'
            "
          />
          <DraftBy
            v-if="way === 'sentence'"
            v-model="writer"
            :text="text"
            @written="brief = $event.brief"
            @built-in="draft"
          />
          <ol v-if="placements.length" class="placements" aria-label="Where each line went">
            <li v-for="(each, at) in placements" :key="at">
              <span>{{ each.line }}</span><em>{{ each.field }}</em>
            </li>
          </ol>
        </template>

        <template v-else-if="way === 'template'">
          <div class="templates">
            <button
              v-for="each in templates"
              :key="each.id"
              type="button"
              :aria-pressed="template === each.id"
              @click="choose(each.id)"
            >
              <strong>{{ each.title }}</strong>
              <span>{{ each.summary }}</span>
              <em class="small">{{ each.scripts }} {{ each.scripts === 1 ? 'script' : 'scripts' }}</em>
            </button>
          </div>
        </template>

        <template v-else>
          <template v-if="question">
            <label class="ask" for="answer">{{ question.ask }}</label>
            <p class="small soft">{{ question.why }}</p>
            <textarea
              id="answer"
              ref="field"
              v-model="answer"
              class="field text"
              rows="4"
              :placeholder="question.example"
              @keydown.ctrl.enter.prevent="reply"
            />
            <div class="acts">
              <button type="button" class="btn main" :disabled="answer.trim() === ''" @click="reply">
                Answer <kbd>Ctrl ↵</kbd>
              </button>
              <button type="button" class="btn" @click="skip">Skip</button>
              <span class="small soft"
                >{{ open.length }} {{ open.length === 1 ? 'question' : 'questions' }} left; you can leave and come
                back</span
              >
            </div>
          </template>
          <div v-else class="done">
            <p class="ask">That is all that is needed to begin.</p>
            <button type="button" class="btn small" @click="startAgain">Start the interview again</button>
          </div>
        </template>

        <label class="name">
          <span class="label">Name</span>
          <input
            v-model="name"
            class="field"
            maxlength="80"
            :placeholder="brief?.identity.name || 'A name people will remember'"
          />
        </label>
        <div class="acts">
          <button class="btn main" :disabled="finalName === '' || isBusy">
            {{ brief ? `Create ${finalName || 'the agent'}` : 'Create an empty agent' }}
          </button>
          <span v-if="!brief" class="small soft">A name is enough; everything else can wait.</span>
        </div>
      </div>
      <BriefGlance :brief="brief" />
    </form>
  </div>
</template>

<style scoped>
.page {
  max-width: 1160px;
  margin: 0 auto;
  padding: 22px 28px 60px;
}
.top {
  display: flex;
  gap: 12px;
  align-items: baseline;
  margin-bottom: 16px;
}
.ways {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  border-bottom: 1px solid var(--line-strong);
  margin-bottom: 22px;
}
.ways button {
  display: grid;
  gap: 2px;
  text-align: left;
  padding: 8px 12px 12px;
  background: none;
  border: 0;
  border-bottom: 3px solid transparent;
  color: var(--soft);
  cursor: pointer;
}
.ways strong {
  font: 600 17px var(--serif);
  color: var(--ink);
}
.ways span {
  font-size: 13px;
}
.ways button[aria-selected='true'] {
  border-color: var(--accent);
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 40px;
}
.text {
  font: 18px/1.5 var(--serif);
  margin-top: 6px;
}
.ask {
  font: 600 21px/1.35 var(--serif);
  display: block;
}
.acts {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-top: 10px;
}
.name {
  display: block;
  margin-top: 24px;
}
.name .field {
  font-size: 17px;
  max-width: 340px;
  display: block;
}
.templates {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.templates button {
  display: grid;
  gap: 3px;
  align-content: start;
  text-align: left;
  padding: 12px 14px;
  background: none;
  border: 1px solid var(--line);
  border-radius: var(--radius);
  color: inherit;
  cursor: pointer;
}
.templates button:hover {
  background: var(--sheet);
}
.templates button[aria-pressed='true'] {
  border-color: var(--accent);
  background: var(--accent-wash);
}
.templates strong {
  font: 600 17px var(--serif);
}
.templates em {
  color: var(--soft);
  font-style: normal;
}
.placements {
  list-style: none;
  margin: 12px 0 0;
  padding: 0;
  max-height: 260px;
  overflow-y: auto;
  font-size: 13px;
}
.placements li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 12px;
  padding: 3px 0;
  border-bottom: 1px solid var(--line);
}
.placements em {
  font-style: normal;
  color: var(--accent-deep);
}
@media (max-width: 820px) {
  .columns,
  .ways,
  .templates {
    grid-template-columns: 1fr;
  }
  .page {
    padding-inline: 16px;
  }
}
</style>
