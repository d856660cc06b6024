import { withoutMarkers } from '../../dialogue'
import { holderFor } from '../../grounding'
import { wordsOf } from '../../languages'
import { tokensOf, wordsIn } from '../../reading'
import { likeness, sentencesIn, type Spoken } from '../../text'
import type { Finding } from './kind'

/** Texts that claim nothing ("Good morning!") are compared by their words; this much alike counts as the same. */
const ALIKE = 0.6
/** Sentences this much alike say the same, or the opposite. */
const NEARLY = 0.75

/**
 * Whether a reply means what a text says: each sentence of the text is held against the reply as if the reply were what
 * it rests on, so that rewordings hold, and other figures, days, names, or a denial, do not. What the reply says
 * beside it does not count.
 */
export function meansTheSame(reply: string, text: string, language: Spoken = 'en'): Finding {
  const wanted = sentencesIn(withoutMarkers(text))
  const passage = { passageId: 'reply', sourceId: 'reply', sourceTitle: '', headings: [], text: reply }
  const grounds = { passages: [passage], brief: [], said: [], own: [], verdicts: [], language }
  const hold = holderFor(grounds).begin()
  const held = wanted.map(hold)
  if (held.some((each) => each.isClaim)) {
    const turned = wanted.find((sentence) => isTurned(sentence, reply, language))
    if (turned) return { holds: false, reason: `The reply says the opposite of “${turned}”.` }
    const missing = held.find((each) => each.isClaim && !each.isSupported)
    if (!missing) return { holds: true, reason: 'The reply means the same.' }
    const because = missing.because ? `: ${missing.because.replace(/the passage/g, 'the reply')}` : ''
    return { holds: false, reason: `The reply does not mean “${missing.text}”${because}.` }
  }
  const holds = likeness(reply, text) >= ALIKE
  return { holds, reason: holds ? 'The reply says much the same.' : `The reply does not say “${text}”.` }
}

/** Whether the reply says nearly the same words as a sentence, with a denial in one of them alone. */
function isTurned(sentence: string, reply: string, language: Spoken): boolean {
  const isDenying = (text: string) => {
    const denial = wordsIn(wordsOf(language).denial)
    return tokensOf(text).filter(({ text: word }) => denial.has(word)).length % 2 === 1
  }
  const [nearest] = sentencesIn(reply).sort((a, b) => likeness(b, sentence) - likeness(a, sentence))
  return nearest !== undefined && likeness(nearest, sentence) >= NEARLY && isDenying(nearest) !== isDenying(sentence)
}
