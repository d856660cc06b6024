<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { nextTick, ref } from 'vue'
import type { Pair } from '@parrot/contract'
import { useFilePick } from '../shared/pick'
import { pairsFrom } from './pairRows'

/**
 * A table of questions and answers to type in. Rows copied from a spreadsheet are pasted as rows; a CSV file can be
 * taken in. Enter goes to the next row, and the last row makes a new one.
 */
const pairs = defineModel<Pair[]>({ required: true })
const root = ref<HTMLElement>()
const note = ref('')

const isEmpty = (pair: Pair) => pair.question.trim() === '' && pair.answer.trim() === ''

function put(at: number, rows: readonly Pair[]): void {
  if (rows.length === 0) return
  const kept = isEmpty(pairs.value[at] ?? { question: '', answer: '' }) ? 1 : 0
  pairs.value = [...pairs.value.slice(0, at), ...rows, ...pairs.value.slice(at + kept)]
  const bare = rows.filter((row) => row.question === '' || row.answer === '').length
  note.value = `${rows.length} rows were put in${bare > 0 ? `; ${bare} of them lack a question or an answer` : ''}.`
}

function onPaste(at: number, event: ClipboardEvent): void {
  const text = event.clipboardData?.getData('text/plain') ?? ''
  if (!text.includes('\t')) return
  event.preventDefault()
  put(at, pairsFrom(text))
}

const pickCsv = useFilePick(
  async ([file]) => file && put(pairs.value.findLastIndex((pair) => !isEmpty(pair)) + 1, pairsFrom(await file.text())),
  { accept: '.csv,.tsv,.txt' },
)

async function next(at: number): Promise<void> {
  if (at === pairs.value.length - 1) pairs.value = [...pairs.value, { question: '', answer: '' }]
  await nextTick()
  root.value?.querySelectorAll<HTMLInputElement>('input.question')[at + 1]?.focus()
}

const takeOut = (at: number) => {
  pairs.value = pairs.value.filter((_, n) => n !== at)
  if (pairs.value.length === 0) pairs.value = [{ question: '', answer: '' }]
}
</script>

<template>
  <div ref="root" class="pairs">
    <div v-for="(pair, at) in pairs" :key="at" class="pair">
      <ElInput
        v-model="pair.question"
        class="question"
        :aria-label="`Question ${at + 1}`"
        placeholder="Question"
        maxlength="1000"
        @paste="onPaste(at, $event)"
        @keydown.enter.prevent="next(at)"
      />
      <ElInput
        type="textarea"
        v-model="pair.answer"
        :rows="2"
        :aria-label="`Answer ${at + 1}`"
        placeholder="Answer, word for word"
        maxlength="8000"
      />
      <ElButton text size="small" :aria-label="`Take row ${at + 1} out`" title="Take out" @click="takeOut(at)">
        ×
      </ElButton>
    </div>
    <p class="more">
      <ElButton text size="small" @click="next(pairs.length - 1)">+ another row</ElButton>
      <ElButton text size="small" @click="pickCsv">Take in a CSV file</ElButton>
      <span class="small soft">{{ note || 'Rows copied from a spreadsheet can be pasted into a question.' }}</span>
    </p>
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr) auto;
  gap: var(--gap-2);
  align-items: start;
  padding-bottom: var(--gap-2);
}
.more {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1) var(--gap-2);
  align-items: center;
}
@media (width < 720px) {
  .pair {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .pair textarea {
    grid-column: 1 / 2;
  }
}
</style>
