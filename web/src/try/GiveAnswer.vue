<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { Turn } from '@parrot/contract'
import { wordsFor } from '../api/client'
import { answerToBegin, useTry } from './tryStore'

/** Gives a question its answer by hand: kept in the library as a pair, and the question is asked again. */
const props = defineProps<{ turn: Turn }>()
const emit = defineEmits<{ close: [] }>()
const store = useTry()
const question = ref(props.turn.question || props.turn.said)
const answer = ref(answerToBegin(props.turn))
const error = ref('')
const isKeeping = ref(false)
const field = ref<HTMLTextAreaElement>()

onMounted(() => {
  field.value?.focus()
  field.value?.scrollIntoView({ block: 'nearest' })
})

async function keep(): Promise<void> {
  if (isKeeping.value) return
  isKeeping.value = true
  error.value = ''
  try {
    await store.giveAnswer(question.value, answer.value)
    emit('close')
  } catch (problem) {
    error.value = wordsFor(problem)
  } finally {
    isKeeping.value = false
  }
}
</script>

<template>
  <form
    class="give"
    aria-label="Answer it yourself"
    @submit.prevent="keep"
    @keydown.esc.stop="$emit('close')"
    @keydown.ctrl.enter="keep"
  >
    <label class="label" :for="`give-q-${turn.turnId}`">When asked</label>
    <input :id="`give-q-${turn.turnId}`" v-model="question" class="field" maxlength="1000" required />
    <label class="label" :for="`give-a-${turn.turnId}`">the answer is</label>
    <textarea
      :id="`give-a-${turn.turnId}`"
      ref="field"
      v-model="answer"
      class="field answer"
      rows="3"
      maxlength="8000"
      required
    />
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <div class="acts">
      <button class="btn main small" :disabled="isKeeping || !question.trim() || !answer.trim()">
        {{ isKeeping ? 'Keeping…' : 'Keep and ask again' }} <kbd>Ctrl ↵</kbd>
      </button>
      <button type="button" class="btn small" @click="$emit('close')">Cancel</button>
      <span class="small soft">It goes to the library, under “Answers given by hand”, and can be undone.</span>
    </div>
  </form>
</template>

<style scoped>
.give {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 8px 14px;
  align-items: baseline;
  max-width: 860px;
  padding: 10px 0 6px;
}
.answer {
  font-family: var(--serif);
  font-size: 18px;
  line-height: 1.5;
  min-height: 92px;
  resize: vertical;
}
.acts,
.wrong {
  grid-column: 2;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
@media (max-width: 760px) {
  .give {
    grid-template-columns: 1fr;
  }
  .acts,
  .wrong {
    grid-column: 1;
  }
}
</style>
