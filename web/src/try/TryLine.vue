<script setup lang="ts">
import { computed, ref } from 'vue'
import { ElButton } from 'element-plus'
import type { Support } from '@parrot/contract'
import AnswerPair from '../shared/AnswerPair.vue'
import ReplyText from '../shared/ReplyText.vue'
import WorkingSteps from '../shared/WorkingSteps.vue'
import NoteDesk from '../notes/NoteDesk.vue'
import { markedIn } from '../notes/marked'
import GiveAnswer from './GiveAnswer.vue'
import { useTry, type Line } from './tryStore'
import UnbackedNote from './UnbackedNote.vue'
import { whatItTook } from './whatItTook'

/** One line of the conversation: what was said, the answer now beside the one before, and what can be done about it. */
const props = defineProps<{
  line: Line
  agentId: string
  /** Whether the brief has visitors hear what nothing backs. */
  isUnbackedSaid: boolean
}>()
const emit = defineEmits<{ passage: [sourceId: string, passageId: string]; field: [field: string] }>()
const store = useTry()
const showsWorkings = ref(false)
const isAnswering = ref(false)
const isNoting = ref(false)
const marked = ref('')
const root = ref<HTMLElement>()
/** What was marked in the answer with the mouse is what the note is about. */
function note(): void {
  marked.value = markedIn(root.value)
  isNoting.value = !isNoting.value
}
const isPinned = computed(() =>
  store.pins.some((each) => each.text.toLowerCase() === props.line.turn?.said.toLowerCase()),
)
/** Before and now may be one revision: then the library changed, or the model. */
const beforeLabel = computed(() => {
  const { turn } = props.line
  return turn?.before && turn.before.revision === turn.revision ? 'with the library or model before' : undefined
})

function openGround({ sourceId, passageId, field }: Support): void {
  if (sourceId !== undefined && passageId !== undefined) emit('passage', sourceId, passageId)
  else if (field !== undefined) emit('field', field)
}
</script>

<template>
  <article ref="root" class="line">
    <p class="said" dir="auto">{{ line.said }}</p>
    <template v-if="line.turn">
      <AnswerPair
        :now="line.turn"
        :before="line.turn.before"
        :before-label="beforeLabel"
        @cite="emit('passage', $event.sourceId, $event.passageId)"
        :file-at="(at) => `/api/agents/${agentId}/turns/${line.turn!.turnId}/files/${at}`"
        @ground="openGround"
        @say="store.ask"
      />
      <UnbackedNote :turn="line.turn" :is-for-visitors="isUnbackedSaid" @field="emit('field', $event)" />
      <div class="acts">
        <ElButton size="small" :aria-expanded="isNoting" @click="note">Not right?</ElButton>
        <ElButton text size="small" :aria-expanded="showsWorkings" @click="showsWorkings = !showsWorkings">
          {{ showsWorkings ? 'Hide workings' : 'Show workings' }}
        </ElButton>
        <ElButton v-if="!isPinned" text size="small" @click="store.pin(line.turn.said)">Pin</ElButton>
        <span v-else class="small soft">pinned</span>
        <ElButton text size="small" @click="store.ask(line.turn.said)">Ask again</ElButton>
        <ElButton
          size="small"
          :text="line.turn.outcome !== 'unknown'"
          :aria-expanded="isAnswering"
          @click="isAnswering = !isAnswering"
        >
          Answer it yourself
        </ElButton>
        <span class="small soft number"
          >{{ line.turn.model }}, {{ Math.round(line.turn.tookMs) }} ms{{ whatItTook(line.turn.usage) }}</span
        >
      </div>
      <NoteDesk
        v-if="isNoting"
        :agent-id="agentId"
        :about="{ turnId: line.turn.turnId }"
        :reply="line.turn.reply"
        :marked="marked"
        @close="isNoting = false"
        @accepted="store.ask"
      />
      <GiveAnswer v-if="isAnswering" :turn="line.turn" @close="isAnswering = false" />
      <WorkingSteps
        v-if="showsWorkings"
        :workings="line.turn.workings"
        @passage="(source, passage) => emit('passage', source, passage)"
        @field="emit('field', $event)"
      />
    </template>
    <div v-else-if="line.error" class="acts wrong" role="alert">
      <p>{{ line.error }}</p>
      <ElButton size="small" @click="store.ask(line.said)">Ask again</ElButton>
    </div>
    <div v-else class="coming">
      <ReplyText v-if="line.soFar" :reply="line.soFar" />
      <p v-else class="soft">{{ line.meanwhile ?? line.steps.at(-1)?.summary ?? 'Reading the question…' }}</p>
    </div>
  </article>
</template>

<style scoped>
.line {
  padding: var(--gap-3) 0 var(--gap-2);
}
.line + .line {
  border-top: 1px solid var(--line);
}
.said {
  font-weight: 700;
  margin-bottom: var(--gap-2);
  overflow-wrap: anywhere;
  white-space: pre-wrap;
}
.said::before {
  content: '› ';
  color: var(--accent);
}
.acts {
  gap: var(--gap-1) var(--gap-2);
  margin: var(--gap-2) 0 var(--gap-1) calc(-1 * var(--gap-2));
}
.coming {
  font-size: var(--text-reply);
  line-height: 1.5;
}
</style>
