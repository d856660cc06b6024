<script setup lang="ts">
import { computed, nextTick, onMounted, reactive, ref } from 'vue'
import type { NewSource, Pair } from '@parrot/contract'
import { wordsFor } from '../api/client'
import { useLibrary } from './libraryStore'
import PairsTable from './PairsTable.vue'

/** Adds what is not a file: a page by its address, a note, or pairs of question and answer. */
const props = defineProps<{ kind: 'page' | 'note' | 'pairs' }>()
const emit = defineEmits<{ close: [] }>()
const store = useLibrary()
const form = reactive({ url: '', title: '', text: '' })
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
  if (props.kind === 'page') return { kind: 'page', url: form.url }
  if (props.kind === 'note') return { kind: 'note', title: form.title, text: form.text }
  return { kind: 'pairs', title: form.title || 'Questions and answers', pairs: filled.value }
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
  <form ref="root" class="add" @submit.prevent="add" @keydown.esc="$emit('close')">
    <template v-if="kind === 'page'">
      <label class="label" for="add-url">Address of the page</label>
      <input id="add-url" v-model="form.url" class="field" placeholder="https://…" />
    </template>
    <template v-else-if="kind === 'note'">
      <label class="label" for="add-title">Title of the note</label>
      <input id="add-title" v-model="form.title" class="field" maxlength="200" />
      <label class="label" for="add-text">What the agent should know</label>
      <textarea id="add-text" v-model="form.text" class="field note" rows="6" placeholder="Plain text or Markdown" />
    </template>
    <template v-else>
      <label class="label" for="add-title">Title of the pairs</label>
      <input id="add-title" v-model="form.title" class="field" maxlength="200" placeholder="Questions and answers" />
      <p class="small soft">A pair answers its own question word for word.</p>
      <PairsTable v-model="pairs" />
    </template>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <div class="acts">
      <button class="btn main" :disabled="isSending">Add to the library</button>
      <button type="button" class="btn" @click="$emit('close')">Cancel</button>
    </div>
  </form>
</template>

<style scoped>
.add {
  display: grid;
  gap: 7px;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 10px;
  padding: 14px 16px;
  margin-bottom: 16px;
}
.note {
  min-height: 130px;
}
.acts {
  display: flex;
  gap: 8px;
  margin-top: 4px;
}
</style>
