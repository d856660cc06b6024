<script setup lang="ts">
import { ref } from 'vue'
import { ElButton } from 'element-plus'
import type { Conversation, DebriefQuestion } from '@parrot/contract'
import NoteDesk from '../notes/NoteDesk.vue'
import OutcomeMark from '../shared/OutcomeMark.vue'
import ReplyText from '../shared/ReplyText.vue'
import { moment, plural } from '../shared/when'
import WorkingSteps from '../shared/WorkingSteps.vue'
import ToldNote from './ToldNote.vue'

/** One conversation to read, line by line, each answer with what it came from and how it was made. */
const props = defineProps<{
  agentId: string
  conversation: Conversation
  questions: readonly DebriefQuestion[]
}>()
defineEmits<{
  passage: [sourceId: string, passageId: string]
  field: [field: string]
  ask: [text: string]
  /** What a person said is to be the agent’s answer from now on. */
  answer: [question: string, answer: string]
}>()
const openLine = ref('')
const noted = ref('')
/** A line that nobody asked for: the agent tells what came of a decision. */
const isDecision = ({ workings }: Conversation['lines'][number]): boolean => workings[0]?.step === 'decision'
/** What the visitor said last before a line: what a person answered. */
const askedBefore = (at: number): string =>
  props.conversation.lines.slice(0, at).findLast(({ said, handOver }) => said !== '' && handOver === null)?.said ?? ''
</script>

<template>
  <header>
    <h2>{{ moment(conversation.startedAt) }}</h2>
    <p class="small soft">{{ plural(conversation.turns, 'turn') }}, {{ conversation.unanswered }} unanswered</p>
  </header>
  <ToldNote :answers="conversation.debrief" :questions="questions" />
  <ol class="bare-list">
    <li v-for="(line, at) in conversation.lines" :key="line.id" :class="{ unanswered: line.outcome === 'unknown' }">
      <p v-if="isDecision(line)" class="small soft">After the team had decided:</p>
      <p v-else-if="line.said || line.by === null" class="said" dir="auto">{{ line.said || '(an empty line)' }}</p>
      <p v-if="line.by !== null && line.reply" class="small">
        <b>{{ line.by }}</b>
      </p>
      <ReplyText
        class="reply"
        :reply="line.reply"
        :citations="line.citations"
        :inserts="line.inserts"
        :file-at="(at) => `/api/agents/${agentId}/turns/${line.id}/files/${at}`"
        @cite="$emit('passage', $event.sourceId, $event.passageId)"
      />
      <p v-if="line.rating" class="small" :class="line.rating">
        {{ line.rating === 'up' ? '✓ helpful' : '✗ not helpful'
        }}<template v-if="line.ratingWord">: “{{ line.ratingWord }}”</template>
      </p>
      <div v-if="line.by !== null && line.reply && askedBefore(at)" class="acts">
        <ElButton text size="small" @click="$emit('answer', askedBefore(at), line.reply)"
          >Let the agent answer “{{ askedBefore(at) }}” so</ElButton
        >
      </div>
      <div v-if="line.by === null" class="acts">
        <OutcomeMark :outcome="line.outcome" :hand-over="line.handOver" />
        <span class="small soft">edition {{ line.edition }}, revision {{ line.revision }}</span>
        <ElButton
          text
          size="small"
          :aria-expanded="openLine === line.id"
          @click="openLine = openLine === line.id ? '' : line.id"
        >
          {{ openLine === line.id ? 'Hide workings' : 'Show workings' }}
        </ElButton>
        <ElButton v-if="line.said" text size="small" @click="$emit('ask', line.said)">Ask the draft</ElButton>
        <ElButton
          v-if="line.said"
          text
          size="small"
          :aria-expanded="noted === line.id"
          @click="noted = noted === line.id ? '' : line.id"
        >
          Not right?
        </ElButton>
      </div>
      <NoteDesk
        v-if="noted === line.id"
        :agent-id="agentId"
        :about="{ turnId: line.id }"
        :reply="line.reply"
        @close="noted = ''"
        @accepted="$emit('ask', $event)"
      />
      <WorkingSteps
        v-if="openLine === line.id"
        :workings="line.workings"
        @passage="(source, passage) => $emit('passage', source, passage)"
        @field="$emit('field', $event)"
      />
    </li>
  </ol>
</template>

<style scoped>
ol {
  margin: var(--gap-3) 0 0 calc(-1 * var(--gap-4));
}
ol > li {
  padding: var(--gap-4) 0 var(--gap-2) var(--gap-4);
  border-top: 1px solid var(--line);
  border-left: 3px solid transparent;
}
.unanswered {
  border-left-color: var(--brick);
}
.said {
  font-weight: 700;
  margin-bottom: var(--gap-2);
  overflow-wrap: anywhere;
  white-space: pre-wrap;
}
.reply {
  font-size: var(--text-lead);
  line-height: 1.5;
}
.up {
  color: var(--accent-deep);
}
.down {
  color: var(--brick);
}
.acts {
  margin-top: var(--gap-2);
}
</style>
