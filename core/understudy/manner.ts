import type { PromptView } from '../brief'

const CONTRACTIONS: readonly (readonly [full: string, short: string])[] = [
  ['do not', 'don’t'],
  ['does not', 'doesn’t'],
  ['did not', 'didn’t'],
  ['cannot', 'can’t'],
  ['will not', 'won’t'],
  ['is not', 'isn’t'],
  ['are not', 'aren’t'],
  ['should not', 'shouldn’t'],
  ['must not', 'mustn’t'],
  ['would not', 'wouldn’t'],
  ['it is', 'it’s'],
  ['that is', 'that’s'],
  ['you are', 'you’re'],
  ['you will', 'you’ll'],
  ['we are', 'we’re'],
  ['we will', 'we’ll'],
  ['I am', 'I’m'],
]

/** From this formality on nothing is contracted; up to CASUAL everything common is. */
const FORMAL = 70
const CASUAL = 30
const WARM = 65
const VERY_WARM = 85
const TERSE = 80

/** A text with contractions spelled out (formal) or made (casual); the facts are untouched. */
export function inRegister(text: string, formality: number): string {
  if (formality > CASUAL && formality < FORMAL) return text
  return CONTRACTIONS.reduce((result, [full, short]) => {
    const from = formality >= FORMAL ? short.replace('’', "[’']") : full
    const to = formality >= FORMAL ? full : short
    return result.replace(new RegExp(`\\b${from}\\b(?!\\.)`, 'gi'), (found) =>
      /^\p{Lu}/u.test(found) ? to[0]!.toUpperCase() + to.slice(1) : to,
    )
  }, text)
}

/** How many pieces of evidence a reply may hold, by brevity 0..100. */
export const unitsAllowed = (brevity: number): number =>
  brevity >= TERSE ? 1 : brevity >= 55 ? 2 : brevity >= 30 ? 3 : 4

/**
 * Words before an answer, by warmth and formality; the same question always gets the same ones. None of them says yes:
 * the answer may be no.
 */
export function opener(view: PromptView, question: string): string {
  const { warmth, brevity, formality } = view.dials
  if (warmth < WARM || brevity >= TERSE) return ''
  return pick(
    formality >= FORMAL
      ? ['Thank you for asking.', 'I am glad to help.']
      : formality <= CASUAL
        ? ['Happy to help!', 'Glad you asked!', 'Good one.']
        : ['Happy to help.', 'Glad you asked.', 'Good question.'],
    question,
  )
}

/** Words after an answer, only where the brief is very warm and not terse. */
export function closer(view: PromptView, question: string): string {
  const { warmth, brevity, formality } = view.dials
  if (warmth < VERY_WARM || brevity >= TERSE) return ''
  return pick(
    formality >= FORMAL
      ? ['Please ask if there is anything else.', 'I remain glad to assist.']
      : ['Just ask if anything else comes up.', 'Anything else, just say.'],
    question,
  )
}

/** One of several wordings, chosen by the text it answers: varied over a conversation, yet the same on every run. */
export function pick(from: readonly string[], by: string): string {
  let sum = 0
  for (const char of by) sum = (sum * 31 + char.codePointAt(0)!) >>> 0
  return from[sum % from.length]!
}
