import { phrasesFor } from '../languages'
import type { Brief } from './schema'

/** A brief whose "I don't know" is still the one it began with says it in its own language. */
export function inItsLanguage(brief: Brief): Brief {
  const own = phrasesFor(brief.identity.language).unknown
  const isFirst = brief.grounding.whenUnknown === phrasesFor('en').unknown
  return isFirst && own !== brief.grounding.whenUnknown
    ? { ...brief, grounding: { ...brief.grounding, whenUnknown: own } }
    : brief
}
