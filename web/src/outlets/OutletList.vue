<script setup lang="ts">
import { onMounted, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ElButton, ElDropdown, ElDropdownItem, ElDropdownMenu } from 'element-plus'
import type { Outlet, OutletKind } from '@parrot/contract'
import { get, post } from '../api/client'
import { useAgent } from '../frame/agentStore'
import { useLoaded } from '../shared/load'
import { tellFailure } from '../shared/undo'
import { KIND_ORDER, KINDS, stateOf } from './kinds'

/** Where the agent is handed out, beside its own page; each opens to be changed. */
const props = defineProps<{ agentId: string }>()
const router = useRouter()
const agents = useAgent()
const { data, error, load } = useLoaded(() => get<{ outlets: Outlet[] }>(`/api/agents/${props.agentId}/outlets`))
onMounted(load)
watch(() => agents.ticks.editions, load)

const open = (outletId: string) => router.push({ name: 'outlet', params: { id: props.agentId, outletId } })

async function make(kind: OutletKind): Promise<void> {
  try {
    const name = KINDS[kind].name
    await open((await post<Outlet>(`/api/agents/${props.agentId}/outlets`, { kind, name })).id)
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <p v-if="error" class="wrong" role="alert">{{ error }}</p>
  <ul v-else-if="data?.outlets.length" class="plain-rows">
    <li v-for="outlet in data.outlets" :key="outlet.id" class="plain-row">
      <RouterLink class="grow" :to="{ name: 'outlet', params: { id: agentId, outletId: outlet.id } }">{{
        outlet.name
      }}</RouterLink>
      <span class="soft small"
        >{{ KINDS[outlet.kind].name.toLowerCase() }}, {{ stateOf(outlet)
        }}{{ outlet.turnsToday ? `, ${outlet.turnsToday} today` : '' }}</span
      >
    </li>
  </ul>
  <p v-else class="soft">Put it on a site, hand out a page in other colours, or let programs ask.</p>
  <ElDropdown trigger="click" class="new" @command="make">
    <ElButton size="small">New outlet <span aria-hidden="true">▾</span></ElButton>
    <template #dropdown>
      <ElDropdownMenu>
        <ElDropdownItem v-for="kind in KIND_ORDER" :key="kind" :command="kind"
          ><span
            ><b>{{ KINDS[kind].name }}</b> <span class="soft">{{ KINDS[kind].says }}</span></span
          ></ElDropdownItem
        >
      </ElDropdownMenu>
    </template>
  </ElDropdown>
</template>

<style scoped>
.new {
  margin-top: var(--gap-2);
}
</style>
