<script setup lang="ts">
import { ref } from 'vue'
import { ElButton, ElInput, ElInputTag } from 'element-plus'
import type { DebriefKind, DebriefQuestion } from '@parrot/contract'
import ChoiceField from '../shared/ChoiceField.vue'

/** The questions of a debrief, to be changed together: every conversation is asked anew. */
const props = defineProps<{ questions: readonly DebriefQuestion[]; error: string }>()
const emit = defineEmits<{ keep: [questions: DebriefQuestion[]]; cancel: [] }>()

const KINDS: readonly (readonly [DebriefKind, string])[] = [
  ['yesNo', 'yes or no'],
  ['choice', 'one of several'],
  ['number', 'a number'],
  ['date', 'a date'],
  ['text', 'in their words'],
]
const blank = (): DebriefQuestion => ({
  id: `q${Date.now().toString(36)}`,
  question: '',
  kind: 'yesNo',
  options: [],
  like: [],
})
const draft = ref<DebriefQuestion[]>(
  props.questions.length > 0 ? (JSON.parse(JSON.stringify(props.questions)) as DebriefQuestion[]) : [blank()],
)
const keep = () =>
  emit(
    'keep',
    draft.value.filter(({ question }) => question.trim() !== ''),
  )
</script>

<template>
  <form @submit.prevent="keep" @keydown.esc.stop="$emit('cancel')">
    <fieldset v-for="(each, at) in draft" :key="each.id">
      <div class="line">
        <ElInput
          v-model="each.question"
          class="grow"
          maxlength="200"
          :autofocus="at === draft.length - 1"
          placeholder="Did they want to book?"
          :aria-label="`Question ${at + 1}`"
        />
        <ChoiceField v-model="each.kind" :about="`How question ${at + 1} is answered`" :options="KINDS" />
        <ElButton text size="small" :aria-label="`Take out question ${at + 1}`" @click="draft.splice(at, 1)"
          >Take out</ElButton
        >
      </div>
      <ElInputTag
        v-if="each.kind === 'choice'"
        v-model="each.options"
        placeholder="one choice, then Enter"
        :aria-label="`Choices of question ${at + 1}`"
      />
      <ElInputTag
        v-if="each.kind === 'yesNo'"
        v-model="each.like"
        placeholder="what a visitor says when it is so (for the built-in model), then Enter"
        :aria-label="`Sample lines of question ${at + 1}`"
      />
    </fieldset>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <div class="acts">
      <ElButton text size="small" :disabled="draft.length >= 12" @click="draft.push(blank())"
        >Another question</ElButton
      >
      <span class="grow" />
      <ElButton @click="$emit('cancel')">Leave it</ElButton>
      <ElButton native-type="submit" type="primary">Keep and ask</ElButton>
    </div>
  </form>
</template>

<style scoped>
form {
  margin-top: var(--gap-4);
}
fieldset {
  display: grid;
  gap: var(--gap-1);
  margin: 0 0 var(--gap-3);
  padding: 0;
  border: 0;
}
.line,
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-2);
}
.line .grow {
  flex: 1 1 260px;
}
</style>
