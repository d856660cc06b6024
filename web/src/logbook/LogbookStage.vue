<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Citation, Conversation, ConversationSummary } from '@parrot/contract'
import { get } from '../api/client'
import { useAgent } from '../frame/agentStore'
import EmptyNote from '../shared/EmptyNote.vue'
import { useLoaded } from '../shared/load'
import OutcomeMark from '../shared/OutcomeMark.vue'
import ReplyText from '../shared/ReplyText.vue'
import { ago, moment, plural } from '../shared/when'
import WorkingSteps from '../shared/WorkingSteps.vue'
import { useTry } from '../try/tryStore'

/** Conversations with visitors, for reading; what went unanswered is marked and can be asked again at once. */
const route = useRoute()
const router = useRouter()
const agents = useAgent()
const trying = useTry()

const agentId = computed(() => String(route.params.id))
/** The newest conversation, shown when the address names none; it stays while newer ones come in. */
const newest = ref('')
const conversationId = computed(() => String(route.params.conversationId || newest.value))
const which = ref<'all' | 'unanswered' | 'passedOn'>('all')
const openLine = ref('')
const shown = ref(50)

const list = useLoaded(() =>
  get<{ total: number; unanswered: number; passedOn: number; conversations: ConversationSummary[] }>(
    `/api/agents/${agentId.value}/conversations?limit=${Math.min(200, shown.value)}${which.value === 'all' ? '' : `&${which.value}=true`}`,
  ),
)
const conversation = useLoaded(() => get<Conversation>(`/api/conversations/${conversationId.value}`))

onMounted(async () => {
  await list.load()
  newest.value = list.data.value?.conversations[0]?.id ?? ''
})
watch([which, shown, () => agents.ticks.logbook], list.load)
watch(
  [conversationId, () => agents.ticks.logbook],
  () => {
    if (conversationId.value) void conversation.load()
    else conversation.data.value = undefined
  },
  { immediate: true },
)

const all = computed(() => list.data.value)
const open = (id: string) => void router.push({ name: 'logbook', params: { id: agentId.value, conversationId: id } })
const openPassage = (sourceId: string, passage: string) =>
  void router.push({ name: 'library', params: { id: agentId.value, sourceId }, query: { passage } })
const openCitation = (citation: Citation) => openPassage(citation.sourceId, citation.passageId)
const openField = (field: string) =>
  void router.push({ name: 'brief', params: { id: agentId.value }, query: { field } })
</script>

<template>
  <div class="logbook">
    <section class="list" aria-label="Conversations">
      <header>
        <h1>Logbook</h1>
      </header>
      <div v-if="all && all.total > 0" class="filter" role="group" aria-label="Which conversations">
        <button type="button" :aria-pressed="which === 'all'" @click="which = 'all'">
          All <span class="number">{{ all.total }}</span>
        </button>
        <button type="button" :aria-pressed="which === 'unanswered'" @click="which = 'unanswered'">
          Unanswered <span class="number">{{ all.unanswered }}</span>
        </button>
        <button type="button" :aria-pressed="which === 'passedOn'" @click="which = 'passedOn'">
          Passed on <span class="number">{{ all.passedOn }}</span>
        </button>
      </div>
      <EmptyNote v-if="list.error.value" tone="failed" title="The logbook could not be loaded" :text="list.error.value">
        <button type="button" class="btn" @click="list.load">Try again</button>
      </EmptyNote>
      <p v-else-if="!all" class="soft">Loading…</p>
      <EmptyNote
        v-else-if="all.total === 0"
        title="No visitors yet"
        :text="
          agents.agent?.liveEdition
            ? 'Conversations on the agent’s page appear here as they happen.'
            : 'Publish an edition and hand out its page. Conversations appear here as they happen.'
        "
      />
      <EmptyNote
        v-else-if="all.conversations.length === 0"
        :title="which === 'passedOn' ? 'Nothing was passed on' : 'Nothing went unanswered'"
        :text="
          which === 'passedOn'
            ? 'Conversations come here when a boundary or a rule of the brief hands over to a person.'
            : 'Every question got an answer.'
        "
      />
      <template v-else>
        <ul>
          <li v-for="each in all.conversations" :key="each.id" :class="{ chosen: each.id === conversationId }">
            <button type="button" @click="open(each.id)">
              <span class="opening">{{ each.opening || '(an empty line)' }}</span>
              <span class="meta small soft">
                {{ ago(each.lastAt) }} · {{ plural(each.turns, 'turn') }} · edition {{ each.edition }}
                <b v-if="each.unanswered" class="open">✕ {{ each.unanswered }} unanswered</b>
                <b v-if="each.passedOnTo !== null" class="passed">↷ passed on to {{ each.passedOnTo || 'a person' }}</b>
              </span>
            </button>
          </li>
        </ul>
        <button
          v-if="all.conversations.length >= shown && shown < 200"
          type="button"
          class="btn small"
          @click="shown += 50"
        >
          Show more
        </button>
      </template>
    </section>

    <section class="reading" aria-label="Conversation">
      <EmptyNote
        v-if="conversation.error.value"
        tone="failed"
        title="The conversation could not be loaded"
        :text="conversation.error.value"
      />
      <template v-else-if="conversation.data.value">
        <header>
          <h2>{{ moment(conversation.data.value.startedAt) }}</h2>
          <p class="small soft">
            {{ plural(conversation.data.value.turns, 'turn') }}, {{ conversation.data.value.unanswered }} unanswered
          </p>
        </header>
        <ol>
          <li
            v-for="line in conversation.data.value.lines"
            :key="line.id"
            :class="{ unanswered: line.outcome === 'unknown' }"
          >
            <p class="said">{{ line.said || '(an empty line)' }}</p>
            <ReplyText class="reply" :reply="line.reply" :citations="line.citations" @cite="openCitation" />
            <div class="acts">
              <OutcomeMark :outcome="line.outcome" :hand-over="line.handOver" />
              <span class="small soft">edition {{ line.edition }}, revision {{ line.revision }}</span>
              <button
                type="button"
                class="btn quiet small"
                :aria-expanded="openLine === line.id"
                @click="openLine = openLine === line.id ? '' : line.id"
              >
                {{ openLine === line.id ? 'Hide workings' : 'Show workings' }}
              </button>
              <button type="button" class="btn quiet small" @click="trying.ask(line.said)">Ask the draft</button>
            </div>
            <WorkingSteps
              v-if="openLine === line.id"
              :workings="line.workings"
              @passage="openPassage"
              @field="openField"
            />
          </li>
        </ol>
      </template>
      <EmptyNote
        v-else-if="all && all.total > 0"
        title="Choose a conversation"
        text="Read what was asked, where the answers came from, and ask the draft the same."
      />
    </section>
  </div>
</template>

<style scoped>
.logbook {
  display: grid;
  grid-template-columns: minmax(300px, 400px) minmax(0, 1fr);
  min-height: calc(100dvh - var(--path-height) - var(--strip-height));
}
.list {
  padding: 22px 22px 40px 28px;
  border-right: 1px solid var(--line);
}
.filter {
  display: flex;
  gap: 14px;
  margin: 8px 0 12px;
}
.filter button {
  background: none;
  border: 0;
  border-bottom: 2px solid transparent;
  padding: 4px 2px;
  color: var(--soft);
  cursor: pointer;
  font-weight: 700;
  font-size: 14px;
}
.filter button[aria-pressed='true'] {
  color: var(--ink);
  border-color: var(--accent);
}
ul,
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
.list li {
  border-top: 1px solid var(--line);
  border-left: 3px solid transparent;
  margin: 0 -10px 0 -12px;
}
.list li.chosen {
  background: var(--sheet);
  border-left-color: var(--accent);
}
.list li button {
  display: grid;
  gap: 2px;
  width: 100%;
  text-align: left;
  background: none;
  border: 0;
  color: inherit;
  padding: 9px 10px;
  cursor: pointer;
}
.list li button:hover .opening {
  text-decoration: underline;
  text-decoration-color: var(--accent);
}
.opening {
  font: 600 16px/1.35 var(--serif);
  overflow-wrap: anywhere;
}
.open {
  color: var(--brick);
  margin-left: 6px;
}
.passed {
  color: var(--warm);
  margin-left: 6px;
}
.reading {
  padding: 22px 34px 60px;
  min-width: 0;
  max-width: 860px;
}
.reading ol > li {
  padding: 16px 0 8px 16px;
  border-top: 1px solid var(--line);
  border-left: 3px solid transparent;
}
.reading ol {
  margin: 12px 0 0 -19px;
}
.reading .unanswered {
  border-left-color: var(--brick);
}
.said {
  font-weight: 700;
  margin-bottom: 6px;
  overflow-wrap: anywhere;
  white-space: pre-wrap;
}
.reply {
  font-size: 19px;
  line-height: 1.5;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  margin-top: 6px;
}
@media (max-width: 900px) {
  .logbook {
    grid-template-columns: minmax(0, 1fr);
  }
  .list {
    border-right: 0;
    padding: 18px 16px;
  }
  .reading {
    padding: 18px 16px 60px 30px;
  }
}
</style>
