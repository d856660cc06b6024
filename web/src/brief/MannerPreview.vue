<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { watchDebounced } from '@vueuse/core'
import { ElInput } from 'element-plus'
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
watchDebounced([manner, () => store.revision], hear, { debounce: 90 })
onMounted(hear)
</script>

<template>
  <section class="preview" aria-label="How it sounds now" aria-live="polite">
    <header>
      <span class="label">How it sounds now</span>
      <ElInput
        v-model="own"
        size="small"
        maxlength="300"
        :placeholder="sample?.question ?? 'a question'"
        aria-label="Question for the preview"
        @change="hear"
      />
    </header>
    <p v-if="error" class="wrong small">{{ error }}</p>
    <ReplyText v-else-if="sample" class="text" :reply="sample.reply" :against="before || undefined" />
    <p v-else class="soft">Listening …</p>
  </section>
</template>

<style scoped>
.preview {
  margin: var(--gap-3) 0 var(--gap-3);
  padding: var(--gap-3) var(--gap-4) var(--gap-3);
  background: var(--sheet);
  border-left: 3px solid var(--accent);
  min-height: 96px;
}
header {
  display: flex;
  gap: var(--gap-3);
  align-items: baseline;
  margin-bottom: var(--gap-2);
}
.label {
  white-space: nowrap;
}
.text {
  font-size: var(--text-lead);
  line-height: 1.5;
}
</style>
