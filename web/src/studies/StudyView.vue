<script setup lang="ts">
import { ElButton, ElProgress } from 'element-plus'
import { computed, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { Study } from '@parrot/contract'
import { get, post } from '../api/client'
import { useAgent } from '../frame/agentStore'
import { useLoaded } from '../shared/load'
import LoadingNote from '../shared/LoadingNote.vue'
import { tellFailure } from '../shared/undo'
import { moment } from '../shared/when'
import BisectResult from './BisectResult.vue'
import CompareResult from './CompareResult.vue'
import CoverageResult from './CoverageResult.vue'
import EffectsResult from './EffectsResult.vue'
import { KINDS, studyInWords } from './kinds'
import StressResult from './StressResult.vue'

/** One study: how far it has come, and what it found, each finding with the way back to where it stands. */
const props = defineProps<{ agentId: string; studyId: string }>()
const router = useRouter()
const agents = useAgent()
const study = useLoaded(() => get<Study>(`/api/studies/${props.studyId}`))
watch(
  () => agents.ticks.studies,
  () => void study.load(),
  { immediate: true },
)
const shown = computed(() => study.data.value)
const isGoing = computed(() => shown.value?.status === 'queued' || shown.value?.status === 'running')
const percent = computed(() => {
  const { done = 0, total = 0 } = shown.value?.progress ?? {}
  return total === 0 ? 0 : Math.min(100, Math.round((100 * done) / total))
})

const openField = (field: string) =>
  void router.push({ name: 'brief', params: { id: props.agentId }, query: { field } })
const openScript = (scriptId: string) => void router.push({ name: 'rehearse', params: { id: props.agentId, scriptId } })
const openSource = (sourceId: string) => void router.push({ name: 'library', params: { id: props.agentId, sourceId } })

async function cancel(): Promise<void> {
  try {
    await post(`/api/studies/${props.studyId}/cancel`)
    await study.load()
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <p v-if="study.error.value" class="wrong" role="alert">
    {{ study.error.value }} <ElButton size="small" @click="study.load">Try again</ElButton>
  </p>
  <LoadingNote v-else-if="!shown" />
  <template v-else>
    <h2>{{ KINDS[shown.kind].title }}</h2>
    <p class="small soft">
      {{ studyInWords(shown) }}, begun {{ moment(shown.createdAt) }} at revision {{ shown.revision }}
    </p>
    <div v-if="isGoing" class="acts going" role="status">
      <ElProgress class="bar" :percentage="percent" :show-text="false" aria-label="How far the study has come" />
      <span class="small soft">{{ shown.progress.done }} of {{ shown.progress.total || '…' }}</span>
      <ElButton size="small" @click="cancel">Cancel</ElButton>
    </div>
    <p v-else-if="shown.status === 'failed'" class="wrong" role="alert">It could not be done: {{ shown.error }}</p>
    <p v-else-if="shown.status === 'cancelled'" class="soft">It was cancelled.</p>
    <template v-if="shown.result">
      <EffectsResult
        v-if="shown.result.kind === 'effects'"
        :result="shown.result"
        @field="openField"
        @script="openScript"
      />
      <CoverageResult
        v-else-if="shown.result.kind === 'coverage'"
        :agent-id="agentId"
        :result="shown.result"
        @field="openField"
        @source="openSource"
      />
      <StressResult v-else-if="shown.result.kind === 'stress'" :result="shown.result" @script="openScript" />
      <BisectResult
        v-else-if="shown.result.kind === 'bisect'"
        :result="shown.result"
        @field="openField"
        @source="openSource"
      />
      <CompareResult v-else :study="shown" :result="shown.result" @change="study.load" />
    </template>
  </template>
</template>

<style scoped>
.going {
  margin-top: var(--gap-4);
}
.bar {
  width: 220px;
}
</style>
