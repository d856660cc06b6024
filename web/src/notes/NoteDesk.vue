<script setup lang="ts">
import { ref } from 'vue'
import type { NewNote } from '@parrot/contract'
import NoteForm from './NoteForm.vue'
import NoteView from './NoteView.vue'

/** From "that was wrong" to an accepted edit, under the answer it is about. */
defineProps<{
  agentId: string
  about: Pick<NewNote, 'turnId' | 'question' | 'before'>
  reply: string
  marked?: string
}>()
const emit = defineEmits<{ close: []; accepted: [question: string] }>()
const noteId = ref('')
</script>

<template>
  <NoteView
    v-if="noteId"
    :agent-id="agentId"
    :note-id="noteId"
    is-fresh
    @asked="emit('accepted', $event)"
    @leave="emit('close')"
  />
  <NoteForm
    v-else
    :agent-id="agentId"
    :about="about"
    :reply="reply"
    :marked="marked"
    @noted="noteId = $event"
    @close="emit('close')"
  />
</template>
