<script setup lang="ts">
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ElSegmented } from 'element-plus'
import NotesPane from '../notes/NotesPane.vue'
import StudiesPane from '../studies/StudiesPane.vue'
import ScriptsPane from './ScriptsPane.vue'

/** The stage of refining: the scripts with their runs, the notes with their proposals, or the studies. */
const route = useRoute()
const router = useRouter()
const agentId = computed(() => String(route.params.id))

const VIEWS = [
  { label: 'Scripts', value: 'scripts' },
  { label: 'Notes', value: 'notes' },
  { label: 'Studies', value: 'studies' },
]
const PANES = { scripts: ScriptsPane, notes: NotesPane, studies: StudiesPane }
type View = keyof typeof PANES
const view = computed({
  get: (): View => (Object.hasOwn(PANES, String(route.query.view)) ? (route.query.view as View) : 'scripts'),
  set: (chosen) =>
    void router.push({
      name: 'rehearse',
      params: { id: agentId.value },
      query: chosen === 'scripts' ? {} : { view: chosen },
    }),
})
</script>

<template>
  <component :is="PANES[view]" :agent-id="agentId">
    <template #head>
      <h1>Rehearse</h1>
      <ElSegmented v-model="view" :options="VIEWS" size="small" aria-label="Scripts, notes or studies" />
    </template>
  </component>
</template>
