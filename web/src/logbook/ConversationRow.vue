<script setup lang="ts">
import { computed } from 'vue'
import type { ConversationSummary } from '@parrot/contract'
import { ago, plural } from '../shared/when'

/** One conversation in a list: how it began, when it went on last, and what of it waits for somebody. */
const props = defineProps<{ conversation: ConversationSummary; isChosen: boolean }>()
defineEmits<{ open: [] }>()

const STATES = { waiting: '● waits for a person', missed: '○ nobody came', taken: '◆ answered by' } as const
const personWords = computed(() => {
  const { person, passedOnTo } = props.conversation
  if (person) return person.state === 'taken' ? `${STATES.taken} ${person.name}` : STATES[person.state]
  return passedOnTo === null ? '' : `↷ asked for ${passedOnTo || 'a person'}`
})
</script>

<template>
  <li :class="{ chosen: isChosen }">
    <button type="button" :aria-current="isChosen ? 'true' : undefined" @click="$emit('open')">
      <span class="opening" dir="auto">{{ conversation.opening || '(an empty line)' }}</span>
      <span class="small soft">
        {{ ago(conversation.lastAt) }} · {{ plural(conversation.turns, 'turn') }} · edition {{ conversation.edition }}
        <b v-if="conversation.unanswered" class="open">✕ {{ conversation.unanswered }} unanswered</b>
        <b v-if="personWords" class="passed">{{ personWords }}</b>
        <b v-if="conversation.liked" class="liked">✓ {{ conversation.liked }} helpful</b>
        <b v-if="conversation.disliked" class="open">✗ {{ conversation.disliked }} not helpful</b>
        <b v-if="conversation.hasCollected" class="liked">✎ left details</b>
      </span>
    </button>
  </li>
</template>

<style scoped>
li {
  border-top: 1px solid var(--line);
  border-left: 3px solid transparent;
  margin: 0 calc(-1 * var(--gap-3));
}
.chosen {
  background: var(--sheet);
  border-left-color: var(--accent);
}
button {
  display: grid;
  gap: var(--gap-0);
  width: 100%;
  text-align: start;
  background: none;
  border: 0;
  color: inherit;
  padding: var(--gap-2) var(--gap-3);
  cursor: pointer;
}
button:hover .opening {
  text-decoration: underline;
  text-decoration-color: var(--accent);
}
b {
  white-space: nowrap;
}
.opening {
  font: 600 var(--text-read) / 1.35 var(--serif);
  overflow-wrap: anywhere;
}
.open {
  color: var(--brick);
  margin-left: var(--gap-2);
}
.liked {
  color: var(--accent-deep);
  margin-left: var(--gap-2);
}
.passed {
  color: var(--warm);
  margin-left: var(--gap-2);
}
</style>
