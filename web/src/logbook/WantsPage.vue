<script setup lang="ts">
import { computed, onMounted, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Settling, Want, WantList } from '@parrot/contract'
import { get, post } from '../api/client'
import { useBrief } from '../brief/briefStore'
import { useAgent } from '../frame/agentStore'
import EmptyNote from '../shared/EmptyNote.vue'
import WhenLoaded from '../shared/WhenLoaded.vue'
import { useLoaded } from '../shared/load'
import { tell, tellFailure } from '../shared/undo'
import { plural } from '../shared/when'
import { useTry } from '../try/tryStore'
import LogbookTabs from './LogbookTabs.vue'
import WantRow from './WantRow.vue'

/** What visitors asked and did not get, put together by meaning, each with the ways back to an agent that knows it. */
const route = useRoute()
const router = useRouter()
const agents = useAgent()
const brief = useBrief()
const trying = useTry()
const agentId = computed(() => String(route.params.id))
const list = useLoaded(() => get<WantList>(`/api/agents/${agentId.value}/wants`))
onMounted(list.load)
watch(() => agents.ticks.logbook, list.load)

const textsOf = ({ questions }: Want) => questions.map(({ text }) => text)

/** Takes a group off the list, with a way back. */
async function settle(want: Want, how: Settling, done: string, undo?: () => Promise<void>): Promise<void> {
  const questions = textsOf(want)
  await post(`/api/agents/${agentId.value}/wants/settle`, { questions, how })
  await list.load()
  tell(done, async () => {
    await post(`/api/agents/${agentId.value}/wants/reopen`, { questions })
    await undo?.()
    await list.load()
  })
}
const acting = (work: () => Promise<unknown>) => void work().catch((problem: unknown) => tellFailure(problem))

const answer = (want: Want, text: string) =>
  acting(async () => {
    await trying.giveAnswer(want.title, text)
    await settle(want, 'answered', 'It was answered. The group comes back if it is asked in vain again.')
  })
/** A rule that knows the visitors’ own words; what it does is for the designer to say. */
const rule = (want: Want) =>
  acting(async () => {
    const like = textsOf(want).slice(0, 8)
    const id = `want-${Date.now().toString(36)}`
    brief.edit((draft) =>
      draft.rules.push({
        id,
        when: `asked “${want.title}”`,
        do: '',
        strength: 'always',
        enabled: true,
        like,
        unlike: [],
      }),
    )
    await settle(want, 'ruled', 'A rule was begun. Say what it does.')
    const at = brief.brief!.rules.length - 1
    await router.push({ name: 'brief', params: { id: agentId.value }, query: { field: `rules.${at}` } })
  })
const script = (want: Want) =>
  acting(async () => {
    const turns = [{ say: want.title, checks: [{ kind: 'outcome', outcome: 'answered' }] }]
    await post(`/api/agents/${agentId.value}/scripts`, { title: want.title.slice(0, 80), turns })
    await settle(want, 'scripted', 'It is a script now, and fails until it is answered.')
  })
const addSource = () => router.push({ name: 'library', params: { id: agentId.value } })
const read = (conversationId: string) => router.push({ name: 'logbook', params: { id: agentId.value, conversationId } })
</script>

<template>
  <div class="page wants">
    <LogbookTabs :agent-id="agentId" />
    <WhenLoaded v-slot="{ data }" :of="list" text="Putting questions together…" :rows="6">
      <EmptyNote
        v-if="data.groups.length === 0"
        title="Nothing is wanting"
        text="Questions of visitors that went unanswered, or whose answer they did not like, come here, those that mean the same together."
      />
      <template v-else>
        <p class="lead">
          {{ plural(data.groups.length, 'thing') }} visitors asked and did not get, most asked first.
          <span v-if="data.settled" class="soft">{{ plural(data.settled, 'question') }} settled.</span>
        </p>
        <ol class="bare-list">
          <WantRow
            v-for="want in data.groups"
            :key="want.title"
            :want="want"
            @answer="answer(want, $event)"
            @source="addSource"
            @rule="rule(want)"
            @script="script(want)"
            @not-ours="acting(() => settle(want, 'notOurs', 'It was laid aside.'))"
            @ask="trying.ask($event)"
            @read="read"
          />
        </ol>
      </template>
    </WhenLoaded>
  </div>
</template>

<style scoped>
.wants {
  max-width: 900px;
  padding-top: var(--gap-2);
}
.lead {
  margin: var(--gap-4) 0 var(--gap-2);
}
</style>
