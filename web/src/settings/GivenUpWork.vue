<script setup lang="ts">
import { ElButton } from 'element-plus'
import { onMounted, ref } from 'vue'
import type { GivenUpJob } from '@parrot/contract'
import { call, get, post } from '../api/client'
import { tell, tellFailure } from '../shared/undo'
import { ago } from '../shared/when'

/** Work that failed by a fault of the server again and again: what it was, and taking it up once more. */
const jobs = ref<GivenUpJob[]>([])
onMounted(load)

async function load(): Promise<void> {
  try {
    jobs.value = (await get<{ jobs: GivenUpJob[] }>('/api/jobs/given-up')).jobs
  } catch (problem) {
    tellFailure(problem)
  }
}

const WHAT: Readonly<Record<GivenUpJob['kind'], string>> = {
  read: 'Reading',
  survey: 'Looking through a site for',
  embed: 'Vectors of',
  rehearse: 'A rehearsal of',
  note: 'Proposals for',
  send: 'Sending for',
  debrief: 'The debrief of',
  relay: 'The relay run',
  study: 'A study of',
}

async function act(job: GivenUpJob, method: 'POST' | 'DELETE'): Promise<void> {
  try {
    if (method === 'POST') await post(`/api/jobs/${job.id}/retry`)
    else await call('DELETE', `/api/jobs/${job.id}`)
    if (method === 'POST') tell(`${WHAT[job.kind]} ${job.about} begins again.`)
    await load()
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <section v-if="jobs.length" class="given-up">
    <h2>Work that was given up</h2>
    <p class="soft">
      It failed five times by a fault that is not the document’s. What the fault was stands in the server’s log, too.
    </p>
    <ul class="plain-rows">
      <li v-for="job in jobs" :key="job.id" class="plain-row">
        <span class="grow">
          <b>{{ WHAT[job.kind] }} {{ job.about }}</b>
          <span class="soft"> {{ ago(job.at) }}</span>
          <span class="wrong fault">{{ job.error }}</span>
        </span>
        <ElButton size="small" @click="act(job, 'POST')">Try again</ElButton>
        <ElButton text size="small" @click="act(job, 'DELETE')">Leave it</ElButton>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.given-up {
  padding: var(--gap-4) 0;
  display: grid;
  gap: var(--gap-3);
}
h2 {
  border-bottom: 1px solid var(--line);
  padding-bottom: var(--gap-1);
}
.fault {
  display: block;
  overflow-wrap: anywhere;
}
</style>
