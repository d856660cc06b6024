import { computed, shallowRef, toValue, watch, type MaybeRefOrGetter } from 'vue'
import { get } from '../api/client'
import { useAgent } from '../frame/agentStore'

/**
 * Questions that an agent's own documents answer, drawn by the server; asked for again when its sources change. `example`
 * is the first of them, or a plain word where nothing was read yet.
 */
export function useOwnQuestions(agentId: MaybeRefOrGetter<string>) {
  const agents = useAgent()
  const questions = shallowRef<readonly string[]>([])
  watch(
    [() => toValue(agentId), () => agents.ticks.sources],
    async ([id]) => {
      const drawn = await get<{ questions: string[] }>(`/api/agents/${id}/questions`).catch(() => undefined)
      if (drawn && id === toValue(agentId)) questions.value = drawn.questions
    },
    { immediate: true },
  )
  const example = computed(() => questions.value[0] ?? 'A question as a visitor would put it')
  return { questions, example }
}
