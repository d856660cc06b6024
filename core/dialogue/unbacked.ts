import type { TurnContext, TurnState } from './turn'

/** What becomes of a sentence that nothing backs. */
export type Unbacked = 'mark' | 'askAgain' | 'remove'

/**
 * What the brief wants done with a sentence that nothing backs. Where it does not say, a person who reviews sees it
 * marked, and for a visitor the model is asked again. The built-in model says the same again, so its sentence goes; and
 * where the brief allows a model's own knowledge nothing is held back.
 */
export function unbackedIn({ reading }: TurnState, { brief, model, audience }: TurnContext): Unbacked {
  if (!brief.grounding.libraryOnly) return 'mark'
  if (!model.canRevise) return reading.act === 'question' || reading.act === 'person' ? 'remove' : 'mark'
  return brief.grounding.unbacked ?? (audience === 'reviewer' ? 'mark' : 'askAgain')
}
