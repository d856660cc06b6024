<script setup lang="ts">
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import EmptyNote from '../shared/EmptyNote.vue'
import { useKeys } from '../shared/keys'
import { tellFailure } from '../shared/undo'
import BriefDocument from './BriefDocument.vue'
import { useBrief } from './briefStore'
import BudgetMeter from './BudgetMeter.vue'
import PromptView from './PromptView.vue'
import SaveLine from './SaveLine.vue'

/** The brief: one document to read and edit, or the prompt it compiles to, with its revision and the way back. */
const route = useRoute()
const router = useRouter()
const store = useBrief()

const view = ref<'document' | 'prompt'>('document')
const brief = computed(() => store.brief)
const agentId = computed(() => String(route.params.id))

const SECTIONS = [
  ['identity', 'Identity'],
  ['purpose', 'Purpose'],
  ['manner', 'Manner'],
  ['rules', 'Rules'],
  ['duties', 'Duties'],
  ['boundaries', 'Boundaries'],
  ['glossary', 'Glossary'],
  ['answers', 'Model answers'],
  ['openers', 'Openers'],
  ['grounding', 'Grounding'],
  ['memory', 'Memory'],
  ['variables', 'Variables'],
  ['freeform', 'Free text'],
  ['model', 'Model'],
] as const

const attempt = (step: () => Promise<void>) => () => void step().catch(tellFailure)
useKeys({ 'ctrl+z': attempt(store.undo), 'ctrl+y': attempt(store.redo), 'ctrl+Z': attempt(store.redo) })

/** Goes to a field named in the address ("rules.2", "manner.dials.warmth") and lets the eye find it. */
async function showField(): Promise<void> {
  const field = String(route.query.field ?? '')
  if (field === '' || !brief.value) return
  view.value = 'document'
  await nextTick()
  const parts = field.split('.')
  let target: Element | null = null
  for (let length = parts.length; length > 0 && !target; length--)
    target = document.querySelector(`[data-field="${CSS.escape(parts.slice(0, length).join('.'))}"]`)
  target?.scrollIntoView({ block: 'center' })
  target?.classList.add('found')
  target?.querySelector<HTMLElement>('textarea,input,button')?.focus({ preventScroll: true })
  setTimeout(() => target?.classList.remove('found'), 1800)
}
watch(() => [route.query.field, brief.value !== undefined], showField)
onMounted(showField)

function goTo(field: string): void {
  view.value = 'document'
  void router.replace({ query: { field } }).then(showField)
}

/** How many remarks stand in a section of the document. */
const remarksOn = (section: string): number =>
  store.remarks.filter((remark) => remark.field === section || remark.field.startsWith(`${section}.`)).length

const jump = (id: string) => document.getElementById(id)?.scrollIntoView({ behavior: 'smooth', block: 'start' })
</script>

<template>
  <EmptyNote
    v-if="store.state === 'failed' && !brief"
    tone="failed"
    title="The brief could not be loaded"
    :text="store.error"
  >
    <button type="button" class="btn" @click="store.load">Try again</button>
  </EmptyNote>
  <div v-else-if="brief" class="brief">
    <nav class="contents" aria-label="Sections of the brief">
      <a v-for="[id, title] in SECTIONS" :key="id" :href="`#${id}`" @click.prevent="jump(id)"
        >{{ title
        }}<span v-if="remarksOn(id)" class="marks" :title="`${remarksOn(id)} remarks`">✎ {{ remarksOn(id) }}</span></a
      >
    </nav>

    <div class="sheet">
      <div class="bar">
        <div class="views" role="tablist" aria-label="How the brief is shown">
          <button type="button" role="tab" :aria-selected="view === 'document'" @click="view = 'document'">
            Document
          </button>
          <button type="button" role="tab" :aria-selected="view === 'prompt'" @click="view = 'prompt'">
            Compiled prompt
          </button>
        </div>
        <BudgetMeter />
        <SaveLine />
      </div>

      <PromptView v-if="view === 'prompt'" :agent-id="agentId" :revision="store.revision" @field="goTo" />

      <BriefDocument v-else :brief="brief" :agent-id="agentId" />
    </div>
  </div>
  <p v-else class="soft opening">Opening the brief…</p>
</template>

<style scoped>
.brief {
  display: grid;
  grid-template-columns: 148px minmax(0, 740px);
  gap: 40px;
  padding: 0 28px;
  max-width: 1260px;
  margin: 0 auto;
}
.contents {
  position: sticky;
  top: calc(var(--path-height) + 26px);
  align-self: start;
  display: grid;
  gap: 2px;
  padding-top: 2px;
}
.contents a {
  color: var(--soft);
  text-decoration: none;
  padding: 4px 8px;
  border-radius: 5px;
  font-size: 14px;
}
.contents a:hover {
  background: var(--paper-deep);
  color: var(--ink);
}
.marks {
  float: right;
  color: var(--warm);
}
.bar {
  position: sticky;
  top: var(--path-height);
  z-index: 20;
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 8px 14px;
  align-items: center;
  padding: 12px 0;
  background: linear-gradient(var(--paper) 85%, transparent);
}
.views {
  display: flex;
  gap: 4px;
}
.views button {
  background: none;
  border: 0;
  border-bottom: 2px solid transparent;
  padding: 5px 6px;
  color: var(--soft);
  cursor: pointer;
  font-weight: 700;
  font-size: 14px;
}
.views button[aria-selected='true'] {
  color: var(--ink);
  border-color: var(--accent);
}
:deep(.found) {
  background: var(--straw);
  border-radius: 5px;
  box-shadow: 0 0 0 6px var(--straw);
}
.opening {
  padding: 80px;
  text-align: center;
}
@media (max-width: 900px) {
  .brief {
    grid-template-columns: minmax(0, 1fr);
    padding: 0 16px;
  }
  .contents {
    display: none;
  }
}
</style>
