<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import type { AuditEntry } from '@parrot/contract'
import { get } from '../api/client'
import { useLoaded } from '../shared/load'
import PageTurner from '../shared/PageTurner.vue'
import { moment } from '../shared/when'
import { deedInWords } from './deeds'

/** Who did what, the latest first. */
const PAGE = 25
const page = ref(1)
const { data, error, load } = useLoaded(() =>
  get<{ total: number; entries: AuditEntry[] }>(`/api/audit?limit=${PAGE}&offset=${(page.value - 1) * PAGE}`),
)
onMounted(load)
watch(page, load)
</script>

<template>
  <p v-if="error" class="wrong" role="alert">{{ error }}</p>
  <p v-else-if="data?.total === 0" class="soft">Nothing was changed yet since there are members.</p>
  <ul v-else-if="data" class="plain-rows">
    <li v-for="entry in data.entries" :key="entry.id" class="plain-row">
      <span class="grow"
        ><b>{{ entry.who }}</b> {{ deedInWords(entry.what)
        }}<template v-if="entry.agent">
          of
          <RouterLink v-if="entry.agentId" :to="{ name: 'brief', params: { id: entry.agentId } }">{{
            entry.agent
          }}</RouterLink></template
        ></span
      >
      <span class="soft small number">{{ moment(entry.at) }}</span>
    </li>
  </ul>
  <PageTurner v-if="data" v-model="page" :total="data.total" :size="PAGE" />
</template>
