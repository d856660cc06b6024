import {
  answerQuestion,
  draftFrom,
  draftingMessages,
  openQuestions,
  readModelDraft,
  sortPrompt,
  stillDrafted,
  type Brief,
} from '@parrot/core/brief'
import { ModelProblem, type Model } from '@parrot/core/dialogue'
import { templateById } from '@parrot/core/templates'
import { scriptSchema, type Script } from '@parrot/core/rehearsal'
import type { Beginning, Draft } from '@parrot/contract'
import { notFound } from '../http/problems'
import { saidTo } from '../models/protocol'

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
      return {
        brief: template.brief,
        placements: [],
        scripts: template.scripts.map((script) => scriptSchema.parse(script)),
      }
    }
  }
}

/** A draft of a description written by an outside model; fails with what is wrong when it does not fit a brief. */
export async function draftBy(model: Model, description: string, signal?: AbortSignal): Promise<Begun> {
  const reply = await saidTo(model, draftingMessages(description), signal)
  const draft = readModelDraft(reply, description)
  if (!draft.ok) throw new ModelProblem(`“${model.name}” did not write a usable draft. ${draft.problem}`, BUILT_IN)
  return { brief: draft.brief, placements: [], scripts: [] }
}

const BUILT_IN = 'The built-in draft stays as it is; try again, or go on with it.'

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
