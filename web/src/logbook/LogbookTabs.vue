<script setup lang="ts">
import { useRoute, useRouter } from 'vue-router'
import { ElSegmented } from 'element-plus'

/** The parts of the logbook. */
defineProps<{ agentId: string }>()
const route = useRoute()
const router = useRouter()
const PARTS = [
  { value: 'logbook', label: 'Conversations' },
  { value: 'wants', label: 'What they want' },
  { value: 'visitors', label: 'Visitors' },
  { value: 'debrief', label: 'Debrief' },
  { value: 'over-time', label: 'Over time' },
]
const go = (name: string) => void router.push({ name, params: { id: route.params.id } })
</script>

<template>
  <h1 class="sr">Logbook</h1>
  <ElSegmented
    class="parts"
    :model-value="String(route.name)"
    :options="PARTS"
    aria-label="Parts of the logbook"
    @update:model-value="go(String($event))"
  />
</template>

<style scoped>
.parts {
  max-width: 100%;
}
</style>
