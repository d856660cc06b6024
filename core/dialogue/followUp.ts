import { contentTerms, words } from '../text'
import type { Step } from './turn'

const LEADS_ON = /^(?:and|but|or|so|also|what about|how about|what if|why|then)\b[\s,]*/i
const POINTS_BACK =
  /\b(?:it|its|that|this|those|these|they|them|their|one|ones|same|he|she)\b|(?<!\b(?:is|are|was|were) )\bthere\b(?! (?:is|are))/i
const MOST_WORDS = 9

/**
 * Resolves a follow-up ("and on Sundays?") to a question that stands alone, by joining it to the last question asked.
 *
 * A line is taken for a follow-up when it is short and either leads on ("and …", "what about …") or points back
 * ("it", "there") without a subject of its own. Any other line is kept as it is.
 */
export const resolveFollowUp: Step = (state, { conversation }) => {
  const before = conversation.findLast((exchange) => exchange.question.trim() !== '')
  if (!before || state.intent !== 'question' || !isFollowUp(state.said)) return { state }
  const question = joinQuestions(before.question, state.said.replace(LEADS_ON, '').trim())
  return {
    state: { ...state, question },
    report: {
      step: 'follow-up',
      summary: 'The line follows on from the question before, so the two were read together.',
      details: [
        { label: 'Said', text: state.said },
        { label: 'Read as', text: question },
      ],
    },
  }
}

const PREPOSITION = 'to|from|on|at|in|for|with|by|after|before'

/**
 * The question before with what is new put in its place: "to Inchmore" takes the place of "to Sula Holm", a name takes
 * the place of the last name, "a large plot" that of "a small plot", "a dog" that of a closing "a bike". What has no place to take is added at the end.
 */
export function joinQuestions(before: string, added: string): string {
  const open = before.replace(/[?.!\s]+$/, '')
  const fresh = added.replace(/[?.!\s]+$/, '')
  if (fresh === '') return before
  const phrase = new RegExp(`^(${PREPOSITION}) (.+)$`, 'i').exec(fresh)
  if (phrase) {
    const slot = new RegExp(`\\b${phrase[1]} (?:(?!(?:${PREPOSITION})\\b)[\\p{L}\\p{N}'’-]+ ?)+(?=$|,| )`, 'iu')
    if (slot.test(open)) return `${open.replace(slot, (old) => fresh + (old.endsWith(' ') ? ' ' : ''))}?`
  }
  const name = /(?<!^)(?:\p{Lu}\p{Ll}+ ?)+(?=$|[ ,])/u
  if (/^\p{Lu}\p{Ll}+(?: \p{Lu}\p{Ll}+)*$/u.test(fresh) && name.test(open.slice(1))) {
    const start = open.slice(1).search(name) + 1
    const old = name.exec(open.slice(1))![0].trimEnd()
    return `${open.slice(0, start)}${fresh}${open.slice(start + old.length)}?`
  }
  const head = /^(?:an?|the|my|our) (?:[\p{L}-]+ )*([\p{L}-]+)$/iu.exec(fresh)?.[1]
  const sameHead = head && new RegExp(`\\b(?:an?|the|my|our) (?:[\\p{L}-]+ )?${head}\\b`, 'iu')
  if (sameHead && sameHead.test(open)) return `${open.replace(sameHead, fresh)}?`
  const closing = /\b(?:an?|the|my|our) [\p{L}-]+$/iu
  if (/^(?:an?|the|my|our) /i.test(fresh) && closing.test(open)) return `${open.replace(closing, fresh)}?`
  return `${open}, ${fresh}?`
}

function isFollowUp(said: string): boolean {
  if (words(said).length > MOST_WORDS) return false
  if (LEADS_ON.test(said)) return true
  return POINTS_BACK.test(said) && contentTerms(said).length <= 2
}
