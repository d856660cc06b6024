<script setup lang="ts">
import { computed, defineAsyncComponent, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Source } from '@parrot/contract'
import { useAgent } from '../frame/agentStore'
import ConflictList from './ConflictList.vue'
import { filesDropped } from './dropped'
import FinderPane from './FinderPane.vue'
import { useLibrary } from './libraryStore'
import SourcesPane from './SourcesPane.vue'

const SourceReader = defineAsyncComponent(() => import('./reader/SourceReader.vue'))
const SurveyPane = defineAsyncComponent(() => import('./SurveyPane.vue'))

/** The library: sources at the left, and beside them the reader of one source, the finder, or another pane. */
const route = useRoute()
const router = useRouter()
const store = useLibrary()
const agents = useAgent()

const agentId = computed(() => String(route.params.id))
const sourceId = computed(() => String(route.params.sourceId ?? ''))
/** What stands at the right when no source is open. */
const pane = computed(() => String(route.query.pane ?? 'finder'))
const isDragging = ref(false)
const right = ref<HTMLElement>()
const sources = ref<InstanceType<typeof SourcesPane>>()

onMounted(() => store.load(agentId.value))
watch(
  () => agents.ticks.sources,
  () => store.load(agentId.value),
)
watch([sourceId, pane, () => route.query.view], () => right.value?.scrollTo(0, 0))

const go = (to: { sourceId?: string; query?: Record<string, string> }) =>
  void router.push({
    name: 'library',
    params: { id: agentId.value, ...(to.sourceId ? { sourceId: to.sourceId } : {}) },
    query: to.query ?? {},
  })
const showPane = (name: string) => go({ query: name === 'finder' ? {} : { pane: name } })
const open = (source: Source) => go({ sourceId: source.id })
const openPassage = (source: string, passage: string) => go({ sourceId: source, query: { passage } })
const close = () => go({})

/** Taken on its way in, before any part of the stage: whole folders are looked through here alone. */
async function onDrop(event: DragEvent): Promise<void> {
  isDragging.value = false
  sources.value?.take(await filesDropped(event.dataTransfer))
}
function onDragLeave(event: DragEvent): void {
  if (!(event.currentTarget as HTMLElement).contains(event.relatedTarget as Node | null)) isDragging.value = false
}
</script>

<template>
  <div
    class="library"
    :class="{ dragging: isDragging }"
    @dragover.prevent="isDragging = true"
    @dragleave="onDragLeave"
    @drop.capture.stop.prevent="onDrop"
  >
    <SourcesPane ref="sources" class="left" :agent-id="agentId" :source-id="sourceId" @open="open" @pane="showPane" />
    <div ref="right" class="right">
      <SourceReader
        v-if="sourceId"
        :key="sourceId"
        :source-id="sourceId"
        :agent-id="agentId"
        :sources="store.sources"
        @close="close"
      />
      <SurveyPane v-else-if="pane === 'website'" :agent-id="agentId" @close="close" />
      <ConflictList
        v-else-if="pane === 'conflicts'"
        :agent-id="agentId"
        :conflicts="store.conflicts"
        :sources="store.sources ?? []"
        @close="close"
        @passage="openPassage"
        @changed="store.loadConflicts()"
      />
      <FinderPane v-else :agent-id="agentId" @passage="openPassage" />
    </div>
    <div v-if="isDragging" class="drop" aria-hidden="true"><p>Drop to add to the library</p></div>
  </div>
</template>

<style scoped>
.library {
  position: relative;
  display: grid;
  grid-template-columns: minmax(320px, 430px) minmax(0, 1fr);
  --pane-top: 0px;
  height: calc(100dvh - var(--frame-top, var(--path-height)) - var(--strip-height));
}
/* The list keeps its place while the reader is read, and the reader begins at its top. */
.left,
.right {
  overflow-y: auto;
  min-width: 0;
}
.left {
  border-right: 1px solid var(--line);
}
.drop {
  position: absolute;
  inset: 10px;
  z-index: 30;
  border: 2px dashed var(--accent);
  border-radius: var(--radius-large);
  background: var(--veil);
  display: grid;
  place-items: center;
  font: 600 var(--text-head) var(--serif);
  color: var(--accent-deep);
  pointer-events: none;
}
@media (width < 960px) {
  .library {
    grid-template-columns: minmax(0, 1fr);
    --pane-top: var(--path-height);
    height: auto;
    min-height: calc(100dvh - var(--frame-top, var(--path-height)) - var(--strip-height));
  }
  .left,
  .right {
    overflow: visible;
  }
  .left {
    border-right: 0;
    border-bottom: 1px solid var(--line);
  }
}
</style>
