<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { computed, nextTick, onMounted, ref } from 'vue'
import type { NewSource, Pair } from '@parrot/contract'
import { wordsFor } from '../api/client'
import { useLibrary } from './libraryStore'
import PairsTable from './PairsTable.vue'

/** Adds what is not a file: a page by its address, a note, or pairs of question and answer. */
const props = defineProps<{ kind: 'page' | 'note' | 'pairs' }>()
const emit = defineEmits<{ close: [] }>()
const store = useLibrary()
const fields = ref({ url: '', title: '', text: '' })
const pairs = ref<Pair[]>([{ question: '', answer: '' }])
const error = ref('')
const isSending = ref(false)
const root = ref<HTMLElement>()

onMounted(async () => {
  await nextTick()
  root.value?.querySelector<HTMLElement>('input,textarea')?.focus()
})

const filled = computed(() => pairs.value.filter((pair) => pair.question.trim() || pair.answer.trim()))

function body(): NewSource {
  if (props.kind === 'page') return { kind: 'page', url: fields.value.url }
  if (props.kind === 'note') return { kind: 'note', title: fields.value.title, text: fields.value.text }
  return { kind: 'pairs', title: fields.value.title || 'Questions and answers', pairs: filled.value }
}

async function add(): Promise<void> {
  isSending.value = true
  try {
    await store.add(body())
    emit('close')
  } catch (problem) {
    error.value = wordsFor(problem)
  } finally {
    isSending.value = false
  }
}
</script>

<template>
  <form ref="root" class="inset" @submit.prevent="add" @keydown.esc="$emit('close')">
    <template v-if="kind === 'page'">
      <label class="label" for="add-url">Address of the page</label>
      <ElInput id="add-url" v-model="fields.url" placeholder="https://…" />
    </template>
    <template v-else-if="kind === 'note'">
      <label class="label" for="add-title">Title of the note</label>
      <ElInput id="add-title" v-model="fields.title" maxlength="200" />
      <label class="label" for="add-text">What the agent should know</label>
      <ElInput
        type="textarea"
        id="add-text"
        v-model="fields.text"
        class="note"
        :rows="6"
        placeholder="Plain text or Markdown"
      />
    </template>
    <template v-else>
      <label class="label" for="add-title">Title of the pairs</label>
      <ElInput id="add-title" v-model="fields.title" maxlength="200" placeholder="Questions and answers" />
      <p class="small soft">A pair answers its own question word for word.</p>
      <PairsTable v-model="pairs" />
    </template>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <div class="acts">
      <ElButton native-type="submit" type="primary" :disabled="isSending">Add to the library</ElButton>
      <ElButton @click="$emit('close')">Cancel</ElButton>
    </div>
  </form>
</template>
