import { contentTerms, isStopWord, oppositesOf, stem, words } from '../text'
import { splitQuestion, withSubjectOf } from '../question'
import type { Exchange, Step } from './turn'

const LEADS_ON = /^(?:and|but|or|so|also|what about|how about|what if|why|then)\b[\s,]*/i
const POINTS_BACK =
  /\b(?:it|its|that|this|those|these|they|them|their|one|ones|same|he|she)\b|(?<!\b(?:is|are|was|were) )\bthere\b(?! (?:is|are))/i
/** "Until when?": only how is asked, of what was asked before. */
const BARE =
  /^\W*(?:and |but )?((?:until|till|from|since|by) when|when|where|how (?:much|many|long|often|far|early|late|soon)|(?:at )?what time|who)\W*$/i
const MOST_WORDS = 9

/**
 * Resolves a follow-up ("and on Sundays?") to a question that stands alone, by joining it to the last question asked.
 *
 * A line is taken for a follow-up when it is short and either leads on ("and …", "what about …") or points back
 * ("it", "there") without a subject of its own. Any other line is kept as it is.
 */
export const resolveFollowUp: Step = (state, { conversation }) => {
  const before = conversation.findLast((exchange) => exchange.question.trim() !== '')
  if (!before || state.intent !== 'question') return { state }
  const parts = splitQuestion(state.question)
  const wasAsked = before.outcome === 'clarified' && isAnswer(parts[0]!)
  if (!wasAsked && !isFollowUp(parts[0]!)) return { state }
  const asked = splitQuestion(before.question).at(-1)!
  const joined = wasAsked
    ? answered(asked, parts[0]!)
    : joinQuestions(asked, wasDenied(before, parts[0]!) ? 'not' : parts[0]!.replace(LEADS_ON, '').trim(), parts[0]!)
  const question = [joined, ...parts.slice(1)].join(' ')
  return {
    state: { ...state, question },
    report: {
      step: 'follow-up',
      summary: wasAsked
        ? 'The line answers what was asked back, so the question before was completed with it.'
        : 'The line follows on from the question before, so the two were read together.',
      details: [
        { label: 'Said', text: state.said },
        { label: 'Read as', text: question },
      ],
    },
  }
}

/** A bare "why?" after a no asks why not. */
const wasDenied = (before: Exchange, line: string): boolean =>
  /^\W*(?:but |and )?why\W*$/i.test(line) &&
  before.reply
    .split(/(?<=[.!])\s/)
    .slice(0, 2)
    .some((sentence) => /^no\b/i.test(sentence))

/** A short line without a question of its own answers what the agent asked back. */
const isAnswer = (line: string): boolean =>
  words(line).length <= MOST_WORDS && !/^\W*(?:how|what|when|where|who|why|which|is|are|can|do|does)\b/i.test(line)

/** The question completed with the answer, which says what it was of and stands at its end. */
const answered = (question: string, answer: string): string =>
  `${question.replace(/[?.!\s]+$/, '')} ${answer.replace(/^(?:the |i mean |i meant |it['’]s )/i, '').replace(/[?.!\s]+$/, '')}?`

/** A line with a verb of its own, which needs only to be told what its pronoun means. */
const ASKS_ITSELF =
  /^\W*(?:(?:how|what|when|where|who|which)\b.*\b(?:is|are|was|does|do|did|can|will|must|should|has|have)|is|are|does|do|can|may|will|must|should) \b/i

const PREPOSITION = 'to|from|on|at|in|for|with|by|after|before'

/**
 * The question before with what is new put in its place: "to Eastmere" takes the place of "to Long Isle", a name takes
 * the place of the last name, "a large plot" that of "a small plot", "a dog" that of a closing "a bike". What has no place to take is added at the end.
 */
export function joinQuestions(before: string, added: string, said = added): string {
  const whole = ASKS_ITSELF.test(added) ? withSubjectOf(before, added) : added
  if (whole !== added) return whole
  const open = before.replace(/[?.!\s]+$/, '')
  const bare = BARE.exec(said)?.[1]
  if (bare) return `${bare[0]!.toUpperCase()}${bare.slice(1).toLowerCase()} ${withoutAsking(open)}?`
  const fresh = added.replace(/[?.!\s]+$/, '')
  if (fresh === '' || /^not$/i.test(fresh))
    return /^\W*(?:but |and )?why\b/i.test(said) ? asWhy(open, /^not$/i.test(fresh)) : before
  const swapped = opposite(open, fresh)
  if (swapped) return swapped
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
  const code = /\b\p{L}{1,4}-?\d[\p{L}\d]*\b/u
  if (new RegExp(`^${code.source}$`, 'u').test(fresh) && code.test(open)) return `${open.replace(code, fresh)}?`
  const other = /^(?:an?|the|my|our) ([\p{L}-]+) ones?$/iu.exec(fresh)?.[1]
  const kind = other && /\b(an?|the|my|our) ([\p{L}-]+) ([\p{L}-]+)\b/iu.exec(open)
  if (kind)
    return `${open.slice(0, kind.index)}${/^an?$/i.test(kind[1]!) ? (/^[aeiou]/i.test(other) ? 'an' : 'a') : kind[1]} ${other} ${kind[3]}${open.slice(kind.index + kind[0].length)}?`
  const head = /^(?:an?|the|my|our) (?:[\p{L}-]+ )*([\p{L}-]+)$/iu.exec(fresh)?.[1]
  const sameHead = head && new RegExp(`\\b(?:an?|the|my|our) (?:[\\p{L}-]+ )?${head}\\b`, 'iu')
  if (sameHead && sameHead.test(open)) return `${open.replace(sameHead, fresh)}?`
  const asked =
    /\b(is|are|of|for|does|do|about|bring|take|costs?) (an?|the|my|our) (?:[\p{L}-]+ )?[\p{L}-]+(?= (?:per|for|on|in|to|at|cost|need|take)\b| [\p{L}]+$|$)/iu
  if (/^(?:an?|the|my|our) /i.test(fresh) && asked.test(open))
    return `${open.replace(asked, (_whole, word: string) => `${word} ${fresh}`)}?`
  // "And kittens?" after "When do puppies …": those it is about change places.
  const several = /^[\p{L}-]+s$/iu.test(fresh) && SEVERAL.exec(open)
  if (several)
    return `${open.slice(0, several.index)}${several[1]} ${several[2] ?? ''}${fresh}${open.slice(several.index + several[0].length)}?`
  const closing = /\b(?:an?|the|my|our) [\p{L}-]+$/iu
  if (/^(?:an?|the|my|our) /i.test(fresh) && closing.test(open)) return `${open.replace(closing, fresh)}?`
  return `${open}, ${fresh}?`
}

/** Whom a question about several is about: "do *puppies* get", "are the *members* allowed". */
const SEVERAL = /\b(do|are|can|may|must|should|will|did|were|have) ((?:the|my|our|your) )?([\p{L}-]+s)\b/iu

/** "Why?" after "Can I stay in the car?" asks "Why can I (not) stay in the car?". */
function asWhy(open: string, isDenied: boolean): string {
  const parts = /^(\w+) ((?:the |my |our |your |a |an )?[\p{L}’'-]+) (.+)$/iu.exec(open)
  if (!parts || !isDenied) return `Why ${open[0]!.toLowerCase()}${open.slice(1)}?`
  return `Why ${parts[1]!.toLowerCase()} ${parts[2]} not ${parts[3]}?`
}

/** "And the last?" after "When is the first bus …?": the one word it is about takes the place of its opposite. */
function opposite(open: string, fresh: string): string | undefined {
  const word = /^(?:the |a |an |for the |for a |does it |is it )?([\p{L}]+)(?: one)?$/iu.exec(fresh)?.[1]?.toLowerCase()
  if (word === undefined) return undefined
  const against = oppositesOf(stem(word))
  const other = words(open).find((each) => against.has(stem(each.text)))
  return other && `${open.slice(0, other.start)}${word}${open.slice(other.end)}?`
}

/** A question without the word it asks with: "How much do I pay" leaves "do I pay", "Can I pay" itself. */
const withoutAsking = (open: string): string => {
  const rest = open.replace(
    /^\W*(?:(?:until|since|by|from) when|when|where|why|how(?: (?:much|many|long|often))?|what time|what|who) /i,
    '',
  )
  return rest[0]!.toLowerCase() + rest.slice(1)
}

function isFollowUp(said: string): boolean {
  if (words(said).length > MOST_WORDS) return false
  if (BARE.test(said)) return true
  if (LEADS_ON.test(said)) return true
  const content = contentTerms(said).filter((term) => !isStopWord(said.slice(term.start, term.end)))
  return POINTS_BACK.test(said) && content.length <= 2
}
