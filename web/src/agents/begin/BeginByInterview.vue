<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue'
import { ElButton, ElInput } from 'element-plus'
import type { Brief, InterviewQuestion } from '@parrot/contract'
import { post } from '../../api/client'
import { tellFailure } from '../../shared/undo'
import { plural } from '../../shared/when'
import { forgetInterview, keepInterview, keptInterview } from './interview'

/** Begins with a few questions, one at a time; it can be left and gone on with. */
const brief = defineModel<Brief | undefined>({ required: true })
const open = ref<InterviewQuestion[]>([])
const skipped = ref<readonly string[]>([])
const answer = ref('')
const field = ref<InstanceType<typeof ElInput>>()
const question = computed(() => open.value[0])

onMounted(() => {
  const kept = keptInterview()
  skipped.value = kept.skipped ?? []
  void step(kept.brief ?? ({} as Brief))
})

async function step(from: Brief, told?: { questionId: string; text: string }): Promise<void> {
  try {
    const state = await post<{ brief: Brief; open: InterviewQuestion[] }>('/api/drafts/interview', {
      brief: from,
      skipped: skipped.value,
      answer: told,
    })
    brief.value = state.brief
    open.value = state.open
    answer.value = ''
    keepInterview({ brief: state.brief, skipped: skipped.value })
    await nextTick()
    field.value?.focus()
  } catch (problem) {
    tellFailure(problem)
  }
}

function reply(): void {
  if (question.value && brief.value && answer.value.trim() !== '')
    void step(brief.value, { questionId: question.value.id, text: answer.value })
}
function skip(): void {
  if (!question.value || !brief.value) return
  skipped.value = [...skipped.value, question.value.id]
  void step(brief.value)
}
function startAgain(): void {
  forgetInterview()
  skipped.value = []
  void step({} as Brief)
}
</script>

<template>
  <template v-if="question">
    <label class="ask" for="answer">{{ question.ask }}</label>
    <p class="small soft">{{ question.why }}</p>
    <ElInput
      id="answer"
      ref="field"
      v-model="answer"
      type="textarea"
      class="text"
      :rows="4"
      :placeholder="question.example"
      @keydown.ctrl.enter.prevent="reply"
    />
    <div class="acts">
      <ElButton type="primary" :disabled="answer.trim() === ''" @click="reply">Answer <kbd>Ctrl ↵</kbd></ElButton>
      <ElButton @click="skip">Skip</ElButton>
      <span class="small soft">{{ plural(open.length, 'question') }} left; you can leave and come back</span>
    </div>
  </template>
  <div v-else-if="brief">
    <p class="ask">That is all that is needed to begin.</p>
    <ElButton size="small" @click="startAgain">Start the interview again</ElButton>
  </div>
</template>

<style scoped>
.ask {
  font: 600 var(--text-reply) / 1.35 var(--serif);
  display: block;
}
.text {
  font: var(--text-lead) / 1.5 var(--serif);
  margin-top: var(--gap-1);
}
.acts {
  margin-top: var(--gap-2);
}
</style>
