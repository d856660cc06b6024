<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { post, wordsFor } from '../api/client'
import ReplyText from '../shared/ReplyText.vue'
import { useBrief } from './briefStore'

/** A reply from the agent's own library in the manner as it is set now; it is said anew while a dial moves. */
const props = defineProps<{ agentId: string }>()
const store = useBrief()
const sample = ref<{ question: string; reply: string }>()
const before = ref('')
const error = ref('')
const own = ref('')
const manner = computed(() => JSON.stringify(store.brief?.manner))
let turn = 0
let timer: ReturnType<typeof setTimeout> | undefined

async function hear(): Promise<void> {
  const mine = ++turn
  try {
    const heard = await post<{ question: string; reply: string }>(`/api/agents/${props.agentId}/manner/sample`, {
      manner: store.brief?.manner,
      text: own.value,
    })
    if (mine !== turn) return
    if (sample.value?.question === heard.question && sample.value.reply !== heard.reply)
      before.value = sample.value.reply
    if (sample.value?.question !== heard.question) before.value = ''
    sample.value = heard
    error.value = ''
  } catch (problem) {
    if (mine === turn) error.value = wordsFor(problem)
  }
}
watch([manner, () => store.revision], () => {
  clearTimeout(timer)
  timer = setTimeout(() => void hear(), 90)
})
onMounted(hear)
</script>

<template>
  <section class="preview" aria-label="How it sounds now" aria-live="polite">
    <header>
      <span class="label">How it sounds now</span>
      <input
        v-model="own"
        class="question"
        maxlength="300"
        :placeholder="sample?.question ?? 'a question'"
        aria-label="Question for the preview"
        @change="hear"
      />
    </header>
    <p v-if="error" class="failed small">{{ error }}</p>
    <ReplyText v-else-if="sample" class="text" :reply="sample.reply" :against="before || undefined" />
    <p v-else class="soft">Listening …</p>
  </section>
</template>

<style scoped>
.preview {
  margin: 10px 0 14px;
  padding: 12px 16px 14px;
  background: var(--sheet);
  border-left: 3px solid var(--accent);
  min-height: 96px;
}
header {
  display: flex;
  gap: 12px;
  align-items: baseline;
  margin-bottom: 6px;
}
.question {
  flex: 1;
  border: 0;
  border-bottom: 1px dashed var(--line-strong);
  background: none;
  font: 14px var(--sans);
  color: inherit;
}
.text {
  font-size: 18px;
  line-height: 1.5;
}
.failed {
  color: var(--brick);
}
</style>
