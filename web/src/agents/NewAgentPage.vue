<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useTitle } from '@vueuse/core'
import { ElButton, ElInput, ElTabPane, ElTabs } from 'element-plus'
import type { Agent, Brief, Draft } from '@parrot/contract'
import { post } from '../api/client'
import { tellFailure } from '../shared/undo'
import BeginByInterview from './begin/BeginByInterview.vue'
import BeginByTemplate from './begin/BeginByTemplate.vue'
import BeginByText from './begin/BeginByText.vue'
import BriefGlance from './begin/BriefGlance.vue'
import { forgetInterview } from './begin/interview'

/** Four ways to begin an agent, with the brief growing beside them; nothing is made before "Create". */
const WAYS = [
  ['sentence', 'From a sentence', 'Say in a sentence or two what it is for.'],
  ['interview', 'By interview', 'Answer a few questions, one at a time.'],
  ['template', 'From a template', 'Begin with a full brief and make it yours.'],
  ['prompt', 'From a prompt', 'Paste instructions you already have.'],
] as const

useTitle('New agent · Mild Parrot')
const router = useRouter()
const way = ref<string>('sentence')
const name = ref('')
/** What was written, as a sentence or a prompt. */
const text = ref('')
const brief = ref<Brief>()
const template = ref<string>()
const isBusy = ref(false)

function changeWay(): void {
  brief.value = undefined
  template.value = undefined
}
function drafted(draft: Pick<Draft, 'brief'> | undefined): void {
  brief.value = draft?.brief
}
function chosen(id: string, from: Brief): void {
  template.value = id
  brief.value = from
}

const finalName = computed(() => name.value.trim() || brief.value?.identity.name.trim() || '')

async function create(): Promise<void> {
  if (finalName.value === '' || isBusy.value) return
  isBusy.value = true
  try {
    const begin =
      template.value !== undefined
        ? { from: 'template', id: template.value }
        : brief.value
          ? { from: 'brief', brief: brief.value }
          : undefined
    const agent = await post<Agent>('/api/agents', { name: finalName.value, begin })
    if (way.value === 'interview') forgetInterview()
    await router.push({ name: 'library', params: { id: agent.id } })
  } catch (problem) {
    tellFailure(problem)
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <main class="page">
    <header class="page-head">
      <ElButton tag="router-link" text to="/">‹ Agents</ElButton>
      <h1>A new agent</h1>
    </header>
    <form class="columns" @submit.prevent="create">
      <div>
        <ElTabs v-model="way" class="ways" aria-label="How to begin" @tab-change="changeWay">
          <ElTabPane v-for="[id, title, line] in WAYS" :key="id" :name="id" :label="title" lazy>
            <p class="soft line">{{ line }}</p>
            <template v-if="way === id">
              <BeginByText v-if="id === 'sentence' || id === 'prompt'" v-model="text" :from="id" @drafted="drafted" />
              <BeginByTemplate v-else-if="id === 'template'" @chosen="chosen" />
              <BeginByInterview v-else v-model="brief" />
            </template>
          </ElTabPane>
        </ElTabs>
        <label class="name">
          <span class="label">Name</span>
          <ElInput
            v-model="name"
            size="large"
            maxlength="80"
            :placeholder="brief?.identity.name || 'A name people will remember'"
          />
        </label>
        <div class="acts">
          <ElButton type="primary" native-type="submit" :disabled="finalName === '' || isBusy">
            {{ brief ? `Create ${finalName || 'the agent'}` : 'Create an empty agent' }}
          </ElButton>
          <span v-if="!brief" class="small soft">A name is enough; everything else can wait.</span>
        </div>
      </div>
      <BriefGlance :brief="brief" />
    </form>
  </main>
</template>

<style scoped>
.page {
  max-width: 1160px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: var(--gap-6);
}
.ways :deep(.el-tabs__item) {
  padding: 0 var(--gap-2) !important;
  font-family: var(--serif);
  font-size: var(--text-body);
}
.line {
  padding: var(--gap-3) 0;
}
.name {
  display: block;
  margin-top: var(--gap-4);
  max-width: 380px;
}
.acts {
  margin-top: var(--gap-3);
}
.acts .el-button > :deep(span) {
  overflow-wrap: anywhere;
  white-space: normal;
}
@media (width < 960px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
