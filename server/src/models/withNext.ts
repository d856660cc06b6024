import { ModelProblem, type Model } from '@parrot/core/dialogue'

/** A model in whose place another one answers when it fails before its first word; the workings tell so. */
export const withNext = (model: Model, next: Model): Model => ({
  ...model,
  async *answer(request, signal) {
    let hasSpoken = false
    try {
      for await (const event of model.answer(request, signal)) {
        hasSpoken ||= event.kind === 'text'
        yield event
      }
    } catch (error) {
      if (!(error instanceof ModelProblem) || hasSpoken || signal?.aborted) throw error
      yield { kind: 'note', text: `Failed: ${error.message} ${next.name} answered in its place.` }
      yield* next.answer(request, signal)
    }
  },
})
