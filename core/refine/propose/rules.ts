import { editOf, reviewBrief, type Brief, type Rule } from '../../brief'
import { inQuotes } from '../../text'
import type { Case } from '../case'
import { ruleThatWould } from '../causes'
import { subjectOfLine } from './subject'
import type { Proposal, Proposer } from './proposal'

type Edited = Omit<Proposal, 'kind'>

/** A proposal that edits the brief. */
export const briefProposal = (
  { brief, ownRules }: Case,
  summary: string,
  because: string,
  change: (draft: Brief) => void,
): Edited => {
  const own = { ...brief, rules: brief.rules.slice(0, ownRules) }
  return { summary, because, proposed: { target: 'brief', edit: editOf(own, change) } }
}

/** Longest line that a brief takes as a sample. */
const LONGEST_SAMPLE = 600

/** The noted line, as a sample of lines that are meant or not meant. */
export const sampleOf = ({ note }: Case): string => note.question.slice(0, LONGEST_SAMPLE)

/** The condition of a rule for lines like the noted one. */
export const whenAsked = ({ note }: Case): string => `the visitor asks about ${subjectOfLine(note.question)}`

/** A rule for such lines, or for every line where its condition is empty. */
export const newRule = (of: Case, does: string, when: string, number = 1): Rule => ({
  id: `${of.newId}-rule${number > 1 ? `-${number}` : ''}`,
  when,
  do: does,
  strength: 'always',
  enabled: true,
  like: when === '' ? [] : [sampleOf(of)],
  unlike: [],
})

/** New rules for what should be said, asked, passed on or never said. */
export const addRule: Proposer = {
  kind: 'rule',
  answers: ['no-rule', 'not-passed-on', 'asks-nothing', 'manner'],
  propose(of) {
    const { complaint } = of
    const when = whenAsked(of)
    const rules: { does: string; when: string }[] = []
    if (complaint.neverSay.length > 0)
      rules.push({ does: `Never say ${complaint.neverSay.map((words) => `“${words}”`).join(' or ')}.`, when: '' })
    const acts = complaint.shouldSay.map(({ text, how }) =>
      how === 'say' ? `say “${inSentence(text)}”` : `${how} the ${text}`,
    )
    if (complaint.isSorry) acts.push('apologise')
    if (acts.length > 0) rules.push({ does: acts.join(' and '), when })
    if (complaint.kinds.has('passOn')) rules.push({ does: 'pass the visitor on to a person', when })
    if (complaint.kinds.has('ask')) rules.push({ does: `first ask “${questionWanted(of)}”`, when })
    const grouped = new Map<string, string[]>()
    for (const rule of rules) grouped.set(rule.when, [...(grouped.get(rule.when) ?? []), rule.does])
    const made = [...grouped].map(([condition, does], at) => newRule(of, does.join(' and '), condition, at + 1))
    if (made.length === 0) return []
    const told = made.map(({ when: on, do: does }) => (on === '' ? does : `when ${on}, ${does}`)).join('; and ')
    return [
      briefProposal(
        of,
        `Add ${made.length > 1 ? 'rules' : 'a rule'}: ${told}`,
        'Your note says what it should do, and no rule says so.',
        (draft) => draft.rules.push(...made),
      ),
    ]
  },
}

const inSentence = (text: string): string => (/[.!?]$/.test(text) ? text : `${text[0]!.toUpperCase()}${text.slice(1)}.`)

/** The question to be asked first: the one in the wanted answer or the note, else a plain one. */
function questionWanted({ note }: Case): string {
  const [asked] = `${note.wanted}\n${note.wrong}`.match(/[^.!?\n“”"]*\?/g) ?? []
  if (asked) return asked.trim()
  const which = /\bask(?:ed)?\s+(?:first\s+)?((?:which|what|when|where|how|whether|who)\b[^.!?]*)/i.exec(
    note.wrong,
  )?.[1]
  return which
    ? `${which[0]!.toUpperCase()}${which.slice(1).trim()}?`
    : 'Could you tell me a little more about what you need?'
}

/** A rule that would do it learns that such a line is meant. */
export const widenRule: Proposer = {
  kind: 'rule-widened',
  answers: ['rule-not-called'],
  propose(of) {
    const at = ruleThatWould(of)
    const rule = at === undefined || at >= of.ownRules ? undefined : of.brief.rules[at]!
    if (!rule) return []
    const summary = rule.enabled
      ? `Let the rule ${inQuotes(rule.do)} hold for lines like this one`
      : `Switch the rule ${inQuotes(rule.do)} on`
    return [
      briefProposal(of, summary, 'It does what you ask for, and was not called for here.', (draft) => {
        draft.rules[at!]!.enabled = true
        if (rule.when.trim() !== '') draft.rules[at!]!.like.push(sampleOf(of))
      }),
    ]
  },
}

/** Rules that were called for here and say what is complained of. */
function speaking({ turn, complaint, note, ownRules, brief }: Case) {
  const unwanted = [...complaint.neverSay, note.sentence].filter((text) => text.trim() !== '')
  const wanted = [...complaint.shouldSay.map(({ text }) => text), note.wanted].filter((text) => text.trim() !== '')
  return turn.called.filter(({ at, reading }) => {
    if (at >= ownRules || !brief.rules[at]) return false
    return reading.directives.some((directive) => {
      if ('text' in directive && unwanted.some((text) => holdsWords(directive.text, text))) return true
      return directive.kind === 'avoid' && wanted.some((text) => holdsWords(text, directive.words))
    })
  })
}
const holdsWords = (text: string, part: string): boolean =>
  text.toLowerCase().includes(part.toLowerCase()) || part.toLowerCase().includes(text.toLowerCase())

/** A rule with a condition learns that such a line is not meant. */
export const narrowRule: Proposer = {
  kind: 'rule-narrowed',
  answers: ['rule-speaks', 'rule-forbids'],
  propose: (of) =>
    speaking(of)
      .filter(({ rule }) => rule.when.trim() !== '')
      .slice(0, 1)
      .map(({ at, rule }) =>
        briefProposal(
          of,
          `Keep the rule ${inQuotes(rule.do)} from lines like this one`,
          'It was called for here, and what it does is what you complain of.',
          (draft) => draft.rules[at]!.unlike.push(sampleOf(of)),
        ),
      ),
}

/** A rule that holds always is let hold usually, so that what a line needs comes before it. */
export const softenRule: Proposer = {
  kind: 'rule-softened',
  answers: ['rule-forbids'],
  propose: (of) =>
    speaking(of)
      .filter(({ rule }) => rule.strength === 'always')
      .slice(0, 1)
      .map(({ at, rule }) =>
        briefProposal(
          of,
          `Let the rule ${inQuotes(rule.do)} hold usually, not always`,
          'It allows no exception, and this line needs one.',
          (draft) => (draft.rules[at]!.strength = 'usually'),
        ),
      ),
}

/** A rule that speaks against the note is switched off. */
export const dropRule: Proposer = {
  kind: 'rule-off',
  answers: ['rule-speaks', 'rule-forbids'],
  propose: (of) =>
    speaking(of)
      .slice(0, 1)
      .map(({ at, rule }) =>
        briefProposal(
          of,
          `Switch the rule ${inQuotes(rule.do)} off`,
          'It does what you complain of whenever it is called for.',
          (draft) => (draft.rules[at]!.enabled = false),
        ),
      ),
}

/** What the margin's remarks would do about two lines that do not agree. */
export const settleRules: Proposer = {
  kind: 'rules-settled',
  answers: ['rules-disagree', 'rule-forbids'],
  propose(of) {
    const own = { ...of.brief, rules: of.brief.rules.slice(0, of.ownRules) }
    const called = new Set(of.turn.called.map(({ at }) => `rules.${at}`))
    return reviewBrief(own)
      .filter(({ mend, field }) => mend && (called.has(field) || field.startsWith('manner')))
      .slice(0, 2)
      .map(({ text, mend, field }) => {
        const rule = of.brief.rules[Number(/^rules\.(\d+)$/.exec(field)?.[1] ?? -1)]
        const summary = rule ? `${mend!.label}: ${inQuotes(rule.do)}` : mend!.label
        return { summary, because: text, proposed: { target: 'brief' as const, edit: mend!.edit } }
      })
  },
}
