<script setup lang="ts">
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ElSegmented } from 'element-plus'
import NotesPane from '../notes/NotesPane.vue'
import ScriptsPane from './ScriptsPane.vue'

/** The stage of refining: the scripts with their runs, or the notes with their proposals. */
const route = useRoute()
const router = useRouter()
const agentId = computed(() => String(route.params.id))

const VIEWS = [
  { label: 'Scripts', value: 'scripts' },
  { label: 'Notes', value: 'notes' },
]
const view = computed({
  get: () => (route.query.view === 'notes' ? 'notes' : 'scripts'),
  set: (chosen) =>
    void router.push({
      name: 'rehearse',
      params: { id: agentId.value },
      query: chosen === 'notes' ? { view: chosen } : {},
    }),
})
</script>

<template>
  <component :is="view === 'notes' ? NotesPane : ScriptsPane" :agent-id="agentId">
    <template #head>
      <h1>Rehearse</h1>
      <ElSegmented v-model="view" :options="VIEWS" size="small" aria-label="Scripts or notes" />
    </template>
  </component>
</template>
