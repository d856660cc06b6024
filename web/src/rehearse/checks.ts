import type { Check, Outcome, Rehearsal } from '@parrot/contract'
import { OUTCOMES } from '@parrot/contract'

/** The kinds of check a designer can choose, in plain words. */
export const CHECK_KINDS: readonly { kind: Check['kind']; label: string }[] = [
  { kind: 'includes', label: 'says' },
  { kind: 'excludes', label: 'does not say' },
  { kind: 'cites', label: 'cites' },
  { kind: 'outcome', label: 'outcome is' },
  { kind: 'handsOver', label: 'is passed on to a person' },
  { kind: 'maxWords', label: 'words at most' },
  { kind: 'matches', label: 'matches pattern' },
]

/** How outcomes are called on screen. */
export const OUTCOME_WORDS: Record<Outcome, string> = {
  answered: 'answered',
  offered: 'offered',
  clarified: 'asked back',
  declined: 'declined',
  unknown: 'unanswered',
  chatted: 'chatted',
  acted: 'acted',
}
export const outcomes: readonly Outcome[] = OUTCOMES

/** A new check of a kind, ready to be filled in. */
export function blankCheck(kind: Check['kind']): Check {
  switch (kind) {
    case 'outcome':
      return { kind, outcome: 'answered' }
    case 'handsOver':
      return { kind }
    case 'maxWords':
      return { kind, words: 60 }
    case 'cites':
      return { kind, source: '' }
    case 'matches':
      return { kind, pattern: '' }
    default:
      return { kind, text: '' }
  }
}

/** The value of a check as text. */
export function valueOf(check: Check): string {
  switch (check.kind) {
    case 'outcome':
      return check.outcome
    case 'handsOver':
      return ''
    case 'maxWords':
      return String(check.words)
    case 'cites':
      return check.source
    case 'matches':
      return check.pattern
    default:
      return check.text
  }
}

/** The check with its value set from text; a number that is none stays as it was. */
export function withValue(check: Check, value: string): Check {
  switch (check.kind) {
    case 'outcome':
      return { ...check, outcome: value as Outcome }
    case 'handsOver':
      return check
    case 'maxWords':
      return /^\d{1,4}$/.test(value) && Number(value) > 0 ? { ...check, words: Number(value) } : check
    case 'cites':
      return { ...check, source: value }
    case 'matches':
      return { ...check, pattern: value }
    default:
      return { ...check, text: value }
  }
}

/** A check as a short sentence. */
export function wordsOf(check: Check): string {
  switch (check.kind) {
    case 'outcome':
      return `outcome is ${OUTCOME_WORDS[check.outcome]}`
    case 'handsOver':
      return 'is passed on to a person'
    case 'maxWords':
      return `at most ${check.words} words`
    case 'cites':
      return check.source ? `cites “${check.source}”` : 'cites a source'
    case 'includes':
      return `says “${check.text}”`
    case 'excludes':
      return `does not say “${check.text}”`
    case 'matches':
      return `matches “${check.pattern}”`
  }
}

/** Whether a check lacks what it needs to be run. */
export const isBlank = (check: Check): boolean =>
  check.kind !== 'cites' && check.kind !== 'handsOver' && valueOf(check).trim() === ''

/** A run in a line: how many passed, and what moved since the run before. */
export function summaryOf({ passed, failed, comparison }: Rehearsal): string {
  const moved = (['broken', 'mended', 'reworded'] as const).flatMap((movement) => {
    const many = comparison.filter((each) => each.movement === movement).length
    return many > 0 ? [`${many} ${movement}`] : []
  })
  const since = moved.length > 0 ? `; ${moved.join(', ')} since the run before` : ''
  return `${passed} of ${passed + failed} passed in the last run${since}`
}
