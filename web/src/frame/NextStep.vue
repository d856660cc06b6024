<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { ElButton } from 'element-plus'
import type { Agent } from '@parrot/contract'
import { useOwnQuestions } from '../shared/ownQuestions'
import { tell, tellFailure } from '../shared/undo'
import { useTry } from '../try/tryStore'

/** What comes next for an agent, in one line on every stage, until it is published once. */
const props = defineProps<{ agent: Agent }>()
const router = useRouter()
const trying = useTry()
const { questions } = useOwnQuestions(() => props.agent.id)
const MOST = 3
const offered = computed(() => questions.value.slice(0, MOST))
const isKeeping = ref(false)

const WORDS = computed((): Record<NonNullable<Agent['next']>, string> => ({
  read: `Give ${props.agent.name} something to read.`,
  wait: `${props.agent.name} is reading. Questions to ask appear here as soon as it is done.`,
  ask: offered.value.length > 0 ? 'Ask what your visitors ask, or one of these:' : 'Ask what your visitors ask.',
  keep: 'Keep what you asked as a script: it is played again after every change.',
  publish: 'Publish the first edition, and hand out its page.',
}))

async function keep(): Promise<void> {
  isKeeping.value = true
  try {
    const scriptId = await trying.keepAsScript()
    tell('The conversation was kept as a script.')
    trying.isOpen = false
    await router.push({ name: 'rehearse', params: { id: props.agent.id, scriptId } })
  } catch (problem) {
    tellFailure(problem)
  } finally {
    isKeeping.value = false
  }
}
</script>

<template>
  <section v-if="agent.next" class="next" aria-label="What comes next">
    <span class="label">Next</span>
    <span class="what">{{ WORDS[agent.next] }}</span>
    <ElButton
      v-if="agent.next === 'read'"
      tag="router-link"
      size="small"
      type="primary"
      :to="{ name: 'library', params: { id: agent.id } }"
      >Go to the library</ElButton
    >
    <template v-else-if="agent.next === 'ask'">
      <ElButton v-for="question in offered" :key="question" size="small" class="question" @click="trying.ask(question)"
        ><span dir="auto">{{ question }}</span></ElButton
      >
    </template>
    <ElButton v-else-if="agent.next === 'keep'" size="small" type="primary" :disabled="isKeeping" @click="keep"
      >Keep it as a script</ElButton
    >
    <ElButton
      v-else-if="agent.next === 'publish'"
      tag="router-link"
      size="small"
      type="primary"
      :to="{ name: 'release', params: { id: agent.id } }"
      >Go to the release</ElButton
    >
  </section>
</template>

<style scoped>
.next {
  display: flex;
  align-items: center;
  gap: var(--gap-2) var(--gap-3);
  min-height: var(--next-height);
  padding: 0 var(--gap-5);
  background: var(--accent-wash);
  overflow-x: auto;
  scrollbar-width: none;
  white-space: nowrap;
}
.label {
  color: var(--accent-deep);
}
.question {
  flex: 0 1 auto;
  min-width: 120px;
}
.question > :deep(span),
.question span {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
}
@media (width < 720px) {
  .next {
    padding: 0 var(--gap-4);
  }
}
</style>
