import { contentStems, jaccard, synonymsOf, withoutQuotations, words } from '../../text'
import { REMARK_WORDS } from '../../languages'
import { find, tokensOf } from '../../reading'
import { subjectOf } from '../../calling'
import { breaks, type Condition, type Directive, type RuleReading } from '../../rules'
import { fallsUnder } from './fallsUnder'
import type { Brief, Rule } from '../schema'
import { readRules } from './readRules'
import { editOf } from '../edit'
import type { Finder, Remark } from './remark'

const spoken = (directive: Directive): string | undefined => ('text' in directive ? directive.text : undefined)

/** Rules whose conditions can hold at the same time. */
const meet = (a: RuleReading, b: RuleReading): boolean =>
  a.condition.kind === 'always' ||
  b.condition.kind === 'always' ||
  JSON.stringify(a.condition) === JSON.stringify(b.condition)

/** One rule has said what another forbids. */
export const saidAndForbidden: Finder = (brief) => {
  const all = readRules(brief)
  return all.flatMap((says) =>
    all.flatMap((forbids): Remark[] => {
      if (says === forbids || !meet(says.reading, forbids.reading)) return []
      const clash = says.reading.directives.some((directive) => {
        const text = spoken(directive)
        return text !== undefined && forbids.reading.directives.some((other) => breaks(other, text))
      })
      if (!clash) return []
      return [
        {
          kind: 'said-and-forbidden',
          field: `rules.${says.at}`,
          text: `This says what another rule forbids: “${forbids.rule.do}”`,
          why: 'The prohibition wins, so these words are never said.',
          mend: {
            label: 'Switch this rule off',
            edit: editOf(brief, (draft) => (draft.rules[says.at]!.enabled = false)),
          },
        },
      ]
    }),
  )
}

const WANTS_LONG =
  /\b(?:in (?:full |great |as much )?detail|detailed (?:answers?|repl(?:y|ies)|explanations?)|at length|thorough(?:ly)?|comprehensive(?:ly)?|explain everything|long answers?)\b/i
const WANTS_SHORT =
  /\b(?:short(?:est)? (?:answers?|repl(?:y|ies)|sentences?)|brief(?:ly)?|concise(?:ly)?|keep (?:it|answers|replies) short|to the point|as short as possible)\b/i

/** One asks for short answers, another for long ones. */
export const shortAndLong: Finder = (brief) => {
  const all = readRules(brief)
  const short = all.filter(
    ({ rule, reading }) =>
      WANTS_SHORT.test(rule.do) ||
      reading.directives.some((each) => each.kind === 'limit' && each.unit === 'words' && each.most <= 80),
  )
  const long = all.filter(({ rule }) => WANTS_LONG.test(rule.do) && !/\b(?:not|never|don[’']t)\b/i.test(rule.do))
  const dial = brief.manner.dials.brevity >= 80 && short.length === 0
  return long.flatMap((each): Remark[] => {
    const against = short.find((other) => other !== each && isAlike(other.rule.when, each.rule.when))
    if (!against && !(dial && each.rule.when.trim() === '')) return []
    return [
      {
        kind: 'short-and-long',
        field: `rules.${each.at}`,
        text: against
          ? `Long answers here, short ones there: “${against.rule.do}”`
          : 'Long answers here, but the brevity dial asks for the shortest.',
        why: 'No answer can be both; which one wins is left to chance.',
        mend: {
          label: 'Keep it short: switch this rule off',
          edit: editOf(brief, (draft) => (draft.rules[each.at]!.enabled = false)),
        },
      },
    ]
  })
}

const isAlike = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase()

/** Two different offers are made on the same occasion. */
export const twoOffers: Finder = (brief) => {
  const offers = readRules(brief).flatMap((each) =>
    each.reading.directives.flatMap((directive) =>
      directive.kind === 'offer' ? [{ ...each, text: directive.text }] : [],
    ),
  )
  return offers.flatMap((offer, at): Remark[] => {
    const other = offers
      .slice(0, at)
      .find(
        (each) =>
          each.at !== offer.at &&
          each.text !== offer.text &&
          JSON.stringify(each.reading.condition) === JSON.stringify(offer.reading.condition),
      )
    return other
      ? [
          {
            kind: 'two-offers',
            field: `rules.${offer.at}`,
            text: `On the same occasion another rule offers something else: ${other.text}`,
            why: 'Two offers in one answer leave the visitor to guess which to take.',
          },
        ]
      : []
  })
}

/** A sign-off stands in the manner, and a rule ends answers with something else. */
export const twoSignOffs: Finder = (brief) => {
  const signOff = brief.manner.format.signOff.trim()
  if (signOff === '') return []
  return readRules(brief).flatMap(({ at, reading }): Remark[] => {
    const ending = reading.directives.find((each) => each.kind === 'endWith')
    if (!ending || reading.condition.kind !== 'always' || ending.text === signOff) return []
    return [
      {
        kind: 'two-sign-offs',
        field: `rules.${at}`,
        text: `Answers already end with “${signOff}”.`,
        why: 'Each answer would end twice.',
        mend: { label: 'Clear the sign-off', edit: editOf(brief, (draft) => (draft.manner.format.signOff = '')) },
      },
    ]
  })
}

/** Words that leave open what is to be done. */
export const vague: Finder = (brief) => [
  ...brief.rules.flatMap((rule, at) => (rule.enabled ? vagueIn(`rules.${at}`, `${rule.when} ${rule.do}`) : [])),
  ...brief.duties.flatMap((duty, at) => vagueIn(`duties.${at}`, duty.steps)),
]

function vagueIn(field: string, text: string): Remark[] {
  const found = find(REMARK_WORDS.vague, tokensOf(withoutQuotations(text)))
  return found
    ? [
        {
          kind: 'vague',
          field,
          text: `“${found.phrase}” leaves open what to do.`,
          why: 'Every reader, a model too, fills it in differently. Say when, how many, or what exactly.',
        },
      ]
    : []
}

/** A condition that nothing can meet, or that something before it always catches. */
export const neverApplies: Finder = (brief) =>
  readRules(brief).flatMap(({ rule, at, reading }): Remark[] => {
    if (!reading.understood) return []
    const impossible = contradiction(reading.condition)
    if (impossible) {
      return [
        {
          kind: 'never-applies',
          field: `rules.${at}`,
          text: impossible,
          why: 'No line can meet both, so the rule never does anything.',
        },
      ]
    }
    const caught =
      reading.condition.kind === 'about' &&
      brief.boundaries.find(
        (boundary) =>
          boundary.subject.trim() !== '' &&
          fallsUnder(mentioned(reading.condition), { subject: boundary.subject, examples: [], unlike: [] }),
      )
    return caught
      ? [
          {
            kind: 'never-applies',
            field: `rules.${at}`,
            text: `The boundary “${caught.subject}” answers such lines before any rule is looked at.`,
            why: 'A line under a boundary gets the boundary’s reply and nothing else.',
            mend: { label: 'Remove this rule', edit: editOf(brief, (draft) => draft.rules.splice(at, 1)) },
          },
        ]
      : rule.when.trim() !== '' && isOtherLanguage(reading.condition, brief)
        ? [
            {
              kind: 'never-applies',
              field: `rules.${at}`,
              text: 'The agent does not speak that language.',
              why: 'It answers in its own language only, unless the other is among the languages it also speaks.',
            },
          ]
        : []
  })

const mentioned = (condition: Condition): string => (condition.kind === 'about' ? subjectOf(condition.text) : '')

const isOtherLanguage = (condition: Condition, { identity }: Brief): boolean =>
  condition.kind === 'language' &&
  ![identity.language, ...identity.alsoSpeaks].some((tag) => tag.toLowerCase().startsWith(condition.language))

function contradiction(condition: Condition): string | undefined {
  if (condition.kind !== 'all') return undefined
  const quantities = condition.conditions.filter((each) => each.kind === 'quantity')
  for (const low of quantities) {
    for (const high of quantities) {
      const asksMore = low.bound === 'over' || low.bound === 'least'
      const asksLess = high.bound === 'under' || high.bound === 'most'
      if (
        low.dimension === high.dimension &&
        low.of.join() === high.of.join() &&
        asksMore &&
        asksLess &&
        low.value >= high.value
      )
        return `Nothing is ${low.words} and ${high.words} at once.`
    }
  }
  const days = condition.conditions.filter((each) => each.kind === 'weekday')
  return days.length > 1 && !days[0]!.days.some((day) => days.every((each) => each.days.includes(day)))
    ? 'No day is both.'
    : undefined
}

/** How alike two rules must be, in words or everyday synonyms, to say the same. */
const SAME = 0.8

/** A rule that repeats another in other words. */
export const saidTwice: Finder = (brief) => {
  const all = readRules(brief)
  return all.flatMap((each, at): Remark[] => {
    const other = all.slice(0, at).find((before) => isRepeat(before.rule, each.rule))
    return other
      ? [
          {
            kind: 'said-twice',
            field: `rules.${each.at}`,
            text: `Says the same as: “${other.rule.do}”`,
            why: 'Twice the text, and a change in one is easily forgotten in the other.',
            mend: { label: 'Remove this one', edit: editOf(brief, (draft) => draft.rules.splice(each.at, 1)) },
          },
        ]
      : []
  })
}

function isRepeat(a: Rule, b: Rule): boolean {
  const figures = (text: string) => (text.match(/\d[\d.,]*/g) ?? []).join(' ')
  const denies = (text: string) => /\b(?:never|not|no|don[’']t|avoid)\b/i.test(text)
  if (figures(a.do) !== figures(b.do) || denies(a.do) !== denies(b.do)) return false
  const [one, two] = [common(`${a.when} ${a.do}`), common(`${b.when} ${b.do}`)]
  return one.size >= 2 && jaccard(one, two) >= SAME
}

/** Stems with synonyms brought to one of them, so that "buy a ticket" and "purchase a ticket" are the same. */
const common = (text: string): Set<string> =>
  new Set([...contentStems(text)].map((each) => [each, ...synonymsOf(each)].sort()[0]!))

const LONGEST_RULE_WORDS = 45

/** A rule so long that it holds several. */
export const tooLongRule: Finder = (brief) =>
  readRules(brief).flatMap(({ rule, at }): Remark[] => {
    const count = words(rule.do).length
    return count > LONGEST_RULE_WORDS
      ? [
          {
            kind: 'too-long-rule',
            field: `rules.${at}`,
            text: `${count} words in one rule.`,
            why: 'Long rules are followed in part. One instruction each can be read, tested and switched off.',
          },
        ]
      : []
  })

/** "Usually" on a rule that says always or never. */
export const strengthAgainstWords: Finder = (brief) =>
  readRules(brief).flatMap(({ rule, at }): Remark[] =>
    rule.strength === 'usually' && /^\W*(?:always|never|under no circumstances|without exception)\b/i.test(rule.do)
      ? [
          {
            kind: 'strength-against-words',
            field: `rules.${at}`,
            text: 'The words say always or never; the strength says usually.',
            why: 'One of them is not meant.',
            mend: { label: 'Make it always', edit: editOf(brief, (draft) => (draft.rules[at]!.strength = 'always')) },
          },
        ]
      : [],
  )

const ABSOLUTE =
  /^\W*(?:never|do not|don[’']t|under no circumstances|refuse to)\s+(?:ever\s+)?(?:answer|help|discuss|talk about|speak about|give (?:any )?(?:advice|information))\b/i
const WAY_OUT = /\b(?:instead|but|refer|point|offer|say|tell|suggest|recommend|unless|hand|send|ask)\b/i

/** A refusal that leaves the visitor standing. */
export const noWayOut: Finder = (brief) => [
  ...readRules(brief).flatMap(({ rule, at }): Remark[] =>
    ABSOLUTE.test(rule.do) && !WAY_OUT.test(rule.do.replace(ABSOLUTE, ''))
      ? [
          {
            kind: 'no-way-out',
            field: `rules.${at}`,
            text: 'Refuses without saying what to do instead.',
            why: 'A visitor who is turned away needs somewhere to go. A boundary holds both: what to stay out of, and what to say.',
            mend: {
              label: 'Make it a boundary',
              edit: editOf(brief, (draft) => {
                draft.rules.splice(at, 1)
                draft.boundaries.push({
                  id: `from-${rule.id}`,
                  subject: subjectOfRefusal(rule.do),
                  examples: [],
                  unlike: [],
                  reply: '',
                  onHit: 'decline',
                  enabled: true,
                })
              }),
            },
          },
        ]
      : [],
  ),
  ...brief.boundaries.flatMap((boundary, at): Remark[] =>
    boundary.subject.trim() !== '' && boundary.reply.trim() === ''
      ? [
          {
            kind: 'no-way-out',
            field: `boundaries.${at}`,
            text: 'There is no reply for this subject.',
            why: 'Without one the visitor only hears that the agent does not know, which is not why it stays silent.',
            mend: {
              label: 'Write one',
              edit: editOf(brief, (draft) => {
                const subject = boundary.subject.trim().replace(/^\p{Lu}(?=\p{Ll})/u, (letter) => letter.toLowerCase())
                draft.boundaries[at]!.reply = `I stay out of ${subject}. Please ask someone who knows your case.`
              }),
            },
          },
        ]
      : [],
  ),
]

const subjectOfRefusal = (act: string): string =>
  act
    .replace(ABSOLUTE, '')
    .replace(/^\s*(?:questions? )?(?:about|on|with|any)?\s*/i, '')
    .replace(/[.\s]+$/, '')
