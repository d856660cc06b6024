<script setup lang="ts">
import { ElButton, ElCheckboxButton, ElCheckboxGroup, ElInput } from 'element-plus'
import { computed, onMounted, ref } from 'vue'
import type { NewNote, QuickMark } from '@parrot/contract'
import { post, wordsFor } from '../api/client'
import { withoutMarkers } from '../shared/replyParts'
import { MARKS } from './marks'

/** Says what was wrong with an answer: quick marks, one's own words, and the answer one wanted. */
const props = defineProps<{
  agentId: string
  /** The answer that is meant: of a turn, or to a question after what was said before. */
  about: Pick<NewNote, 'turnId' | 'question' | 'before'>
  reply: string
  /** What of it was marked with the mouse before; empty for the whole. */
  marked?: string
}>()
const emit = defineEmits<{ noted: [id: string]; close: [] }>()

const marks = ref<QuickMark[]>([])
const wrong = ref('')
const wanted = ref('')
const sentence = ref(props.marked ?? '')
const error = ref('')
const isSending = ref(false)
const form = ref<HTMLFormElement>()
const field = ref<InstanceType<typeof ElInput>>()
const isEmpty = computed(() => marks.value.length === 0 && wrong.value.trim() === '' && wanted.value.trim() === '')

onMounted(() => {
  field.value?.focus()
  form.value?.scrollIntoView({ block: 'nearest' })
})

const beginWithReply = () => (wanted.value = withoutMarkers(props.reply))

async function send(): Promise<void> {
  if (isSending.value || isEmpty.value) return
  isSending.value = true
  error.value = ''
  try {
    const said = { marks: marks.value, wrong: wrong.value, wanted: wanted.value, sentence: sentence.value }
    const { id } = await post<{ id: string }>(`/api/agents/${props.agentId}/notes`, { ...props.about, ...said })
    emit('noted', id)
  } catch (problem) {
    error.value = wordsFor(problem)
  } finally {
    isSending.value = false
  }
}
</script>

<template>
  <form
    ref="form"
    class="note-form"
    aria-label="What was wrong with this answer"
    @submit.prevent="send"
    @keydown.esc.stop="emit('close')"
    @keydown.ctrl.enter="send"
  >
    <span class="label">This answer is</span>
    <ElCheckboxGroup v-model="marks" size="small" aria-label="Quick marks" class="marks">
      <ElCheckboxButton v-for="[mark, words] in MARKS" :key="mark" :value="mark">{{ words }}</ElCheckboxButton>
    </ElCheckboxGroup>
    <template v-if="sentence">
      <span class="label">In</span>
      <p class="marked">
        “{{ sentence }}” <ElButton link size="small" @click="sentence = ''">mean the whole answer</ElButton>
      </p>
    </template>
    <label class="label" for="note-wrong">What was wrong</label>
    <ElInput
      id="note-wrong"
      ref="field"
      v-model="wrong"
      type="textarea"
      :autosize="{ minRows: 1, maxRows: 5 }"
      maxlength="4000"
      placeholder="too long · should have offered the group form and said sorry · never say “cheap”"
    />
    <label class="label" for="note-wanted">You wanted</label>
    <div>
      <ElInput
        id="note-wanted"
        v-model="wanted"
        class="wanted"
        type="textarea"
        :autosize="{ minRows: 1, maxRows: 6 }"
        maxlength="4000"
        placeholder="the answer as you would give it, if you like"
      />
      <ElButton v-if="!wanted" link size="small" @click="beginWithReply">begin with this answer</ElButton>
    </div>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <div class="acts">
      <ElButton native-type="submit" type="primary" size="small" :disabled="isEmpty || isSending">
        Find out why <kbd>Ctrl ↵</kbd>
      </ElButton>
      <ElButton size="small" @click="emit('close')">Cancel</ElButton>
      <span class="small soft">You get edits that were already tried on this line and on every script.</span>
    </div>
  </form>
</template>

<style scoped>
.note-form {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: var(--gap-2) var(--gap-3);
  align-items: baseline;
  max-width: 900px;
  padding: var(--gap-3) 0 var(--gap-2);
}
.marked {
  font-family: var(--serif);
  background: var(--straw-wash);
  padding: 2px var(--gap-2);
  border-radius: var(--radius-small);
  overflow-wrap: anywhere;
}
.wanted {
  font-family: var(--serif);
  font-size: var(--text-lead);
}
.acts,
.wrong {
  grid-column: 2;
}
@media (width < 720px) {
  .note-form {
    grid-template-columns: minmax(0, 1fr);
  }
  .acts,
  .wrong {
    grid-column: 1;
  }
}
</style>
