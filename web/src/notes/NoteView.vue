<script setup lang="ts">
import { ElButton, ElCheckbox, ElProgress } from 'element-plus'
import { computed, nextTick, ref, toRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { Note } from '@parrot/contract'
import LoadingNote from '../shared/LoadingNote.vue'
import ProposalRow from './ProposalRow.vue'
import { useNote } from './useNote'

/** What became of a note: why the answer is as it is, and the edits that were tried for it, the best first. */
const props = defineProps<{ agentId: string; noteId: string; isFresh?: boolean }>()
const emit = defineEmits<{ asked: [question: string]; leave: [] }>()
const router = useRouter()
const { note, error, load, open, ...acts } = useNote(toRef(props, 'noteId'))

const root = ref<HTMLElement>()
/** Of a note just written the reason comes into sight as soon as it is there; the proposals stand below it. */
watch(
  () => note.value?.cause?.sentence,
  async (sentence) => {
    await nextTick()
    if (sentence && props.isFresh) root.value?.scrollIntoView({ block: 'start', behavior: 'smooth' })
  },
)

const keep = ref(false)
const chosen = ref<string[]>([])
watch(
  () => note.value?.proposals.map(({ id }) => id).join(),
  () => (chosen.value = []),
)
const choose = (id: string, isChosen: boolean) =>
  (chosen.value = isChosen ? [...chosen.value, id] : chosen.value.filter((each) => each !== id))

const isTrying = computed(() => note.value?.status === 'trying')
const played = computed(() => {
  const trials = open.value.map(({ trial }) => trial)
  const all = trials.reduce((sum, trial) => sum + Math.max(1, trial?.scripts ?? 1), 0)
  const done = trials.reduce((sum, trial) => sum + (trial ? Math.max(trial.played, trial.scripts === 0 ? 1 : 0) : 0), 0)
  return all === 0 ? 0 : Math.round((100 * done) / all)
})

function follow({ field, sourceId, passageId }: NonNullable<Note['cause']>['links'][number]): void {
  emit('leave')
  if (field) void router.push({ name: 'brief', params: { id: props.agentId }, query: { field } })
  else if (sourceId) openPassage(sourceId, passageId ?? '')
}
function openPassage(sourceId: string, passage: string): void {
  emit('leave')
  void router.push({ name: 'library', params: { id: props.agentId, sourceId }, query: { passage } })
}
</script>

<template>
  <section ref="root" class="note-view" aria-label="Why, and what would mend it">
    <p v-if="error" class="wrong" role="alert">{{ error }} <ElButton size="small" @click="load">Try again</ElButton></p>
    <LoadingNote v-else-if="!note" />
    <template v-else>
      <p v-if="note.cause" class="cause">
        {{ note.cause.sentence }}
        <ElButton v-for="(link, at) in note.cause.links" :key="at" link @click="follow(link)"
          >Open {{ link.label }}</ElButton
        >
      </p>
      <p v-if="note.status === 'failed'" class="wrong" role="alert">
        {{ note.error }} <ElButton size="small" @click="acts.tryAgain">Try again</ElButton>
      </p>
      <div v-if="isTrying" class="acts trying" role="status">
        <ElProgress class="bar" :percentage="played" :show-text="false" aria-label="Trying proposals" />
        <span class="small soft">{{
          note.cause ? 'Trying each on this line and on every script' : 'Finding out why'
        }}</span>
        <ElButton size="small" text @click="acts.cancel">Stop</ElButton>
      </div>
      <p v-if="note.isStale" class="stale small">
        Brief or library changed since these were tried.
        <ElButton size="small" @click="acts.tryAgain">Try them again</ElButton>
      </p>
      <ol v-if="open.length" class="bare-list proposals">
        <ProposalRow
          v-for="(proposal, at) in open"
          :key="proposal.id"
          :proposal="proposal"
          :is-first="at === 0"
          :is-closed="note.closed !== null"
          :is-chosen="chosen.includes(proposal.id)"
          @accept="acts.accept(proposal, keep).then(() => emit('asked', note!.question))"
          @dismiss="acts.dismiss(proposal)"
          @choose="choose(proposal.id, $event)"
          @change="acts.change(proposal, $event)"
          @passage="openPassage"
        />
      </ol>
      <p v-else-if="!isTrying && note.status === 'ready'" class="soft">
        No edit was found that changes this answer for the better.
        {{ note.wanted ? 'Say in other words what was wrong.' : 'Write the answer you wanted, and it can be kept.' }}
      </p>
      <div v-if="note.closed === null && open.length" class="acts foot">
        <ElCheckbox v-model="keep" size="small">On accepting, keep this line as a script</ElCheckbox>
        <ElButton v-if="chosen.length > 1" size="small" @click="acts.combine(chosen)"
          >Try these {{ chosen.length }} together</ElButton
        >
        <ElButton size="small" text @click="acts.dismissNote">Dismiss the note</ElButton>
      </div>
    </template>
  </section>
</template>

<style scoped>
.note-view {
  max-width: 1000px;
  padding: var(--gap-3) 0;
}
.cause {
  font: var(--text-lead) / 1.45 var(--serif);
  padding: var(--gap-2) var(--gap-3);
  background: var(--sky);
  border-radius: var(--radius);
  overflow-wrap: anywhere;
}
.trying,
.stale,
.proposals,
.foot {
  margin-top: var(--gap-3);
}
.bar {
  width: 140px;
}
.stale {
  background: var(--warm-wash);
  padding: var(--gap-2) var(--gap-3);
  border-radius: var(--radius);
}
.foot {
  border-top: 1px solid var(--line);
  padding-top: var(--gap-2);
}
</style>
