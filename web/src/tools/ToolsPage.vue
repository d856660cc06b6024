<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useTitle } from '@vueuse/core'
import { ElButton } from 'element-plus'
import type { ToolShown } from '@parrot/contract'
import { get } from '../api/client'
import EmptyNote from '../shared/EmptyNote.vue'
import LoadingNote from '../shared/LoadingNote.vue'
import { useLoaded } from '../shared/load'
import { moment } from '../shared/when'
import { TOOL_KINDS } from './kinds'
import NewTool from './NewTool.vue'

/** The tools of the workspace: what each offers, who uses it, and how its last calls went. */
const router = useRouter()
useTitle('Tools · Mild Parrot')
const { data, error, load } = useLoaded(() => get<{ tools: ToolShown[]; commands: string[] }>('/api/tools'))
onMounted(load)
const isAdding = ref(false)

const onIn = ({ operations }: ToolShown) => operations.filter(({ isOn }) => isOn).length
const usersOf = ({ usedBy }: ToolShown) => [...new Set(usedBy.map(({ name }) => name))].join(', ')
const isEmpty = computed(() => data.value?.tools.length === 0)
const open = (tool: ToolShown) => router.push({ name: 'tool', params: { toolId: tool.id } })
</script>

<template>
  <main class="page">
    <header class="page-head">
      <ElButton to="/" tag="router-link" text>‹ All agents</ElButton>
      <h1>Tools</h1>
      <ElButton v-if="data && !isAdding" type="primary" @click="isAdding = true">New tool</ElButton>
    </header>
    <p class="soft lead">
      A tool looks something up or does something outside. It is set up once, for everybody here; in a brief one says
      when an agent uses it. In rehearsals nobody outside is asked: what you keep as a stand-in answers.
    </p>
    <EmptyNote v-if="error" tone="failed" title="The tools could not be loaded" :text="error">
      <ElButton @click="load">Try again</ElButton>
    </EmptyNote>
    <LoadingNote v-else-if="!data" :rows="6" />
    <template v-else>
      <NewTool v-if="isAdding" :commands="data.commands" @made="open" @cancel="isAdding = false" />
      <EmptyNote
        v-if="isEmpty && !isAdding"
        title="No tools yet"
        text="Begin with the OpenAPI document of a service you have, with an MCP server, or with one request put together by hand. Every agent can reckon and tell today’s date already."
      >
        <ElButton type="primary" @click="isAdding = true">New tool</ElButton>
      </EmptyNote>
      <ul v-else class="bare-list">
        <li v-for="tool in data.tools" :key="tool.id">
          <RouterLink class="name" :to="{ name: 'tool', params: { toolId: tool.id } }">{{ tool.name }}</RouterLink>
          <p class="soft">
            {{ TOOL_KINDS[tool.kind].name
            }}<template v-if="tool.url || tool.command"> at {{ tool.url || tool.command }}</template
            >; {{ onIn(tool) }} of {{ tool.operations.length }}
            {{ tool.operations.length === 1 ? 'operation' : 'operations' }} on
          </p>
          <p class="told">
            <span v-if="usersOf(tool)">used by {{ usersOf(tool) }}</span>
            <span v-else class="soft">used by nobody yet</span>
            <span v-if="tool.lastCall" class="number"
              >{{ tool.calls }} {{ tool.calls === 1 ? 'call' : 'calls' }} in 30 days, the last
              {{ moment(tool.lastCall) }}</span
            >
            <span v-if="tool.failures" class="wrong number">✕ {{ tool.failures }} failed</span>
          </p>
        </li>
      </ul>
    </template>
  </main>
</template>

<style scoped>
.lead {
  max-width: 70ch;
  margin-bottom: var(--gap-4);
}
li {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 4fr) minmax(0, 4fr);
  gap: var(--gap-3);
  align-items: baseline;
  padding: var(--gap-3) 0;
  border-top: 1px solid var(--line);
  overflow-wrap: anywhere;
}
.name {
  font: 600 var(--text-read) / 1.3 var(--serif);
  color: var(--ink);
}
.told {
  display: grid;
  gap: 2px;
}
@media (width < 720px) {
  li {
    grid-template-columns: minmax(0, 1fr);
    gap: var(--gap-1);
  }
}
</style>
