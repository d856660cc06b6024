<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ElButton, ElTabPane, ElTabs } from 'element-plus'
import type { Source } from '@parrot/contract'
import { plural } from '../../shared/when'
import ContentEditor from './ContentEditor.vue'
import { usePassages } from './passageStore'
import ReadingPane from './ReadingPane.vue'
import SourceDetails from './SourceDetails.vue'
import VersionList from './VersionList.vue'

/** A source as the machine read it, with its versions and what is said of it. */
const props = defineProps<{ sourceId: string; agentId: string; sources: readonly Source[] | undefined }>()
defineEmits<{ close: [] }>()
const route = useRoute()
const router = useRouter()
const source = computed(() => props.sources?.find((each) => each.id === props.sourceId))
const reading = usePassages(props.sourceId, props.agentId, source)
onMounted(reading.load)

const canWrite = computed(() => source.value?.kind === 'pairs' || source.value?.kind === 'note')
const TABS = ['read', 'write', 'versions', 'details']
const tab = computed({
  get: () => {
    const asked = String(route.query.view ?? 'read')
    return TABS.includes(asked) && (asked !== 'write' || canWrite.value) ? asked : 'read'
  },
  set: (view) => void router.replace({ query: view === 'read' ? {} : { view } }),
})
</script>

<template>
  <section class="reader" aria-label="Reader">
    <header>
      <ElButton text size="small" @click="$emit('close')">‹ Finder</ElButton>
      <div class="grow">
        <h2>{{ source?.title ?? 'Source' }}</h2>
        <p class="small soft">
          {{ source?.origin
          }}<template v-if="source && source.version > 0">
            · version {{ source.version }} · {{ plural(reading.total.value, 'passage') }},
            {{ plural(source.characters, 'character') }}</template
          >
        </p>
      </div>
    </header>
    <ElTabs v-model="tab" aria-label="Views of the source">
      <ElTabPane name="read" label="As read">
        <ReadingPane v-if="tab === 'read'" :source="source" :reading="reading" />
      </ElTabPane>
      <ElTabPane v-if="canWrite" name="write" label="Write" lazy>
        <ContentEditor v-if="source" :key="source.version" :source="source" />
      </ElTabPane>
      <ElTabPane name="versions" label="Versions" lazy>
        <VersionList v-if="source" :source="source" />
      </ElTabPane>
      <ElTabPane name="details" label="Details" lazy>
        <SourceDetails v-if="source" :source="source" />
      </ElTabPane>
    </ElTabs>
  </section>
</template>

<style scoped>
.reader {
  min-width: 0;
}
header {
  display: flex;
  gap: var(--gap-3);
  align-items: center;
  padding: var(--gap-2) var(--gap-5) 0 var(--gap-4);
}
header :is(h2, p) {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.reader :deep(> .el-tabs > .el-tabs__header) {
  position: sticky;
  top: var(--pane-top);
  z-index: 10;
  padding: 0 var(--gap-5);
  background: var(--paper);
}
@media (width < 720px) {
  header {
    padding-left: var(--gap-2);
  }
}
</style>
