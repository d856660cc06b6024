import { toolsNamedIn } from '../mentions'
import { REMARK_WORDS } from '../../languages'
import { profileTexts } from '../../manner'
import { find, holds, tokensOf } from '../../reading'
import { contentStems, quotations, sentences, stem } from '../../text'
import { DIALS } from '../prompt'
import { readRules } from './readRules'
import { editOf } from '../edit'
import type { Finder, Remark } from './remark'

/** Whether what a brief says agrees with its library, its own figures, its dials, and with what is really done. */

/** Two texts speak of the same thing when so many words of substance stand in both. */
const SHARED = 2

/** A rule that allows no exception where the library knows one. */
export const absoluteWithExceptions: Finder = (brief, { passagesOn = () => [] }) =>
  readRules(brief).flatMap(({ rule, at }): Remark[] => {
    const line = `${rule.when} ${rule.do}`
    const absolute = find(REMARK_WORDS.absolute, tokensOf(rule.do))
    if (!absolute) return []
    const own = contentStems(line)
    const exception = passagesOn(line)
      .flatMap((text) => sentences(text))
      .map(({ text }) => text.trim())
      .find((text) => {
        const shared = [...contentStems(text)].filter((each) => own.has(each)).length
        return shared >= Math.min(SHARED, own.size) && holds(REMARK_WORDS.exception, tokensOf(text))
      })
    return exception === undefined
      ? []
      : [
          {
            kind: 'absolute-with-exceptions',
            field: `rules.${at}`,
            text: `“${absolute.phrase}”, but the library knows an exception: “${exception}”`,
            why: 'The rule is followed to the letter, and contradicts what the documents say.',
          },
        ]
  })

/** Two limits of length that cannot both be meant: of two rules on the same occasion, or of a rule and the format. */
export const twoLimits: Finder = (brief) => {
  const limits = readRules(brief).flatMap(({ at, reading: { condition, directives } }) =>
    directives.flatMap((each) =>
      each.kind === 'limit'
        ? [
            {
              at,
              most: each.most,
              unit: each.unit,
              isAlways: condition.kind === 'always',
              on: JSON.stringify(condition),
            },
          ]
        : [],
    ),
  )
  const { maxWords } = brief.manner.format
  return limits.flatMap((limit, n): Remark[] => {
    const other = limits
      .slice(0, n)
      .find((each) => each.unit === limit.unit && each.on === limit.on && each.most !== limit.most)
    const against = other
      ? `another rule says ${other.most}`
      : limit.isAlways && limit.unit === 'words' && maxWords !== null && maxWords !== limit.most
        ? `the format says ${maxWords}`
        : undefined
    if (against === undefined) return []
    return [
      {
        kind: 'two-limits',
        field: `rules.${limit.at}`,
        text: `${limit.most} ${limit.unit} here; ${against}.`,
        why: 'The shorter one wins every time, and the other is never seen.',
        mend: {
          label: 'Switch this rule off',
          edit: editOf(brief, (draft) => (draft.rules[limit.at]!.enabled = false)),
        },
      },
    ]
  })
}

const LOW = 30
const HIGH = 70
/** A word before it within so many turns a trait round: "never curt". */
const TURNED_WITHIN = 3

/** The trait of a list that a persona claims, one that is turned round aside. */
function traitIn(list: string, persona: string): string | undefined {
  for (const { text } of sentences(persona)) {
    const tokens = tokensOf(text)
    const found = find(list, tokens)
    const isTurned =
      found && holds(REMARK_WORDS.turned, tokens.slice(Math.max(0, found.from - TURNED_WITHIN), found.from))
    if (found && !isTurned) return found.phrase
  }
  return undefined
}

/** A persona that says the opposite of a dial. */
export const personaAgainstDials: Finder = (brief) =>
  DIALS.flatMap((dial): Remark[] => {
    const [low, high] = REMARK_WORDS.dials[dial]
    const { manner } = brief
    const value = manner.dials[dial]
    const trait =
      value >= HIGH ? traitIn(low, manner.persona) : value <= LOW ? traitIn(high, manner.persona) : undefined
    return trait === undefined
      ? []
      : [
          {
            kind: 'persona-against-dials',
            field: 'manner.persona',
            text: `“${trait}” here; the dial of ${dial} stands at ${value}.`,
            why: 'A language model is told both, and follows now one, now the other.',
            mend: {
              label: `Set ${dial} to ${100 - value}`,
              edit: editOf(brief, (draft) => (draft.manner.dials[dial] = 100 - value)),
            },
          },
        ]
  })

/** Samples are held against the ends of the dials only: in between both may well be meant. */
const FORMAL = 75
const CASUAL = 25
const MANY = 0.6
const FEW = 0.1

/** Texts to sound like that sound otherwise than the dials. */
export const samplesAgainstDials: Finder = ({ manner }) => {
  const profile = profileTexts(manner.samples.filter((text) => text.trim() !== ''))
  if (!profile) return []
  const { formality, playfulness } = manner.dials
  const what =
    formality >= FORMAL && profile.contractions >= MANY
      ? `They contract (“it’s”, “don’t”) ${Math.round(profile.contractions * 100)} times in a hundred; formality stands at ${formality}.`
      : formality <= CASUAL && profile.contractions <= FEW
        ? `They hardly ever contract (“it’s”, “don’t”); formality stands at ${formality}.`
        : playfulness <= CASUAL && profile.exclamations >= MANY
          ? `Most of their sentences end with “!”; playfulness stands at ${playfulness}.`
          : undefined
  return what === undefined
    ? []
    : [
        {
          kind: 'samples-against-dials',
          field: 'manner.samples',
          text: what,
          why: 'The samples are followed more closely than the dials: one of the two is not meant.',
        },
      ]
}

/** What a duty asks for, though nothing it does afterwards needs it. */
export const askedForNothing: Finder = (brief) =>
  brief.duties.flatMap((duty, at) => {
    const steps = tokensOf(duty.steps)
    // What a tool is given is told apart where the tool is.
    const isForTools = duty.tools.length > 0 || toolsNamedIn(duty.steps).length > 0
    if (!duty.enabled || steps.length === 0 || isForTools || holds(REMARK_WORDS.usesAll, steps)) return []
    const used = new Set(steps.map(({ text }) => stem(text)))
    return duty.ask.flatMap((ask, n): Remark[] => {
      const names = tokensOf(ask.name).map(({ text }) => stem(text))
      if (names.length === 0 || names.some((name) => used.has(name))) return []
      return [
        {
          kind: 'asked-for-nothing',
          field: `duties.${at}.ask.${n}`,
          text: `Nothing in the steps uses “${ask.name}”.`,
          why: 'People give what is theirs only when it is needed; and each question more loses some of them.',
          mend: { label: 'Do not ask for it', edit: editOf(brief, (draft) => draft.duties[at]!.ask.splice(n, 1)) },
        },
      ]
    })
  })

/**
 * A text that says something was done, or will be, where nothing does it: no tool of the duty, and no hand-over to a
 * person. What a visitor gave stands in the logbook, and that is all.
 */
export const promiseNobodyKeeps: Finder = (brief) => {
  const places: { field: string; text: string }[] = [
    ...brief.duties.flatMap((duty, at) =>
      duty.enabled && duty.tools.length === 0
        ? [{ field: `duties.${at}`, text: quotations(duty.steps).join('\n') }]
        : [],
    ),
    ...readRules(brief).flatMap(({ rule, at, reading }) =>
      reading.directives.some(({ kind }) => kind === 'handOver')
        ? []
        : [{ field: `rules.${at}`, text: quotations(rule.do).join('\n') }],
    ),
    ...brief.boundaries.flatMap((boundary, at) =>
      boundary.enabled && boundary.onHit !== 'handOver' ? [{ field: `boundaries.${at}`, text: boundary.reply }] : [],
    ),
    ...brief.answers.flatMap((answer, at) => (answer.enabled ? [{ field: `answers.${at}`, text: answer.answer }] : [])),
    { field: 'grounding.whenUnknown', text: brief.grounding.whenUnknown },
    { field: 'openers.greeting', text: brief.openers.greeting },
  ]
  return places.flatMap(({ field, text }): Remark[] => {
    const found = find(REMARK_WORDS.promise, tokensOf(text))
    return found
      ? [
          {
            kind: 'promise-nobody-keeps',
            field,
            text: `“${found.phrase} …” is a promise nobody keeps yet.`,
            why: 'Nothing here writes, calls, books or passes on: the conversation stands in the logbook, and somebody has to read it there.',
          },
        ]
      : []
  })
}
