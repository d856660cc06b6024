<script setup lang="ts">
import { computed, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ElButton } from 'element-plus'
import type { NoteLine } from '@parrot/contract'
import { get, post } from '../api/client'
import { useAgent } from '../frame/agentStore'
import EmptyNote from '../shared/EmptyNote.vue'
import { useLoaded } from '../shared/load'
import LoadingNote from '../shared/LoadingNote.vue'
import { tell, tellFailure } from '../shared/undo'
import { plural } from '../shared/when'
import { useTry } from '../try/tryStore'
import { noteInWords } from './marks'
import NoteList from './NoteList.vue'
import NoteView from './NoteView.vue'

/** The notes that wait at the left, and beside them the one that is chosen, with its cause and proposals. */
const props = defineProps<{ agentId: string }>()
const route = useRoute()
const router = useRouter()
const agents = useAgent()
const trying = useTry()

const list = useLoaded(() => get<{ notes: NoteLine[] }>(`/api/agents/${props.agentId}/notes`))
watch(
  () => [props.agentId, agents.ticks.notes, agents.ticks.agent],
  () => void list.load(),
  { immediate: true },
)
const notes = computed(() => list.data.value?.notes)
const waiting = computed(() => notes.value?.filter(({ closed }) => closed === null).length ?? 0)
const chosen = computed(() => String(route.query.note ?? notes.value?.[0]?.id ?? ''))
const note = computed(() => notes.value?.find(({ id }) => id === chosen.value))
/** What fails in the scripts and what visitors asked in vain become notes, worked out like any other. */
async function gather(): Promise<void> {
  try {
    const { added } = await post<{ added: number }>(`/api/agents/${props.agentId}/notes/gather`)
    tell(
      added === 0
        ? 'Nothing new: no script fails, and no question waits that is not noted.'
        : `${plural(added, 'note')} made.`,
    )
    await list.load()
  } catch (problem) {
    tellFailure(problem)
  }
}
const select = (id: string) => void router.replace({ query: { view: 'notes', note: id } })
</script>

<template>
  <div class="two-panes">
    <section class="list" aria-label="Notes">
      <header class="pane-head">
        <slot name="head" />
        <p class="soft small grow">{{ notes?.length ? `${plural(waiting, 'note')} waiting` : '' }}</p>
      </header>
      <EmptyNote v-if="list.error.value" tone="failed" title="The notes could not be loaded" :text="list.error.value">
        <ElButton @click="list.load">Try again</ElButton>
      </EmptyNote>
      <LoadingNote v-else-if="!notes" />
      <EmptyNote
        v-else-if="notes.length === 0"
        title="No notes yet"
        text="When an answer is not right, say so under it: on the strip, in a run, or in the logbook. You get the reason, and edits that were already tried on every script."
      >
        <ElButton type="primary" @click="trying.focus">Ask something</ElButton>
        <ElButton @click="gather">Ask what it would add</ElButton>
      </EmptyNote>
      <ElButton v-if="notes?.length" size="small" class="gather" @click="gather">
        Ask {{ agents.agent?.name ?? 'it' }} what it would add
      </ElButton>
      <NoteList v-if="notes?.length" :notes="notes" :chosen="chosen" @select="select" />
    </section>
    <section class="pane" aria-label="Note">
      <template v-if="note">
        <h2 dir="auto">{{ note.question }}</h2>
        <p class="said">{{ noteInWords(note) }}</p>
        <p v-if="note.wanted && note.wrong" class="wanted">“{{ note.wanted }}”</p>
        <NoteView :agent-id="agentId" :note-id="note.id" @asked="trying.ask" />
      </template>
    </section>
  </div>
</template>

<style scoped>
.gather {
  margin-bottom: var(--gap-3);
}
.said {
  margin-top: var(--gap-1);
  overflow-wrap: anywhere;
}
.said::before {
  content: '✎ ';
  color: var(--warm);
}
.wanted {
  font-family: var(--serif);
  color: var(--soft);
  overflow-wrap: anywhere;
}
</style>
