import { answerQuestion, draftFrom, openQuestions, sortPrompt, stillDrafted, type Brief } from '@parrot/core/brief'
import { templateById } from '@parrot/core/templates'
import type { Script } from '@parrot/core/rehearsal'
import type { Beginning, Draft } from '@parrot/contract'
import { notFound } from '../http/problems'

/** A brief as it begins, where each line of a pasted prompt went, and the scripts that come with a template. */
export interface Begun extends Draft {
  readonly scripts: readonly Script[]
}

/** Begins a brief from a sentence, a pasted prompt or a template. Nothing is stored. */
export function begin(beginning: Beginning): Begun {
  switch (beginning.from) {
    case 'sentence':
      return { brief: draftFrom(beginning.text), placements: [], scripts: [] }
    case 'prompt':
      return { ...sortPrompt(beginning.text), scripts: [] }
    case 'template': {
      const template = templateById(beginning.id)
      if (!template) throw notFound('template')
      return { brief: template.brief, placements: [], scripts: template.scripts }
    }
  }
}

/** One step of the interview: the brief with the answer in it, and the questions that are still open. */
export function interview(
  brief: Brief,
  skipped: readonly string[],
  answer: { questionId: string; text: string } | undefined,
): { brief: Brief; open: ReturnType<typeof openQuestions> } {
  const question = answer && openQuestions(brief).find((each) => each.id === answer.questionId)
  const told = answer ? answerQuestion(brief, answer.questionId, answer.text) : brief
  const grown = question ? { ...told, drafted: stillDrafted(told.drafted, question.field) } : told
  return { brief: grown, open: openQuestions(grown, skipped) }
}
