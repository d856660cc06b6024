<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ElButton } from 'element-plus'
import type { Outlet } from '@parrot/contract'
import { call, get, post, wordsFor } from '../api/client'
import EmptyNote from '../shared/EmptyNote.vue'
import { useKept } from '../shared/kept'
import KeptNote from '../shared/KeptNote.vue'
import LoadingNote from '../shared/LoadingNote.vue'
import { tell, tellFailure } from '../shared/undo'
import { KINDS } from './kinds'
import DoorForm from './DoorForm.vue'
import LimitsForm from './LimitsForm.vue'
import LookForm from './LookForm.vue'
import OutletCode from './OutletCode.vue'
import OutletForm from './OutletForm.vue'
import VisitorForm from './VisitorForm.vue'

/** One outlet: what it does, how it looks, and beside it how that comes out. Every change is kept by itself. */
const route = useRoute()
const router = useRouter()
const agentId = computed(() => String(route.params.id))
const outletId = computed(() => String(route.params.outletId))
const outlet = ref<Outlet>()
const failed = ref('')
/** Grows with each change that was kept, so that the preview is drawn anew. */
const drawn = ref(0)
const pass = ref('')

const { saving, took } = useKept(
  outlet,
  (value) => JSON.stringify({ ...value, keys: [], turnsToday: 0 }),
  async (value) => {
    await call('PUT', `/api/outlets/${outletId.value}`, value)
    await knock()
    drawn.value++
  },
)

async function load(): Promise<void> {
  try {
    outlet.value = await get<Outlet>(`/api/outlets/${outletId.value}`)
    took()
    await knock()
    failed.value = ''
  } catch (problem) {
    failed.value = wordsFor(problem)
  }
}
onMounted(load)
watch(outletId, load)

/** What lets the preview in, where the outlet has a door. */
async function knock(): Promise<void> {
  const isShut = outlet.value?.access === 'password' || outlet.value?.access === 'signed'
  pass.value = isShut ? (await post<{ pass: string }>(`/api/outlets/${outletId.value}/preview`)).pass : ''
}

const back = () => router.push({ name: 'release', params: { id: agentId.value } })

async function remove(): Promise<void> {
  const { id, name } = outlet.value!
  try {
    await call('DELETE', `/api/outlets/${id}`)
    await back()
    tell(`“${name}” was taken away; its address leads nowhere.`, () => post(`/api/outlets/${id}/restore`))
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <EmptyNote v-if="failed" tone="failed" title="The outlet could not be loaded" :text="failed">
    <ElButton @click="back">Back to the release</ElButton>
  </EmptyNote>
  <LoadingNote v-else-if="!outlet" :rows="8" />
  <div v-else class="paired staged">
    <section aria-label="The outlet">
      <header>
        <ElButton text size="small" @click="back">‹ Release</ElButton>
        <h1>{{ outlet.name || KINDS[outlet.kind].name }}</h1>
        <p class="soft">
          {{ KINDS[outlet.kind].name }}: {{ KINDS[outlet.kind].says }}.
          <KeptNote :saving="saving" />
        </p>
      </header>
      <OutletForm v-model="outlet" :agent-id="agentId" />
      <DoorForm v-if="outlet.kind !== 'api'" v-model="outlet" />
      <VisitorForm v-if="outlet.kind !== 'api'" v-model="outlet.form" />
      <LookForm v-if="outlet.kind !== 'api'" v-model="outlet.look" :kind="outlet.kind" :outlet-id="outlet.id" />
      <LimitsForm v-model="outlet" />
      <ElButton type="danger" text size="small" class="remove" @click="remove">Take this outlet away</ElButton>
    </section>
    <aside aria-label="How it comes out">
      <OutletCode :outlet="outlet" @keys="load" />
      <div v-if="outlet.kind !== 'api'" class="seen">
        <h2>How it looks</h2>
        <iframe
          :key="drawn"
          class="preview"
          :src="`/frame/${outlet.slug}${pass && `#visitor=${encodeURIComponent(pass)}`}`"
          :title="`Preview of ${outlet.name}`"
          loading="lazy"
        />
      </div>
    </aside>
  </div>
</template>

<style scoped>
header {
  margin-bottom: var(--gap-4);
}
/* What is changed far down the form is seen while it is changed. */
.seen {
  position: sticky;
  top: 0;
}
.preview {
  width: 100%;
  height: 520px;
  border: 1px solid var(--line);
  border-radius: var(--radius);
  background: var(--sheet);
}
h2 {
  margin: var(--gap-4) 0 var(--gap-2);
}
.remove {
  margin-top: var(--gap-5);
}
</style>
