import { breaks, holds, readRule, type Directive, type Reading, type Situation } from '../rules'
import type { PromptView } from '../brief'

/** One thing that led to the reply, for the workings: what, and the line of the prompt it came from. */
export interface Note {
  readonly text: string
  readonly line?: string
  /** Words it may have put into the reply, before they are given the reply's register. */
  readonly puts?: readonly string[]
  /** The words of the reply it led to. */
  readonly words?: readonly string[]
}

/** What the rules of a prompt ask of one reply. */
export interface Orders {
  /** Sentences to add: statements first, then questions and offers. */
  readonly add: readonly string[]
  /** A question to ask before anything is answered. */
  readonly askFirst?: string
  readonly apologise: boolean
  readonly byName: boolean
  readonly endWith: readonly string[]
  readonly replace: readonly { readonly from: string; readonly to: string }[]
  readonly format?: 'bullets' | 'steps' | 'table' | 'prose'
  readonly maxWords: number | null
  readonly maxSentences: number | null
  readonly cite?: boolean
  readonly language?: string
  readonly avoid: readonly Directive[]
  /** How each rule was taken, for the workings. */
  readonly notes: readonly Note[]
}

/** Reads the rules of a prompt and gives what those that hold in a situation ask. "Never" without a condition holds always. */
export function ordersFor(view: PromptView, situation: Situation): Orders {
  const readings = view.rules.map((rule) => ({ rule, reading: readRule(rule.when, rule.do) }))
  const active = readings.filter(({ reading }) => reading.understood && applies(reading, situation))
  const directives = active.flatMap(({ reading }) => reading.directives)
  const of = <K extends Directive['kind']>(kind: K) =>
    directives.filter((each): each is Extract<Directive, { kind: K }> => each.kind === kind)
  const limits = of('limit')
  const least = (unit: 'words' | 'sentences') => {
    const all = limits.filter((limit) => limit.unit === unit).map((limit) => limit.most)
    return all.length === 0 ? null : Math.min(...all)
  }
  const added = [
    ...of('say').map((each) => each.text),
    ...of('link').map((each) => each.text),
    ...of('handOver').map((each) => each.text),
    ...of('ask').map((each) => each.text),
    ...of('offer').map((each) => each.text),
  ]
  const askFirst = of('askFirst')[0]?.text
  const format = of('format').at(-1)?.as
  const cite = of('cite').at(-1)?.isWanted
  const language = of('language').at(-1)?.language
  return {
    add: [...new Set(added)],
    apologise: of('apologise').length > 0,
    byName: of('byName').length > 0,
    endWith: [...new Set(of('endWith').map((each) => each.text))],
    replace: of('replace'),
    maxWords: least('words'),
    maxSentences: least('sentences'),
    avoid: of('avoid'),
    ...(askFirst === undefined ? {} : { askFirst }),
    ...(format === undefined ? {} : { format }),
    ...(cite === undefined ? {} : { cite }),
    ...(language === undefined ? {} : { language }),
    notes: readings.map(({ rule, reading }): Note => ({
      text: noteOn(reading, situation, rule),
      line: rule.line,
      puts: reading.understood && applies(reading, situation) ? reading.directives.flatMap(wordsOf) : [],
    })),
  }
}

/** The words a directive puts into a reply; none for those that shape or forbid. */
function wordsOf(directive: Directive): string[] {
  switch (directive.kind) {
    case 'say':
    case 'ask':
    case 'askFirst':
    case 'offer':
    case 'link':
    case 'handOver':
    case 'endWith':
      return [directive.text]
    case 'replace':
      return [directive.to]
    default:
      return []
  }
}

/** The notes with the words each put into the reply, as the reply has them. */
export const tiedTo = (reply: string, notes: readonly Note[], say: (text: string) => string): Note[] =>
  notes.map(({ puts = [], ...note }) => {
    const words = [...new Set(puts.flatMap((text) => [text, say(text)]))].filter(
      (each) => each !== '' && holdsAsSaid(reply, each),
    )
    return words.length > 0 ? { ...note, words } : note
  })

/** Whether a reply holds words, citation markers aside. */
const holdsAsSaid = (reply: string, words: string): boolean =>
  reply
    .replace(/\s*\[\d{1,3}\]/g, '')
    .toLowerCase()
    .includes(words.toLowerCase())

function noteOn(reading: Reading, situation: Situation, rule: PromptView['rules'][number]): string {
  if (!reading.understood) return `Rule not read: ${rule.when ? `${rule.when}, ` : ''}${rule.do}`
  const tools = reading.directives.filter((directive) => directive.kind === 'tool')
  if (!applies(reading, situation)) return `Rule not called for: ${reading.explanation}`
  return `Rule applied: ${reading.explanation}${tools.length > 0 ? ' (the built-in model has no tools)' : ''}`
}

/** Directives about how every reply is written hold whatever the visitor says; those that add words wait for a question. */
const STANDING = new Set<Directive['kind']>(['avoid', 'replace', 'limit', 'language', 'byName', 'cite', 'format'])

function applies(reading: Reading, situation: Situation): boolean {
  const isStanding = reading.directives.every((directive) => STANDING.has(directive.kind))
  return (isStanding && reading.condition.kind === 'always') || holds(reading.condition, situation)
}

/** Whether a text keeps all prohibitions. */
export const isAllowed = (text: string, orders: Pick<Orders, 'avoid'>): boolean =>
  !orders.avoid.some((directive) => breaks(directive, text))

/** A text with the words the rules want in place of others. */
export const inWantedWords = (text: string, { replace }: Pick<Orders, 'replace'>): string =>
  replace.reduce(
    (result, { from, to }) =>
      result.replace(new RegExp(`\\b${escaped(from)}(s?)\\b`, 'gi'), (whole, plural: string) => {
        const word = `${to}${plural}`
        return /^\p{Lu}/u.test(whole) ? word[0]!.toUpperCase() + word.slice(1) : word
      }),
    text,
  )

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
