<script setup lang="ts">
import { computed, onMounted, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ElSegmented } from 'element-plus'
import type { TeamRequests } from '@parrot/contract'
import { get } from '../api/client'
import { useAgent } from '../frame/agentStore'
import { useLoaded } from '../shared/load'
import { LOGBOOK_PARTS } from '../shared/stages'
import { count } from '../shared/when'

/** The parts of the logbook, and how much waits in it for somebody. */
const props = defineProps<{ agentId: string }>()
const agents = useAgent()
const asked = useLoaded(() => get<TeamRequests>(`/api/agents/${props.agentId}/requests?only=count`))
onMounted(asked.load)
watch(() => agents.ticks.logbook, asked.load)
const route = useRoute()
const router = useRouter()
const waiting = computed(() => asked.data.value?.waiting ?? 0)
const parts = computed(() =>
  LOGBOOK_PARTS.map(([value, label]) => ({
    value,
    label: value === 'requests' && waiting.value > 0 ? `${label} ${count(waiting.value)}` : label,
  })),
)
const go = (name: string) => void router.push({ name, params: { id: route.params.id } })
</script>

<template>
  <h1 class="sr">Logbook</h1>
  <ElSegmented
    class="parts"
    :model-value="String(route.name)"
    :options="parts"
    aria-label="Parts of the logbook"
    @update:model-value="go(String($event))"
  />
</template>

<style scoped>
.parts {
  max-width: 100%;
}
</style>
