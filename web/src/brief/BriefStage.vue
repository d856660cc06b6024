<script setup lang="ts">
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ElButton, ElDrawer, ElSegmented } from 'element-plus'
import EmptyNote from '../shared/EmptyNote.vue'
import LoadingNote from '../shared/LoadingNote.vue'
import { useKeys } from '../shared/keys'
import { tellFailure } from '../shared/undo'
import BriefDocument from './BriefDocument.vue'
import { useBrief } from './briefStore'
import BudgetMeter from './BudgetMeter.vue'
import PromptView from './PromptView.vue'
import SaveLine from './SaveLine.vue'
import SectionMenu from './SectionMenu.vue'

/** The brief: one document to read and edit, or the prompt it compiles to, with its revision and the way back. */
const route = useRoute()
const router = useRouter()
const store = useBrief()

const VIEWS = [
  { value: 'document', label: 'Document' },
  { value: 'prompt', label: 'Compiled prompt' },
]
const view = ref('document')
const isChoosing = ref(false)
const brief = computed(() => store.brief)
const agentId = computed(() => String(route.params.id))

const attempt = (step: () => Promise<void>) => () => void step().catch(tellFailure)
useKeys({ '$mod+z': attempt(store.undo), '$mod+y': attempt(store.redo), '$mod+Shift+z': attempt(store.redo) })

/** Goes to a field named in the address ("rules.2", "manner.dials.warmth"), puts the focus there, and lets the eye find it. */
async function showField(): Promise<void> {
  const field = String(route.query.field ?? '')
  if (field === '' || !brief.value) return
  view.value = 'document'
  await nextTick()
  const parts = field.split('.')
  let target: Element | null = null
  for (let length = parts.length; length > 0 && !target; length--)
    target = document.querySelector(`[data-field="${CSS.escape(parts.slice(0, length).join('.'))}"]`)
  if (!target) return goToSection(parts[0]!)
  target.scrollIntoView({ block: 'center' })
  target.classList.add('found')
  const into =
    target.querySelector<HTMLElement>('[data-main]') ?? target.querySelector<HTMLElement>('textarea,input,button')
  into?.focus({ preventScroll: true })
  setTimeout(() => target.classList.remove('found'), 1800)
}
watch(() => [route.query.field, brief.value !== undefined], showField)
onMounted(showField)

function goTo(field: string): void {
  view.value = 'document'
  void router.replace({ query: { field } }).then(showField)
}

/** Brings a section to the top, and the focus with it: the next Tab goes to its first field. */
async function goToSection(id: string): Promise<void> {
  isChoosing.value = false
  view.value = 'document'
  await nextTick()
  const heading = document.getElementById(id)?.querySelector<HTMLElement>('h1, h2')
  document.getElementById(id)?.scrollIntoView({ block: 'start' })
  heading?.focus({ preventScroll: true })
}
</script>

<template>
  <EmptyNote
    v-if="store.state === 'failed' && !brief"
    tone="failed"
    title="The brief could not be loaded"
    :text="store.error"
  >
    <ElButton @click="store.load">Try again</ElButton>
  </EmptyNote>
  <div v-else-if="brief" class="brief">
    <SectionMenu class="beside" @go="goToSection" />
    <div class="sheet">
      <div class="bar">
        <ElButton class="choose" size="small" @click="isChoosing = true">Sections</ElButton>
        <ElSegmented v-model="view" :options="VIEWS" aria-label="How the brief is shown" />
        <BudgetMeter />
        <SaveLine />
      </div>
      <PromptView v-if="view === 'prompt'" :agent-id="agentId" :revision="store.revision" @field="goTo" />
      <BriefDocument v-else :brief="brief" :agent-id="agentId" />
    </div>
    <ElDrawer v-model="isChoosing" title="Sections" direction="ltr" size="260px" append-to-body>
      <SectionMenu drawer @go="goToSection" />
    </ElDrawer>
  </div>
  <div v-else class="brief"><LoadingNote class="opening" text="Opening the brief…" :rows="9" /></div>
</template>

<style scoped>
.brief {
  display: grid;
  grid-template-columns: 150px minmax(0, 740px);
  gap: var(--gap-6);
  padding: 0 var(--gap-5);
  max-width: 1260px;
  margin: 0 auto;
}
.bar {
  position: sticky;
  top: var(--path-height);
  z-index: 20;
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: var(--gap-2) var(--gap-3);
  align-items: center;
  padding: var(--gap-3) 0;
  background: linear-gradient(var(--paper) 85%, transparent);
}
:deep(.found) {
  background: var(--straw);
  border-radius: var(--radius-small);
  box-shadow: 0 0 0 6px var(--straw);
}
.opening {
  grid-column: 2;
}
.choose {
  display: none;
}
@media (width < 960px) {
  .brief {
    grid-template-columns: minmax(0, 1fr);
    padding: 0 var(--gap-4);
  }
  .beside {
    display: none;
  }
  .choose {
    display: inline-flex;
  }
  .opening {
    grid-column: 1;
  }
}
</style>
