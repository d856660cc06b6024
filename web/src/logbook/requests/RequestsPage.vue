<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { ElButton, ElSegmented } from 'element-plus'
import type { TeamRequests } from '@parrot/contract'
import { get } from '../../api/client'
import { useAgent } from '../../frame/agentStore'
import LogbookTabs from '../LogbookTabs.vue'
import EmptyNote from '../../shared/EmptyNote.vue'
import WhenLoaded from '../../shared/WhenLoaded.vue'
import { useLoaded } from '../../shared/load'
import { count } from '../../shared/when'
import RequestRow from './RequestRow.vue'

/** What an agent asks of the people behind it: a yes before it does something, a call, an answer. */
const route = useRoute()
const agents = useAgent()
const agentId = computed(() => String(route.params.id))
const which = ref<'waiting' | 'over'>('waiting')
const list = useLoaded(() =>
  get<TeamRequests>(`/api/agents/${agentId.value}/requests?over=${String(which.value === 'over')}`),
)
onMounted(list.load)
watch([which, () => agents.ticks.logbook], list.load)
const parts = computed(() => [
  { value: 'waiting', label: `Waiting ${count(list.data.value?.waiting ?? 0)}` },
  { value: 'over', label: 'Decided' },
])
</script>

<template>
  <div class="page requests">
    <LogbookTabs :agent-id="agentId" />
    <div class="which"><ElSegmented v-model="which" :options="parts" aria-label="Which requests" /></div>
    <WhenLoaded v-slot="{ data }" :of="list" title="The requests could not be loaded" :rows="5">
      <EmptyNote
        v-if="data.requests.length === 0 && which === 'over'"
        title="Nothing was decided yet"
        text="What you agree to, refuse, answer or lay aside comes here, and what visitors take back."
      />
      <EmptyNote
        v-else-if="data.requests.length === 0"
        title="Nothing waits for you"
        text="Come here what a tool may do only after your yes, visitors who want a call, and questions for the team. Say in the brief under Tools that one is done “after your yes”, or add a tool of the kind Team."
      >
        <ElButton tag="router-link" :to="{ name: 'brief', params: { id: agentId }, query: { field: 'tools' } }"
          >Look at the tools of the brief</ElButton
        >
      </EmptyNote>
      <ul v-else class="bare-list">
        <RequestRow
          v-for="request in data.requests"
          :key="request.id"
          :request="request"
          :agent-id="agentId"
          @changed="list.load"
        />
      </ul>
    </WhenLoaded>
  </div>
</template>

<style scoped>
.requests {
  max-width: 900px;
  padding-top: var(--gap-2);
}
.which {
  margin: var(--gap-4) 0 var(--gap-3);
}
</style>
