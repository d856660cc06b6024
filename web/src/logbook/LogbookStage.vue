<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { watchDebounced } from '@vueuse/core'
import { ElButton } from 'element-plus'
import type { Conversation, DebriefState, TeamRequests } from '@parrot/contract'
import { get, post } from '../api/client'
import DeskBar from '../desk/DeskBar.vue'
import { useAgent } from '../frame/agentStore'
import EmptyNote from '../shared/EmptyNote.vue'
import LoadingNote from '../shared/LoadingNote.vue'
import { useLoaded } from '../shared/load'
import { tell, tellFailure } from '../shared/undo'
import { plural } from '../shared/when'
import { useTry } from '../try/tryStore'
import ConversationList, { type Listed } from './ConversationList.vue'
import { FIND_ALL, isNarrowed, queryOf, type Finding } from './finding'
import LogbookFinder from './LogbookFinder.vue'
import ConversationReading from './ConversationReading.vue'
import LogbookTabs from './LogbookTabs.vue'
import PersonPanel from './PersonPanel.vue'
import RequestRow from './requests/RequestRow.vue'

/** Conversations with visitors, for reading; what went unanswered is marked and can be asked again at once. */
const route = useRoute()
const router = useRouter()
const agents = useAgent()
const trying = useTry()

const PAGE = 50
const agentId = computed(() => String(route.params.id))
/** The newest conversation, shown when the address names none; it stays while newer ones come in. */
const newest = ref('')
const conversationId = computed(() => String(route.params.conversationId || newest.value))
const which = ref('all')
const page = ref(1)
const finding = ref<Finding>({ ...FIND_ALL, debrief: String(route.query.debrief ?? '') })
const debrief = useLoaded(() => get<DebriefState>(`/api/agents/${agentId.value}/debrief`))

const list = useLoaded(() =>
  get<Listed>(
    `/api/agents/${agentId.value}/conversations?limit=${PAGE}&offset=${(page.value - 1) * PAGE}&${queryOf(finding.value, which.value)}`,
  ),
)
const conversation = useLoaded(() => get<Conversation>(`/api/conversations/${conversationId.value}`))
const asked = useLoaded(() =>
  get<TeamRequests>(`/api/agents/${agentId.value}/requests?conversation=${conversationId.value}`),
)

onMounted(() => Promise.all([list.load(), debrief.load()]))
// Told by what arrived, whichever load brought it: one that a newer one overtook brings nothing.
watch(list.data, (listed) => (newest.value ||= listed?.conversations[0]?.id ?? ''))
watch([which, finding], () => (page.value = 1), { deep: true })
watchDebounced(finding, list.load, { deep: true, debounce: 200 })
watch([which, page, () => agents.ticks.logbook], list.load)
watch(
  [conversationId, () => agents.ticks.logbook],
  () => {
    if (conversationId.value) void Promise.all([conversation.load(), asked.load()])
    else conversation.data.value = asked.data.value = undefined
  },
  { immediate: true },
)

/** Keeps the conversations of this page as scripts, each turn with the outcome it had and the source it cited. */
async function keepAsScripts(conversationIds: string[]): Promise<void> {
  try {
    const { added } = await post<{ added: number }>(`/api/agents/${agentId.value}/scripts/from-conversations`, {
      conversationIds,
    })
    tell(`${plural(added, 'conversation')} kept as ${added === 1 ? 'a script' : 'scripts'}.`)
  } catch (problem) {
    tellFailure(problem)
  }
}

const keepAnswer = (question: string, answer: string) =>
  void trying.giveAnswer(question, answer).catch((problem: unknown) => tellFailure(problem))

/** Opens the conversation in which somebody waits longest. */
async function answerNext(): Promise<void> {
  const path = `/api/agents/${agentId.value}/conversations?person=waiting&limit=200`
  const waiting = await get<Listed>(path).catch((problem: unknown) => void tellFailure(problem))
  const first = waiting?.conversations.toSorted((a, b) => a.person!.since.localeCompare(b.person!.since))[0]
  if (first) open(first.id)
}

const open = (id: string) => void router.push({ name: 'logbook', params: { id: agentId.value, conversationId: id } })
const openPassage = (sourceId: string, passage: string) =>
  void router.push({ name: 'library', params: { id: agentId.value, sourceId }, query: { passage } })
const openField = (field: string) =>
  void router.push({ name: 'brief', params: { id: agentId.value }, query: { field } })
</script>

<template>
  <div class="tabs">
    <LogbookTabs :agent-id="agentId" />
    <DeskBar :name="agents.agent?.name ?? 'This agent'" @answer="answerNext" />
  </div>
  <div class="logbook">
    <section class="list" aria-label="Conversations">
      <LogbookFinder v-model="finding" :agent-id="agentId" :which="which" />
      <EmptyNote v-if="list.error.value" tone="failed" title="The logbook could not be loaded" :text="list.error.value">
        <ElButton @click="list.load">Try again</ElButton>
      </EmptyNote>
      <LoadingNote v-else-if="!list.data.value" :rows="8" />
      <ConversationList
        v-else
        v-model:which="which"
        v-model:page="page"
        :listed="list.data.value"
        :chosen="conversationId"
        :is-live="agents.agent?.liveEdition != null"
        :is-narrowed="isNarrowed(finding)"
        :page-size="PAGE"
        @open="open"
        @keep="keepAsScripts"
      />
    </section>
    <section class="reading" aria-label="Conversation">
      <EmptyNote
        v-if="conversation.error.value"
        tone="failed"
        title="The conversation could not be loaded"
        :text="conversation.error.value"
      />
      <ConversationReading
        :agent-id="agentId"
        v-else-if="conversation.data.value"
        :conversation="conversation.data.value"
        :questions="debrief.data.value?.questions ?? []"
        @passage="openPassage"
        @field="openField"
        @ask="trying.ask"
        @answer="keepAnswer"
      />
      <ul v-if="asked.data.value?.requests.length" class="bare-list asked" aria-label="What it asks of you">
        <RequestRow
          v-for="request in asked.data.value.requests"
          :key="request.id"
          :request="request"
          :agent-id="agentId"
          is-in-conversation
          @changed="asked.load"
        />
      </ul>
      <PersonPanel
        v-if="conversation.data.value"
        :conversation="conversation.data.value"
        :agent-name="agents.agent?.name ?? 'the agent'"
      />
      <EmptyNote
        v-else-if="list.data.value && list.data.value.total > 0"
        title="Choose a conversation"
        text="Read what was asked, where the answers came from, and ask the draft the same."
      />
    </section>
  </div>
</template>

<style scoped>
.tabs {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: var(--gap-1) var(--gap-4);
  padding: var(--gap-2) var(--gap-5);
  border-bottom: 1px solid var(--line);
}
.logbook {
  display: grid;
  grid-template-columns: minmax(300px, 400px) minmax(0, 1fr);
  min-height: calc(100dvh - var(--frame-top, var(--path-height)) - var(--strip-height));
}
.list {
  padding: var(--gap-1) var(--gap-4) var(--gap-6) var(--gap-5);
  border-right: 1px solid var(--line);
}
.asked {
  margin: var(--gap-4) 0 0 calc(-1 * var(--gap-4));
}
.reading {
  padding: var(--gap-4) var(--gap-5) var(--gap-7);
  min-width: 0;
  max-width: 860px;
}
@media (width < 960px) {
  .logbook {
    grid-template-columns: minmax(0, 1fr);
  }
  .list {
    border-right: 0;
    padding: var(--gap-4);
  }
  .reading {
    padding: var(--gap-4) var(--gap-4) var(--gap-7) var(--gap-5);
  }
}
</style>
