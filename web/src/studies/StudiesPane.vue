<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ElButton } from 'element-plus'
import type { StudyLine, StudyRequest } from '@parrot/contract'
import { get, post } from '../api/client'
import { useBrief } from '../brief/briefStore'
import { useAgent } from '../frame/agentStore'
import EmptyNote from '../shared/EmptyNote.vue'
import { useLoaded } from '../shared/load'
import { tellFailure } from '../shared/undo'
import { ago } from '../shared/when'
import { KINDS, studyInWords } from './kinds'
import StudyBegin from './StudyBegin.vue'
import StudyView from './StudyView.vue'

/** Questions asked of the agent as a whole: begun at the left, what they found beside it. */
const props = defineProps<{ agentId: string }>()
const route = useRoute()
const router = useRouter()
const agents = useAgent()
const brief = useBrief()

const list = useLoaded(() => get<{ studies: StudyLine[] }>(`/api/agents/${props.agentId}/studies`))
watch(
  () => [props.agentId, agents.ticks.studies],
  () => void list.load(),
  { immediate: true },
)
const studies = computed(() => list.data.value?.studies ?? [])
const chosen = computed(() => String(route.query.study ?? studies.value[0]?.id ?? ''))
const select = (id: string) => void router.replace({ query: { view: 'studies', study: id } })

const isBeginning = ref(false)
async function begin(request: StudyRequest): Promise<void> {
  isBeginning.value = true
  try {
    await brief.save()
    const { id } = await post<{ id: string }>(`/api/agents/${props.agentId}/studies`, request)
    await list.load()
    select(id)
  } catch (problem) {
    tellFailure(problem)
  } finally {
    isBeginning.value = false
  }
}

const stateOf = ({ status, progress }: StudyLine): string =>
  status === 'running' ? `${progress.done} of ${progress.total}` : status === 'done' ? '' : status
</script>

<template>
  <div class="two-panes">
    <section class="list" aria-label="Studies">
      <header class="pane-head"><slot name="head" /></header>
      <StudyBegin :agent-id="agentId" :is-busy="isBeginning" @begin="begin" />
      <EmptyNote v-if="list.error.value" tone="failed" title="The studies could not be loaded" :text="list.error.value">
        <ElButton @click="list.load">Try again</ElButton>
      </EmptyNote>
      <ul v-else class="bare-list pick-list earlier">
        <li v-for="study in studies" :key="study.id" :class="{ chosen: study.id === chosen }">
          <ElButton text class="pick-row" :aria-current="study.id === chosen" @click="select(study.id)">
            <span class="pick-name"
              >{{ KINDS[study.kind].title }} <span class="small soft">{{ stateOf(study) }}</span></span
            >
            <span class="small soft"
              >{{ studyInWords(study) }} · r{{ study.revision }} · {{ ago(study.createdAt) }}</span
            >
          </ElButton>
        </li>
      </ul>
    </section>
    <section class="pane" aria-label="What the study found">
      <StudyView v-if="chosen" :key="chosen" :agent-id="agentId" :study-id="chosen" />
      <EmptyNote
        v-else-if="list.data.value"
        title="No study yet"
        text="A study runs your scripts many times to answer one question: what a rule really does, what nobody tested, which edit changed an answer."
      />
    </section>
  </div>
</template>

<style scoped>
.earlier {
  margin-top: var(--gap-5);
}
</style>
