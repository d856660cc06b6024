<script setup lang="ts">
import { computed, nextTick, onMounted, reactive, ref } from 'vue'
import type { NewSource, Pair } from '@parrot/contract'
import { wordsFor } from '../api/client'
import { useLibrary } from './libraryStore'

/** Adds what is not a file: a page or site by its address, a note, or pairs of question and answer. */
const props = defineProps<{ kind: 'page' | 'note' | 'pairs' }>()
const emit = defineEmits<{ close: [] }>()
const store = useLibrary()
const form = reactive({ url: '', isSite: false, maxPages: 30, title: '', text: '' })
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
  if (props.kind === 'page')
    return form.isSite ? { kind: 'site', url: form.url, maxPages: form.maxPages } : { kind: 'page', url: form.url }
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

/** Rows copied from a spreadsheet: one pair a line, question and answer parted by a tab. */
function onPaste(at: number, event: ClipboardEvent): void {
  const rows = (event.clipboardData?.getData('text/plain') ?? '').split(/\r?\n/).filter((row) => row.includes('\t'))
  if (rows.length === 0) return
  event.preventDefault()
  const pasted = rows.map((row) => {
    const [question = '', ...answer] = row.split('\t')
    return { question: question.trim(), answer: answer.join(' ').trim() }
  })
  pairs.value = [...pairs.value.slice(0, at), ...pasted, ...pairs.value.slice(at + 1)]
}
</script>

<template>
  <form ref="root" class="add" @submit.prevent="add" @keydown.esc="$emit('close')">
    <template v-if="kind === 'page'">
      <label class="label" for="add-url">Address of the page</label>
      <input id="add-url" v-model="form.url" class="field" placeholder="https://…" />
      <label class="check"
        ><input v-model="form.isSite" type="checkbox" /> Follow its links and read the whole site</label
      >
      <label v-if="form.isSite" class="check"
        >at most <input v-model.number="form.maxPages" class="field few" type="number" min="1" max="500" /> pages</label
      >
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
      <p class="small soft">
        A pair answers its own question word for word. Rows copied from a spreadsheet can be pasted into a question.
      </p>
      <div v-for="(pair, at) in pairs" :key="at" class="pair">
        <input
          v-model="pair.question"
          class="field"
          :aria-label="`Question ${at + 1}`"
          placeholder="Question"
          @paste="onPaste(at, $event)"
        />
        <textarea
          v-model="pair.answer"
          class="field"
          rows="2"
          :aria-label="`Answer ${at + 1}`"
          placeholder="Answer, word for word"
        />
      </div>
      <button type="button" class="btn quiet small" @click="pairs.push({ question: '', answer: '' })">
        + another pair
      </button>
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
.pair {
  display: grid;
  gap: 5px;
  padding-bottom: 8px;
  border-bottom: 1px solid var(--line);
}
.note {
  min-height: 130px;
}
.check {
  display: flex;
  gap: 8px;
  align-items: center;
}
.few {
  width: 80px;
}
.acts {
  display: flex;
  gap: 8px;
  margin-top: 4px;
}
.wrong {
  color: var(--brick);
}
</style>
