import type { CalledRule } from '../dialogue'
import { breaks, explainDirective, type Directive } from '../rules'

/** One thing that led to the reply, for the workings: what, and the field of the brief it came from. */
export interface Note {
  readonly text: string
  readonly field?: string
  /** Words it may have put into the reply, before they are given the reply's register. */
  readonly puts?: readonly string[]
  /** The words of the reply it led to. */
  readonly words?: readonly string[]
}

/** What the rules that are called for ask of one reply. */
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

type Of<K extends Directive['kind']> = Extract<Directive, { kind: K }>

/** Directives about how every reply is written hold whatever the visitor says; those that add words wait for a question. */
const STANDING = new Set<Directive['kind']>(['avoid', 'replace', 'limit', 'language', 'byName', 'cite', 'format'])

/** What the called rules ask for; in a reply to a mere courtesy, rules without a condition only shape. */
export function ordersOf(called: readonly CalledRule[], isCourtesy: boolean): Orders {
  const due = called.filter(
    ({ reading }) =>
      reading.understood &&
      (!isCourtesy ||
        reading.condition.kind !== 'always' ||
        reading.directives.every(({ kind }) => STANDING.has(kind))),
  )
  const directives = due.flatMap(({ reading }) => reading.directives)
  const of = <K extends Directive['kind']>(kind: K) => directives.filter((each): each is Of<K> => each.kind === kind)
  const least = (unit: 'words' | 'sentences') => {
    const all = of('limit').filter((limit) => limit.unit === unit)
    return all.length === 0 ? null : Math.min(...all.map(({ most }) => most))
  }
  const added = [...of('say'), ...of('link'), ...of('handOver'), ...of('ask'), ...of('offer')].map(({ text }) => text)
  const askFirst = of('askFirst')[0]?.text
  // Where two do not agree, the one that stands first in the brief counts.
  const format = of('format')[0]?.as
  const cite = of('cite')[0]?.isWanted
  const language = of('language')[0]?.language
  const disputed = [
    ...(new Set(of('format').map(({ as }) => as)).size > 1 ? [`“${explainDirective(of('format')[0]!)}”`] : []),
    ...(new Set(of('cite').map(({ isWanted }) => isWanted)).size > 1 ? [`“${explainDirective(of('cite')[0]!)}”`] : []),
    ...(new Set(of('language').map((each) => each.language)).size > 1
      ? [`“${explainDirective(of('language')[0]!)}”`]
      : []),
    ...(of('askFirst').length > 1 ? [`“${explainDirective(of('askFirst')[0]!)}”`] : []),
  ]
  return {
    add: [...new Set(added)],
    apologise: of('apologise').length > 0,
    byName: of('byName').length > 0,
    endWith: [...new Set(of('endWith').map(({ text }) => text))],
    replace: of('replace'),
    maxWords: least('words'),
    maxSentences: least('sentences'),
    avoid: of('avoid'),
    ...(askFirst === undefined ? {} : { askFirst }),
    ...(format === undefined ? {} : { format }),
    ...(cite === undefined ? {} : { cite }),
    ...(language === undefined ? {} : { language }),
    notes: [
      ...disputed.map((first): Note => ({
        text: `Rules that do not agree: ${first} stands first in the brief, so it counts`,
      })),
      ...called.map(({ reading, at }): Note => ({
        text: reading.understood
          ? `Rule followed: ${reading.explanation}`
          : `Rule for a language model: ${reading.explanation}`,
        field: `rules.${at}`,
        puts: reading.directives.flatMap(wordsOf),
      })),
    ],
  }
}

/** The words a directive puts into a reply; none for those that shape or forbid. */
function wordsOf(directive: Directive): string[] {
  if ('text' in directive) return [directive.text]
  return directive.kind === 'replace' ? [directive.to] : []
}

/** The notes with the words each put into the reply, as the reply has them. */
export const tiedTo = (reply: string, notes: readonly Note[], say: (text: string) => string): Note[] =>
  notes.map(({ puts = [], ...note }) => {
    const plain = withoutMarkers(reply).toLowerCase()
    const words = [...new Set(puts.flatMap((text) => [text, say(text)]))].filter(
      (each) => each !== '' && plain.includes(each.toLowerCase()),
    )
    return words.length > 0 ? { ...note, words } : note
  })

const withoutMarkers = (reply: string): string => reply.replace(/\s*\[\d{1,3}\]/g, '')

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
