import { ModelProblem, type ChatMessage, type Model } from '@parrot/core/dialogue'
import type { Errand } from '@parrot/core/errands'

/** Characters an answer to an errand may have; a model that goes on is told off. */
const LONGEST = 200_000

/** Everything a model says to some messages; throws a ModelProblem when it does not come to an end. */
export async function saidTo(model: Model, messages: readonly ChatMessage[], signal?: AbortSignal): Promise<string> {
  let said = ''
  for await (const event of model.answer({ messages }, signal))
    if (event.kind === 'text') {
      said += event.text
      if (said.length > LONGEST)
        throw new ModelProblem(`“${model.name}” does not come to an end.`, 'Ask again, or choose another model.')
    }
  return said
}

/** A model that takes longer for an errand is not waited for. */
const LONGEST_MS = 30_000

/** Sends a model on an errand; undefined when it fails, is slow, or what it says is no answer: an errand is never needed. */
export async function runErrand<Result>(
  model: Model,
  { messages, read }: Errand<Result>,
  signal?: AbortSignal,
): Promise<Result | undefined> {
  const late = AbortSignal.timeout(LONGEST_MS)
  try {
    return read(await saidTo(model, messages, signal ? AbortSignal.any([signal, late]) : late))
  } catch (error) {
    if (error instanceof ModelProblem || (late.aborted && !signal?.aborted)) return undefined
    throw error
  }
}
