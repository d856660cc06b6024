<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useTitle } from '@vueuse/core'
import { ElButton } from 'element-plus'
import type { ToolShown } from '@parrot/contract'
import { call, get, post, wordsFor } from '../api/client'
import EmptyNote from '../shared/EmptyNote.vue'
import { useKept } from '../shared/kept'
import KeptNote from '../shared/KeptNote.vue'
import LoadingNote from '../shared/LoadingNote.vue'
import { tell, tellFailure } from '../shared/undo'
import { blankOperation, TOOL_KINDS } from './kinds'
import CallLog from './CallLog.vue'
import OperationForm from './OperationForm.vue'
import OperationList from './OperationList.vue'
import ReachForm from './ReachForm.vue'
import TryTool from './TryTool.vue'

/** One tool: how it is reached, what of it is switched on, and beside it what comes back. Every change is kept by itself. */
const route = useRoute()
const router = useRouter()
const path = computed(() => `/api/tools/${String(route.params.toolId)}`)
const tool = ref<ToolShown>()
const failed = ref('')
const chosen = ref('')
/** Grows with each call, so that the log is read anew. */
const tried = ref(0)
useTitle(computed(() => `${tool.value?.name ?? 'Tool'} · Mild Parrot`))

const operation = computed({
  get: () => tool.value?.operations.find(({ name }) => name === chosen.value),
  set: (next) => {
    if (!tool.value || !next) return
    const at = tool.value.operations.findIndex(({ name }) => name === chosen.value)
    tool.value.operations[at] = next
    chosen.value = next.name
  },
})
const { saving, keep, took } = useKept(
  tool,
  ({ name, url, auth, timeoutMs, callsPerDay, operations }) =>
    JSON.stringify([name, url, auth, timeoutMs, callsPerDay, operations]),
  send,
)
async function send(value: ToolShown, secret?: string): Promise<void> {
  const next = await call<ToolShown>('PUT', path.value, { ...value, ...(secret === undefined ? {} : { secret }) })
  value.hasSecret = next.hasSecret
}
async function keepSecret(secret: string): Promise<void> {
  try {
    await send(tool.value!, secret)
    took()
    saving.value = 'saved'
  } catch (problem) {
    saving.value = wordsFor(problem)
  }
}

function take(next: ToolShown): void {
  tool.value = next
  took()
  if (!next.operations.some(({ name }) => name === chosen.value))
    chosen.value = (next.operations.find(({ isOn }) => isOn) ?? next.operations[0])?.name ?? ''
}
onMounted(async () => {
  try {
    take(await get<ToolShown>(path.value))
  } catch (problem) {
    failed.value = wordsFor(problem)
  }
})

function addOperation(): void {
  const taken = new Set(tool.value!.operations.map(({ name }) => name))
  let name = 'request'
  for (let number = 2; taken.has(name); number++) name = `request_${number}`
  tool.value!.operations.push({ ...blankOperation(), name, title: 'New request' })
  chosen.value = name
}

async function refresh(): Promise<void> {
  try {
    take(await post<ToolShown>(`${path.value}/refresh`))
    tell('It was asked anew what it offers.')
  } catch (problem) {
    tellFailure(problem)
  }
}

async function remove(): Promise<void> {
  const { name } = tool.value!
  try {
    await call('DELETE', path.value)
    const from = path.value
    await router.push({ name: 'tools' })
    tell(`“${name}” was taken away; agents do without it.`, async () => {
      await post(`${from}/restore`)
      await router.push({ name: 'tool', params: { toolId: from.split('/').at(-1) } })
    })
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <main class="page">
    <EmptyNote v-if="failed" tone="failed" title="The tool could not be loaded" :text="failed">
      <ElButton to="/tools" tag="router-link">All tools</ElButton>
    </EmptyNote>
    <LoadingNote v-else-if="!tool" :rows="8" />
    <template v-else>
      <header class="page-head">
        <ElButton to="/tools" tag="router-link" text>‹ Tools</ElButton>
        <h1>{{ tool.name }}</h1>
        <KeptNote :saving="saving" />
      </header>
      <p class="soft">{{ TOOL_KINDS[tool.kind].name }}: {{ TOOL_KINDS[tool.kind].says }}.</p>
      <div class="paired">
        <section aria-label="The tool">
          <ReachForm v-model="tool" @secret="keepSecret" />
          <OperationList
            v-model="tool.operations"
            v-model:chosen="chosen"
            :kind="tool.kind"
            @add="addOperation"
            @refresh="refresh"
          />
          <OperationForm v-if="operation" :key="chosen" v-model="operation" :kind="tool.kind" />
          <ElButton type="danger" text size="small" class="remove" @click="remove">Take this tool away</ElButton>
        </section>
        <aside aria-label="Try it">
          <TryTool
            v-if="operation"
            :key="chosen"
            v-model="operation"
            :tool-id="tool.id"
            :keep="keep"
            @tried="tried++"
          />
          <CallLog :key="tried" :path="path" />
        </aside>
      </div>
    </template>
  </main>
</template>

<style scoped>
.remove {
  display: block;
  margin-top: var(--gap-5);
}
</style>
