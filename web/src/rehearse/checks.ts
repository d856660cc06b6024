import { DIALS, OUTCOMES, SHOWN, type Check, type Outcome, type RunColumn, type TurnResult } from '@parrot/contract'
import { withoutMarkers } from '../shared/replyParts'

/** How a kind of check is filled in: nothing, a text, a number of words, an outcome, what is shown, or a dial with its band. */
type Input = 'none' | 'text' | 'number' | 'outcome' | 'dial' | 'insert'

interface CheckForm {
  /** As a sentence begins: "the answer says …"; and where it must not be so. */
  readonly yes: string
  readonly no: string
  readonly input: Input
  /** The field that is filled in. */
  readonly key: string
  /** Said where nothing is filled in; without it the check is not complete. */
  readonly any?: string
  readonly hint?: string
  readonly blank: Check
}

/** The kinds of check a designer can choose, in plain words, those used most first. */
export const CHECK_FORMS: Readonly<Record<Check['kind'], CheckForm>> = {
  includes: { yes: 'says', no: 'does not say', input: 'text', key: 'text', blank: { kind: 'includes', text: '' } },
  excludes: { yes: 'does not say', no: 'says', input: 'text', key: 'text', blank: { kind: 'excludes', text: '' } },
  means: {
    yes: 'means the same as',
    no: 'does not mean',
    input: 'text',
    key: 'text',
    hint: 'in your own words',
    blank: { kind: 'means', text: '' },
  },
  plain: {
    yes: 'in plain words:',
    no: 'not, in plain words:',
    input: 'text',
    key: 'text',
    hint: 'apologises · gives a price · asks which island',
    blank: { kind: 'plain', text: '' },
  },
  cites: {
    yes: 'cites',
    no: 'does not cite',
    input: 'text',
    key: 'source',
    any: 'a source',
    hint: 'any source, or part of a title',
    blank: { kind: 'cites', source: '' },
  },
  outcome: {
    yes: 'outcome is',
    no: 'outcome is not',
    input: 'outcome',
    key: 'outcome',
    blank: { kind: 'outcome', outcome: 'answered' },
  },
  maxWords: {
    yes: 'words at most',
    no: 'words more than',
    input: 'number',
    key: 'words',
    blank: { kind: 'maxWords', words: 60 },
  },
  grounded: {
    yes: 'is backed throughout',
    no: 'is not backed throughout',
    input: 'none',
    key: '',
    blank: { kind: 'grounded' },
  },
  manner: {
    yes: 'sounds',
    no: 'does not sound',
    input: 'dial',
    key: 'dial',
    blank: { kind: 'manner', dial: 'warmth', from: 50, to: 100 },
  },
  asksFor: {
    yes: 'asks for',
    no: 'does not ask for',
    input: 'text',
    key: 'name',
    any: 'something',
    hint: 'anything, or a word of the question',
    blank: { kind: 'asksFor', name: '' },
  },
  duty: {
    yes: 'uses the duty',
    no: 'does not use the duty',
    input: 'text',
    key: 'name',
    any: 'of any name',
    hint: 'any duty, or its name',
    blank: { kind: 'duty', name: '' },
  },
  rule: {
    yes: 'follows the rule',
    no: 'does not follow the rule',
    input: 'text',
    key: 'text',
    hint: 'words of the rule',
    blank: { kind: 'rule', text: '' },
  },
  tool: {
    yes: 'calls the tool',
    no: 'does not call the tool',
    input: 'text',
    key: 'name',
    hint: 'calculator',
    blank: { kind: 'tool', name: '', holding: '' },
  },
  insert: {
    yes: 'shows',
    no: 'does not show',
    input: 'insert',
    key: 'shows',
    blank: { kind: 'insert', shows: 'any', holding: '' },
  },
  handsOver: {
    yes: 'is passed on to a person',
    no: 'is not passed on to a person',
    input: 'none',
    key: '',
    blank: { kind: 'handsOver' },
  },
  matches: {
    yes: 'matches pattern',
    no: 'does not match pattern',
    input: 'text',
    key: 'pattern',
    blank: { kind: 'matches', pattern: '' },
  },
}

/** A kind of check with whether it must hold or must not, as one choice of a list. */
export type CheckChoice = `${Check['kind']}` | `${Check['kind']}!`

/** Every choice with its words. "Does not say" is a kind of its own, so that the most used denial comes early. */
export const CHECK_CHOICES: readonly (readonly [CheckChoice, string])[] = (
  Object.entries(CHECK_FORMS) as [Check['kind'], CheckForm][]
).flatMap(([kind, { yes, no }]): (readonly [CheckChoice, string])[] =>
  kind === 'excludes' || kind === 'includes'
    ? [[kind, yes]]
    : [
        [kind, yes],
        [`${kind}!`, no],
      ],
)

export const choiceOf = (check: Check): CheckChoice => {
  if (check.kind === 'includes' && check.not) return 'excludes'
  if (check.kind === 'excludes' && check.not) return 'includes'
  return check.not ? `${check.kind}!` : check.kind
}

/** A new check of a choice, ready to be filled in; it keeps the text of the one it replaces where it can. */
export function checkOfChoice(choice: CheckChoice, before?: Check): Check {
  const kind = choice.replace('!', '') as Check['kind']
  const blank = { ...CHECK_FORMS[kind].blank, ...(choice.endsWith('!') ? { not: true } : {}) }
  const isAlike = before && CHECK_FORMS[before.kind].input === 'text' && CHECK_FORMS[kind].input === 'text'
  return isAlike ? withValue(blank, valueOf(before)) : blank
}

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
export const dials = DIALS

/** The value of a check as text. */
export function valueOf(check: Check): string {
  const { key } = CHECK_FORMS[check.kind]
  return key === '' ? '' : String((check as Record<string, unknown>)[key] ?? '')
}

/** The check with its value set from text; a number that is none stays as it was. */
export function withValue(check: Check, value: string): Check {
  const { key, input } = CHECK_FORMS[check.kind]
  if (input === 'number')
    return /^\d{1,4}$/.test(value) && Number(value) > 0 ? ({ ...check, [key]: Number(value) } as Check) : check
  return key === '' ? check : ({ ...check, [key]: value } as Check)
}

/** A check as a short sentence. */
export function wordsOf(check: Check): string {
  const { yes, no, input, any } = CHECK_FORMS[check.kind]
  const verb = check.not ? no : yes
  const soft = check.soft ? ' (warns only)' : ''
  return `${told(check, verb, input, any)}${soft}`
}

function told(check: Check, verb: string, input: Input, any: string | undefined): string {
  if (input === 'none') return verb
  if (check.kind === 'outcome') return `${verb} ${OUTCOME_WORDS[check.outcome]}`
  if (check.kind === 'insert') return `${verb} ${SHOWN[check.shows]}`
  if (check.kind === 'maxWords') return check.not ? `more than ${check.words} words` : `at most ${check.words} words`
  if (check.kind === 'manner') return `${check.dial} is ${check.not ? 'not ' : ''}between ${check.from} and ${check.to}`
  const value = valueOf(check)
  return value === '' && any ? `${verb} ${any}` : `${verb} “${value}”`
}

/** What was so of a reply that was good, as checks: how the turn ended, what it cites, and what it says first. */
export function suggestedChecks({
  reply,
  outcome,
  citations,
}: Pick<TurnResult, 'reply' | 'outcome' | 'citations'>): Check[] {
  const [first = ''] = withoutMarkers(reply).split(/(?<=[.!?])\s/)
  return [
    { kind: 'outcome', outcome },
    ...citations.slice(0, 1).map(({ sourceTitle }): Check => ({ kind: 'cites', source: sourceTitle })),
    ...(outcome === 'answered' && first !== '' ? [{ kind: 'means', text: first } as const] : []),
  ]
}

/** Whether a check lacks what it needs to be run. */
export const isBlank = (check: Check): boolean => {
  const { input, any } = CHECK_FORMS[check.kind]
  return input === 'text' && any === undefined && valueOf(check).trim() === ''
}

/** A run in a line: how many passed, and what moved since the run before. */
export function summaryOf({ passed, failed, cells }: Pick<RunColumn, 'passed' | 'failed' | 'cells'>): string {
  const moved = (['broken', 'mended', 'reworded'] as const).flatMap((movement) => {
    const many = cells.filter((each) => each.movement === movement).length
    return many > 0 ? [`${many} ${movement}`] : []
  })
  const since = moved.length > 0 ? `; ${moved.join(', ')} since the run before` : ''
  return `${passed} of ${passed + failed} passed in the last run${since}`
}
