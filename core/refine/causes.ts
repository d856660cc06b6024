import { reviewBrief } from '../brief'
import { conflictsAmong } from '../curation'
import { meansTheSame } from '../rehearsal'
import { breaks, readRule } from '../rules'
import { coverage, inQuotes, shared, stemSet, wordCount } from '../text'
import { groundOf, placeIn, type Case } from './case'

export const CAUSE_KINDS = [
  'given',
  'boundary-fired',
  'boundary-silent',
  'duty-fired',
  'asks-nothing',
  'not-passed-on',
  'rule-speaks',
  'rule-forbids',
  'rule-not-called',
  'rules-disagree',
  'sources-disagree',
  'not-found',
  'read-otherwise',
  'wrong-source',
  'not-known',
  'manner',
  'no-rule',
  'unclear',
] as const
export type CauseKind = (typeof CAUSE_KINDS)[number]

/** A place the cause points at: a field of the brief, or a passage. */
export interface CauseLink {
  readonly label: string
  readonly field?: string
  readonly passageId?: string
  readonly sourceId?: string
}

/** Why the answer came out as it did, in one sentence, with the places it speaks of. */
export interface Cause {
  readonly kind: CauseKind
  readonly sentence: string
  readonly links: readonly CauseLink[]
}

/** One way of telling a cause: it gives it, or nothing where it does not apply. */
type Finder = (of: Case) => Cause | undefined

const ruleLink = (at: number, ownRules: number): CauseLink => ({
  label: 'the rule',
  field: at < ownRules ? `rules.${at}` : 'ruleSets',
})

/** The answer was given by hand, word for word. */
const given: Finder = ({ turn }) => {
  const step = turn.workings.find((working) => working.step === 'given')
  const detail = step?.details[0]
  if (!detail) return undefined
  return {
    kind: 'given',
    sentence: `The answer was written by hand, to ${inQuotes(detail.text)}, and is given word for word.`,
    links: [{ label: 'the answer by hand', ...placeOfDetail(detail) }],
  }
}

const placeOfDetail = ({ field, passageId, sourceId }: Omit<CauseLink, 'label'>) => ({
  ...(field ? { field } : {}),
  ...(passageId ? { passageId } : {}),
  ...(sourceId ? { sourceId } : {}),
})

/** A boundary turned the line away, though an answer was wanted. */
const boundaryFired: Finder = ({ turn, complaint, brief }) => {
  const at = placeIn(turn, 'boundaries', 'boundaries')
  if (at === undefined || complaint.kinds.has('decline')) return undefined
  return {
    kind: 'boundary-fired',
    sentence: `The boundary “${brief.boundaries[at]?.subject}” answered the line before anything was looked up.`,
    links: [{ label: 'the boundary', field: `boundaries.${at}` }],
  }
}

const boundarySilent: Finder = ({ turn, complaint, brief }) => {
  if (!complaint.kinds.has('decline') || turn.outcome === 'declined') return undefined
  const near = nearestBoundary(turn.question, brief.boundaries)
  return {
    kind: 'boundary-silent',
    sentence:
      near === undefined
        ? 'No boundary speaks of this, so it was answered like any other question.'
        : `The boundary “${brief.boundaries[near]!.subject}” did not recognise the line.`,
    links: near === undefined ? [] : [{ label: 'the boundary', field: `boundaries.${near}` }],
  }
}

/** The boundary whose words a line shares most, if any. */
export function nearestBoundary(line: string, boundaries: Case['brief']['boundaries']): number | undefined {
  const said = stemSet(line)
  let best: { at: number; alike: number } | undefined
  boundaries.forEach(({ subject, examples, enabled }, at) => {
    if (!enabled) return
    const alike = shared(stemSet([subject, ...examples].join('\n')), said)
    if (alike > (best?.alike ?? 0)) best = { at, alike }
  })
  return best?.at
}

const dutyFired: Finder = ({ turn, complaint, brief }) => {
  const at = placeIn(turn, 'duty', 'duties')
  if (at === undefined || complaint.kinds.has('ask')) return undefined
  return {
    kind: 'duty-fired',
    sentence: `The duty “${brief.duties[at]?.name}” took the line for its own.`,
    links: [{ label: 'the duty', field: `duties.${at}` }],
  }
}

const asksNothing: Finder = ({ complaint, turn }) =>
  complaint.kinds.has('ask') && turn.outcome !== 'clarified'
    ? {
        kind: 'asks-nothing',
        sentence: 'No duty and no rule asks anything for such a line, so it was answered at once.',
        links: [],
      }
    : undefined

const notPassedOn: Finder = ({ complaint, turn }) =>
  complaint.kinds.has('passOn') && !turn.handOver
    ? {
        kind: 'not-passed-on',
        sentence: 'No rule or boundary passes such a line on to a person.',
        links: [],
      }
    : undefined

/** A rule says what must not be said. */
const ruleSpeaks: Finder = ({ complaint, turn, ownRules }) => {
  for (const words of complaint.neverSay) {
    const rule = turn.called.find(({ reading }) =>
      reading.directives.some((each) => 'text' in each && each.text.toLowerCase().includes(words.toLowerCase())),
    )
    if (rule)
      return {
        kind: 'rule-speaks',
        sentence: `The rule ${inQuotes(rule.rule.do)} is what says it.`,
        links: [ruleLink(rule.at, ownRules)],
      }
  }
  return undefined
}

/** What should be said, a rule forbids. */
const ruleForbids: Finder = ({ complaint, note, brief, ownRules }) => {
  const wanted = [...complaint.shouldSay.map(({ text }) => text), note.wanted].filter((text) => text.trim() !== '')
  for (const text of wanted) {
    const at = brief.rules.findIndex(
      (rule) => rule.enabled && readRule(rule.when, rule.do).directives.some((each) => breaks(each, text)),
    )
    if (at >= 0)
      return {
        kind: 'rule-forbids',
        sentence: `The rule ${inQuotes(brief.rules[at]!.do)} forbids what you would like it to say.`,
        links: [ruleLink(at, ownRules)],
      }
  }
  return undefined
}

/** A rule that would do what is wanted stood by, because the line did not call for it. */
const ruleNotCalled: Finder = (of) => {
  const at = ruleThatWould(of)
  if (at === undefined) return undefined
  const rule = of.brief.rules[at]!
  const { understood } = readRule(rule.when, rule.do)
  const why = !rule.enabled
    ? 'is switched off'
    : understood
      ? `waits for “${rule.when}”, and the line was not taken for that`
      : 'is put so that the built-in model cannot follow it'
  return {
    kind: 'rule-not-called',
    sentence: `The rule ${inQuotes(rule.do)} would do it, but ${why}.`,
    links: [ruleLink(at, of.ownRules)],
  }
}

/** The rule whose words hold what should have been said and that was not called for. */
export function ruleThatWould({ complaint, brief, turn }: Case): number | undefined {
  const called = new Set(turn.called.map(({ at }) => at))
  const wanted = complaint.shouldSay.map(({ text }) => stemSet(text)).filter((stems) => stems.size > 0)
  const found = brief.rules.findIndex((rule, at) => {
    if (called.has(at)) return false
    const stems = stemSet(rule.do)
    return wanted.some((each) => coverage(each, stems) === 1)
  })
  return found < 0 ? undefined : found
}

const rulesDisagree: Finder = ({ brief, turn, ownRules }) => {
  const called = new Set(turn.called.map(({ at }) => `rules.${at}`))
  const remark = reviewBrief(brief).find(
    (each) => AGAINST.has(each.kind) && (called.has(each.field) || each.field.startsWith('manner')),
  )
  if (!remark) return undefined
  const rule = /^rules\.(\d+)$/.exec(remark.field)
  return {
    kind: 'rules-disagree',
    sentence: `Two lines of the brief do not agree: ${remark.text}`,
    links: [rule ? ruleLink(Number(rule[1]), ownRules) : { label: 'the line', field: remark.field }],
  }
}
const AGAINST = new Set<string>([
  'said-and-forbidden',
  'short-and-long',
  'two-offers',
  'two-sign-offs',
  'two-limits',
  'persona-against-dials',
  'samples-against-dials',
])

const sourcesDisagree: Finder = (of) => {
  const conflict = conflictIn(of)
  if (!conflict) return undefined
  return {
    kind: 'sources-disagree',
    sentence: `Two sources do not agree on ${conflict.about}: one says ${conflict.values[0]}, another ${conflict.values[1]}.`,
    links: [conflict.one, conflict.other].map(({ passageId, sourceId }, at) => ({
      label: at === 0 ? 'the one' : 'the other',
      passageId,
      sourceId,
    })),
  }
}

/** A conflict between passages the question finds, one of which the answer rests on. */
export function conflictIn(of: Case) {
  const ground = groundOf(of)
  if (!ground) return undefined
  return conflictsAmong(of.library.search(of.turn.question, LOOKED_AT)).find(({ one, other }) =>
    [one.passageId, other.passageId].includes(ground.passageId),
  )
}
const LOOKED_AT = 12

/** What was wanted stands in the library: it was not found, or another sentence was read. */
const notFound: Finder = (of) => {
  const holding = passageWith(of)
  if (!holding) return undefined
  const isFound = of.turn.found.some(({ passageId }) => passageId === holding.passageId)
  const { sourceTitle, passageId, sourceId } = holding
  const links = [{ label: 'the passage', passageId, sourceId }]
  return isFound
    ? {
        kind: 'read-otherwise',
        sentence: `The passage that says so, in “${sourceTitle}”, was found, but another sentence was read.`,
        links,
      }
    : {
        kind: 'not-found',
        sentence: `“${sourceTitle}” says so, but the question did not lead to that passage.`,
        links,
      }
}

/** The passage of the library that says what was wanted. */
export function passageWith({ note, library }: Case) {
  if (note.wanted.trim() === '') return undefined
  return library.search(note.wanted, LOOKED_AT).find(({ text }) => meansTheSame(text, note.wanted).holds)
}

const wrongSource: Finder = (of) => {
  if (!of.complaint.kinds.has('wrongSource')) return undefined
  const ground = groundOf(of)
  if (!ground) return undefined
  const { sourceTitle, passageId, sourceId } = ground
  return {
    kind: 'wrong-source',
    sentence: `The answer was read from “${sourceTitle}”, ${ground.locator.label}, which matched the question best.`,
    links: [{ label: 'the passage', passageId, sourceId }],
  }
}

const notKnown: Finder = ({ turn, note, complaint }) => {
  const isMissing = turn.outcome === 'unknown' || complaint.kinds.has('missing')
  if (!isMissing || complaint.kinds.has('shouldSay')) return undefined
  return {
    kind: 'not-known',
    sentence:
      note.wanted.trim() === ''
        ? 'No document says it. Write the answer you wanted, and it can be kept.'
        : 'No document says it.',
    links: [],
  }
}

const mannerOff: Finder = ({ complaint, brief, turn }) => {
  if (complaint.kinds.has('tooLong')) {
    const { maxWords } = brief.manner.format
    const limit = maxWords === null ? 'no limit is set' : `the limit is ${maxWords}`
    return {
      kind: 'manner',
      sentence: `The answer has ${wordCount(turn.reply)} words; ${limit}.`,
      links: [{ label: 'the length', field: 'manner.format.maxWords' }],
    }
  }
  const [wish] = complaint.tone
  if (!complaint.kinds.has('offTone') && !wish) return undefined
  const dial = wish?.dial ?? 'warmth'
  return {
    kind: 'manner',
    sentence: `Nothing in the brief asks for another tone here; ${dial} stands at ${brief.manner.dials[dial]}.`,
    links: [{ label: 'the dial', field: `manner.dials.${dial}` }],
  }
}

const noRule: Finder = ({ complaint }) =>
  complaint.kinds.has('shouldSay') || complaint.kinds.has('neverSay')
    ? { kind: 'no-rule', sentence: 'No rule speaks of it, so nothing told the agent to do otherwise.', links: [] }
    : undefined

const readAsIs: Finder = (of) => {
  const ground = groundOf(of)
  if (!ground) return undefined
  const { sourceTitle, passageId, sourceId } = ground
  return {
    kind: 'unclear',
    sentence: `The answer says what “${sourceTitle}” says.`,
    links: [{ label: 'the passage', passageId, sourceId }],
  }
}

/** The finders, the most particular first. */
const FINDERS: readonly Finder[] = [
  given,
  boundaryFired,
  boundarySilent,
  notPassedOn,
  ruleSpeaks,
  ruleForbids,
  ruleNotCalled,
  asksNothing,
  dutyFired,
  sourcesDisagree,
  notFound,
  wrongSource,
  rulesDisagree,
  noRule,
  mannerOff,
  notKnown,
  readAsIs,
]

/** Tells why an answer came out as it did: the first cause that applies. */
export function causeOf(of: Case): Cause {
  for (const finder of FINDERS) {
    const cause = finder(of)
    if (cause) return cause
  }
  return { kind: 'unclear', sentence: 'Nothing in the workings points at one line or passage.', links: [] }
}
