<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useIntervalFn } from '@vueuse/core'
import { ElButton, ElCheckbox, ElInput, ElInputNumber } from 'element-plus'
import type { Survey } from '@parrot/contract'
import { get, post, wordsFor } from '../api/client'
import { useAgent } from '../frame/agentStore'
import { tellFailure } from '../shared/undo'
import { useLibrary } from './libraryStore'
import SurveyedPages from './SurveyedPages.vue'

/** A website, in two steps: first a look at which pages there are, then reading those that were ticked. */
const props = defineProps<{ agentId: string }>()
const emit = defineEmits<{ close: [] }>()
const store = useLibrary()
const agents = useAgent()

const form = ref({
  url: '',
  maxPages: 50,
  maxDepth: 3,
  include: '',
  exclude: '',
  delayMs: 100,
  renders: false,
  renderMs: 800,
})
const hasMore = ref(false)
const canRender = ref(false)
const survey = ref<Survey>()
const error = ref('')
const isSending = ref(false)

const patterns = (text: string) => text.split(/[\s,]+/).filter(Boolean)
function plan() {
  const { url, maxPages, maxDepth, delayMs, include, exclude, renders, renderMs } = form.value
  return {
    url,
    maxPages,
    maxDepth,
    delayMs,
    ...(include.trim() ? { include: patterns(include) } : {}),
    ...(exclude.trim() ? { exclude: patterns(exclude) } : {}),
    ...(renders ? { renderMs } : {}),
  }
}

const isWalking = computed(() => survey.value?.status === 'queued' || survey.value?.status === 'walking')

onMounted(async () => {
  canRender.value = (await get<{ canRender: boolean }>('/api/rendering').catch(() => ({ canRender: false }))).canRender
})

async function look(): Promise<void> {
  isSending.value = true
  error.value = ''
  try {
    const { id } = await post<{ id: string }>(`/api/agents/${props.agentId}/surveys`, plan())
    await follow(id)
  } catch (problem) {
    error.value = wordsFor(problem)
  } finally {
    isSending.value = false
  }
}

/** Takes over what the survey has found so far. */
async function follow(id: string): Promise<void> {
  survey.value = await get<Survey>(`/api/surveys/${id}`)
}
const followOn = () => survey.value && isWalking.value && void follow(survey.value.id).catch(() => undefined)
useIntervalFn(followOn, 700)
watch(() => agents.ticks.sources, followOn)

async function stop(): Promise<void> {
  if (!survey.value) return
  await post(`/api/surveys/${survey.value.id}/cancel`).catch(tellFailure)
  await follow(survey.value.id)
}

async function allow(): Promise<void> {
  const host = survey.value?.hostToAllow
  if (!host) return
  try {
    await store.allow(host)
    await look()
  } catch (problem) {
    tellFailure(problem)
  }
}

async function read(pages: string[]): Promise<void> {
  isSending.value = true
  try {
    await store.add({ kind: 'site', ...plan(), maxPages: Math.max(1, pages.length), pages })
    emit('close')
  } catch (problem) {
    error.value = wordsFor(problem)
  } finally {
    isSending.value = false
  }
}
</script>

<template>
  <section class="pane survey" aria-label="Website">
    <header class="pane-head">
      <ElButton text size="small" @click="$emit('close')">‹ Finder</ElButton>
      <div>
        <h2>A website</h2>
        <p class="soft">First a look at which pages there are; then tick those the agent should know.</p>
      </div>
    </header>
    <form class="inset" @submit.prevent="look">
      <label class="label" for="site-url">Where it begins</label>
      <div class="acts">
        <ElInput id="site-url" v-model="form.url" class="grow" placeholder="https://…" autofocus />
        <ElButton native-type="submit" type="primary" :disabled="isSending || isWalking || form.url.trim() === ''"
          >Look at its pages</ElButton
        >
      </div>
      <div class="acts">
        <label class="acts"
          >at most
          <ElInputNumber v-model="form.maxPages" :min="1" :max="500" :precision="0" controls-position="right" />
          pages,</label
        >
        <label class="acts"
          ><ElInputNumber v-model="form.maxDepth" :min="0" :max="10" :precision="0" controls-position="right" /> links
          deep</label
        >
        <ElButton text size="small" :aria-expanded="hasMore" @click="hasMore = !hasMore">
          {{ hasMore ? 'Fewer settings' : 'More settings' }}
        </ElButton>
      </div>
      <div v-if="hasMore">
        <label class="form-line"
          ><span>Only addresses like</span><ElInput v-model="form.include" placeholder="/help/* /prices"
        /></label>
        <label class="form-line"
          ><span>But not</span><ElInput v-model="form.exclude" placeholder="/news/* *print*"
        /></label>
        <label class="form-line"
          ><span>Wait between pages</span
          ><span class="acts"
            ><ElInputNumber v-model="form.delayMs" :min="0" :max="10000" :step="100" controls-position="right" /> ms;
            more when its robots.txt asks for it</span
          ></label
        >
        <div class="form-line">
          <span>Pages made by scripts</span>
          <span v-if="canRender" class="acts">
            <ElCheckbox v-model="form.renders">render each in a browser and wait</ElCheckbox>
            <ElInputNumber
              v-model="form.renderMs"
              :min="0"
              :max="10000"
              :step="100"
              controls-position="right"
              aria-label="Milliseconds to wait"
              :disabled="!form.renders"
            />
            ms
          </span>
          <span v-else class="soft">There is no Chromium on the server to render them with.</span>
        </div>
      </div>
      <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    </form>

    <p v-if="survey?.status === 'failed'" class="wrong" role="alert">
      {{ survey.error }} {{ survey.advice }}
      <ElButton v-if="survey.hostToAllow" size="small" @click="allow">
        Allow {{ survey.hostToAllow }} and look again
      </ElButton>
    </p>
    <SurveyedPages
      v-else-if="survey"
      :key="survey.id"
      :survey="survey"
      :is-walking="isWalking"
      :is-busy="isSending"
      @stop="stop"
      @read="read"
    />
  </section>
</template>

<style scoped>
.survey {
  max-width: 900px;
}
</style>
