import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { Expectation, QuestionSet } from '@parrot/contract'
import { call, get, post, wordsFor } from '../api/client'
import { tell, tellFailure } from '../shared/undo'

/** Questions with the passages that should answer them, and how well they are found now and before. */
export const useQuestionSet = defineStore('questionSet', () => {
  const set = ref<QuestionSet>()
  const error = ref('')
  let agentId = ''

  async function load(id = agentId): Promise<void> {
    if (id !== agentId) set.value = undefined
    agentId = id
    try {
      const loaded = await get<QuestionSet>(`/api/agents/${id}/question-set`)
      if (id !== agentId) return
      set.value = loaded
      error.value = ''
    } catch (problem) {
      if (id === agentId) error.value = wordsFor(problem)
    }
  }

  async function add(question: string, passageId: string): Promise<void> {
    try {
      await post(`/api/agents/${agentId}/question-set`, { question, passageId })
      tell('Kept in the question set: this passage should answer it.')
      await load()
    } catch (problem) {
      tellFailure(problem)
    }
  }

  async function remove({ id, question }: Expectation): Promise<void> {
    const path = `/api/agents/${agentId}/question-set/${id}`
    try {
      await call('DELETE', path)
      tell(`“${question}” is out of the question set.`, async () => {
        await post(`${path}/restore`)
        await load()
      })
      await load()
    } catch (problem) {
      tellFailure(problem)
    }
  }

  const has = (question: string, passageId: string): boolean =>
    set.value?.questions.some((each) => each.passageId === passageId && each.question === question.trim()) ?? false

  return { set, error, load, add, remove, has }
})
