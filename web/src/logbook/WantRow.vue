<script setup lang="ts">
import { computed, ref } from 'vue'
import { ElButton, ElInput } from 'element-plus'
import type { Want } from '@parrot/contract'
import { ago, count, plural } from '../shared/when'

/** One thing visitors wanted, in the words of one of them, and what can be done about it. */
const props = defineProps<{ want: Want }>()
const emit = defineEmits<{
  answer: [text: string]
  source: []
  rule: []
  script: []
  notOurs: []
  ask: [text: string]
  read: [conversationId: string]
}>()
const isOpen = ref(false)
const isAnswering = ref(false)
const answer = ref('')

const how = computed(() =>
  [
    props.want.unknown > 0 ? `✕ ${count(props.want.unknown)} unanswered` : '',
    props.want.offered > 0 ? `≈ ${count(props.want.offered)} offered` : '',
    props.want.disliked > 0 ? `✗ ${count(props.want.disliked)} not helpful` : '',
  ]
    .filter(Boolean)
    .join(' · '),
)
function keep(): void {
  if (answer.value.trim() === '') return
  emit('answer', answer.value.trim())
  isAnswering.value = false
}
</script>

<template>
  <li>
    <p class="times number" aria-hidden="true">{{ count(want.times) }}</p>
    <div class="body">
      <h2 dir="auto">{{ want.title }}</h2>
      <p class="small soft">
        asked {{ plural(want.times, 'time') }}
        <template v-if="want.questions.length > 1"> in {{ want.questions.length }} ways</template> · {{ how }}
        <template v-if="want.word"> · “{{ want.word }}”</template>
      </p>
      <form v-if="isAnswering" class="answer" @submit.prevent="keep" @keydown.esc.stop="isAnswering = false">
        <ElInput
          v-model="answer"
          type="textarea"
          autosize
          autofocus
          maxlength="8000"
          placeholder="What the agent says from now on"
          :aria-label="`Answer to ${want.title}`"
          @keydown.ctrl.enter="keep"
        />
        <ElButton native-type="submit" type="primary" size="small" :disabled="!answer.trim()">Keep the answer</ElButton>
        <ElButton text size="small" @click="isAnswering = false">Cancel</ElButton>
      </form>
      <div v-else class="acts">
        <ElButton size="small" type="primary" plain @click="isAnswering = true">Answer it</ElButton>
        <ElButton text size="small" @click="$emit('source')">Add a source</ElButton>
        <ElButton text size="small" @click="$emit('rule')">Write a rule</ElButton>
        <ElButton text size="small" @click="$emit('script')">Make it a script</ElButton>
        <ElButton text size="small" @click="$emit('ask', want.title)">Ask the draft</ElButton>
        <ElButton text size="small" @click="$emit('notOurs')">Not ours</ElButton>
        <ElButton text size="small" :aria-expanded="isOpen" @click="isOpen = !isOpen">
          {{ isOpen ? 'Hide the questions' : 'Show the questions' }}
        </ElButton>
      </div>
      <ul v-if="isOpen" class="bare-list asked">
        <li v-for="each in want.questions" :key="each.text">
          <span dir="auto">{{ each.text }}</span>
          <span class="small soft">
            {{ each.times > 1 ? `${count(each.times)} times, ` : '' }}{{ ago(each.lastAt) }}
            <ElButton text size="small" @click="$emit('read', each.conversationId)">Read</ElButton>
          </span>
        </li>
      </ul>
    </div>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 56px minmax(0, 1fr);
  gap: var(--gap-3);
  padding: var(--gap-3) 0;
  border-top: 1px solid var(--line);
}
.times {
  font: 600 var(--text-title) / 1.1 var(--serif);
  text-align: end;
  color: var(--warm);
}
h2 {
  font: 600 var(--text-lead) / 1.3 var(--serif);
  overflow-wrap: anywhere;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-0) var(--gap-1);
  margin-top: var(--gap-1);
}
.answer {
  margin-top: var(--gap-2);
}
.answer .el-button {
  margin-top: var(--gap-2);
}
.asked li {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  padding: var(--gap-1) 0;
  border-top: 1px solid var(--line);
}
.asked {
  margin-top: var(--gap-2);
}
</style>
