<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
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
const form = ref<HTMLFormElement>()
const field = ref<InstanceType<typeof ElInput>>()

onMounted(() => {
  // What comes nearest stands there to be written over, or to be kept by going to its end.
  field.value?.select()
  form.value?.scrollIntoView({ block: 'nearest' })
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
    ref="form"
    class="give"
    aria-label="Answer it yourself"
    @submit.prevent="keep"
    @keydown.esc.stop="$emit('close')"
    @keydown.ctrl.enter="keep"
  >
    <label class="label" :for="`give-q-${turn.turnId}`">When asked</label>
    <ElInput :id="`give-q-${turn.turnId}`" v-model="question" maxlength="1000" required />
    <label class="label" :for="`give-a-${turn.turnId}`">the answer is</label>
    <ElInput
      type="textarea"
      :id="`give-a-${turn.turnId}`"
      ref="field"
      v-model="answer"
      class="answer"
      :rows="3"
      maxlength="8000"
      required
    />
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <div class="acts">
      <ElButton
        native-type="submit"
        type="primary"
        size="small"
        :disabled="isKeeping || !question.trim() || !answer.trim()"
      >
        {{ isKeeping ? 'Keeping…' : 'Keep and ask again' }} <kbd>Ctrl ↵</kbd>
      </ElButton>
      <ElButton size="small" @click="$emit('close')">Cancel</ElButton>
      <span class="small soft">It goes to the library, under “Answers given by hand”, and can be undone.</span>
    </div>
  </form>
</template>

<style scoped>
.give {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: var(--gap-2) var(--gap-3);
  align-items: baseline;
  max-width: 860px;
  padding: var(--gap-3) 0 var(--gap-2);
}
.answer {
  font-family: var(--serif);
  font-size: var(--text-lead);
  line-height: 1.5;
}
.acts,
.wrong {
  grid-column: 2;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  align-items: center;
}
@media (width < 720px) {
  .give {
    grid-template-columns: 1fr;
  }
  .acts,
  .wrong {
    grid-column: 1;
  }
}
</style>
