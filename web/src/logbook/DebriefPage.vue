<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ElButton, ElProgress } from 'element-plus'
import type { DebriefQuestion, DebriefState } from '@parrot/contract'
import { call, get, post, wordsFor } from '../api/client'
import { useAgent } from '../frame/agentStore'
import EmptyNote from '../shared/EmptyNote.vue'
import WhenLoaded from '../shared/WhenLoaded.vue'
import { useLoaded } from '../shared/load'
import { tell, tellFailure } from '../shared/undo'
import { count, plural } from '../shared/when'
import DebriefForm from './DebriefForm.vue'
import DebriefResult from './DebriefResult.vue'
import LogbookTabs from './LogbookTabs.vue'

/** Questions asked of every finished conversation, and what they told. */
const route = useRoute()
const router = useRouter()
const agents = useAgent()
const agentId = computed(() => String(route.params.id))
const path = computed(() => `/api/agents/${agentId.value}/debrief`)
const state = useLoaded(() => get<DebriefState>(path.value))
const isChanging = ref(false)
const error = ref('')
onMounted(state.load)
watch(() => agents.ticks.logbook, state.load)

async function keep(questions: DebriefQuestion[]): Promise<void> {
  error.value = ''
  const before = state.data.value?.questions ?? []
  try {
    state.data.value = await call<DebriefState>('PUT', path.value, { questions })
    isChanging.value = false
    tell(
      questions.length === 0 ? 'Nothing is asked any more.' : 'They are asked of every conversation that is over.',
      async () => {
        await call('PUT', path.value, { questions: before })
        await state.load()
      },
    )
  } catch (problem) {
    error.value = wordsFor(problem)
  }
}
const stop = () => post(`${path.value}/stop`).then(state.load, tellFailure)
const open = (questionId: string, value: string) =>
  void router.push({ name: 'logbook', params: { id: agentId.value }, query: { debrief: `${questionId}:${value}` } })
</script>

<template>
  <div class="page debrief">
    <LogbookTabs :agent-id="agentId" />
    <WhenLoaded v-slot="{ data }" :of="state" :rows="6">
      <DebriefForm
        v-if="isChanging"
        :questions="data.questions"
        :error="error"
        @keep="keep"
        @cancel="isChanging = false"
      />
      <EmptyNote
        v-else-if="data.questions.length === 0"
        title="Nothing is asked of conversations yet"
        text="Ask what you would ask a colleague who was there: Did they want to book? Which island? How did they feel? Each conversation that is over is asked, old ones too, and every answer shows the words it rests on."
      >
        <ElButton type="primary" @click="isChanging = true">Ask the first question</ElButton>
      </EmptyNote>
      <template v-else>
        <header>
          <p class="grow">
            {{ plural(data.done, 'conversation') }} asked of {{ count(data.finished) }} that are over. One is over when
            nobody said anything for a while.
          </p>
          <ElButton v-if="data.isRunning" text size="small" @click="stop">Stop</ElButton>
          <ElButton size="small" @click="isChanging = true">Change the questions</ElButton>
        </header>
        <ElProgress
          v-if="data.isRunning"
          :percentage="Math.round((100 * data.done) / Math.max(1, data.finished))"
          aria-label="Conversations asked"
        />
        <DebriefResult
          v-for="question in data.questions"
          :key="question.id"
          :question="question"
          :result="data.results.find(({ questionId }) => questionId === question.id)!"
          @open="open(question.id, $event)"
        />
      </template>
    </WhenLoaded>
  </div>
</template>

<style scoped>
.debrief {
  max-width: 900px;
  padding-top: var(--gap-2);
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-2);
  margin: var(--gap-3) 0;
}
</style>
