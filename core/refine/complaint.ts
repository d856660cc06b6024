import type { DialName } from '../brief'
import { COMPLAINTS } from '../languages'
import { find, holds, tokensOf, type Token } from '../reading'
import { quotations, sentencesIn } from '../text'
import type { Note } from './note'

/** What a note complains of. */
export const COMPLAINT_KINDS = [
  'wrong',
  'missing',
  'tooLong',
  'tooShort',
  'offTone',
  'wrongSource',
  'decline',
  'shouldAnswer',
  'ask',
  'passOn',
  'neverSay',
  'shouldSay',
] as const
export type ComplaintKind = (typeof COMPLAINT_KINDS)[number]

/** A dial that stands too low (1) or too high (-1) for the designer's ear. */
export interface ToneWish {
  readonly dial: DialName
  readonly turn: 1 | -1
}

/** Something the answer should have held: said word for word, named as a thing ("the group form"), or offered. */
export interface Wanted {
  readonly text: string
  readonly how: 'say' | 'mention' | 'offer'
}

/** A note, read. */
export interface Complaint {
  readonly kinds: ReadonlySet<ComplaintKind>
  /** Words the answer must not hold. */
  readonly neverSay: readonly string[]
  /** Words it should have held, and whether they are offered rather than said. */
  readonly shouldSay: readonly Wanted[]
  readonly isSorry: boolean
  readonly tone: readonly ToneWish[]
  /** The longest it may be, where the note gives a number. */
  readonly mostWords?: number
}

const OF_MARK = {
  wrong: 'wrong',
  missing: 'missing',
  tooLong: 'tooLong',
  offTone: 'offTone',
  wrongSource: 'wrongSource',
  shouldDecline: 'decline',
  shouldAsk: 'ask',
  shouldPassOn: 'passOn',
} as const

/** Kinds that are told by a phrase alone. */
const BY_PHRASE = [
  'tooLong',
  'tooShort',
  'missing',
  'wrongSource',
  'decline',
  'shouldAnswer',
  'ask',
  'passOn',
  'wrong',
] as const satisfies readonly ComplaintKind[]

/** Reads what a note complains of: its quick marks, and what its words say clause by clause. */
export function readComplaint({ marks, wrong }: Pick<Note, 'marks' | 'wrong'>): Complaint {
  const kinds = new Set<ComplaintKind>(marks.map((mark) => OF_MARK[mark]))
  const neverSay: string[] = []
  const shouldSay: Wanted[] = []
  const tone: ToneWish[] = []
  let isSorry = false
  for (const clause of clausesOf(wrong)) {
    const tokens = tokensOf(clause)
    for (const kind of BY_PHRASE) if (holds(COMPLAINTS[kind], tokens)) kinds.add(kind)
    tone.push(...toneIn(tokens))
    const never = find(COMPLAINTS.neverSay, tokens)
    const should = never ? undefined : find(COMPLAINTS.shouldSay, tokens)
    if (never) neverSay.push(...objectsOf(clause, tokens, never).map(({ text }) => text))
    if (should && holds(COMPLAINTS.sorry, tokens)) isSorry = true
    else if (should) {
      const isOffer = holds(COMPLAINTS.offers, tokensOf(should.phrase))
      shouldSay.push(
        ...objectsOf(clause, tokens, should).map(({ text, isThing }) => ({
          text,
          how: isOffer ? ('offer' as const) : isThing ? ('mention' as const) : ('say' as const),
        })),
      )
    } else if (!never && holds(COMPLAINTS.sorry, tokens)) isSorry = true
  }
  if (tone.length > 0) kinds.add('offTone')
  if (neverSay.length > 0) kinds.add('neverSay')
  if (shouldSay.length > 0 || isSorry) kinds.add('shouldSay')
  const most = /\b(\d{1,4})\s+words?\b/.exec(wrong)?.[1]
  if (most) kinds.add('tooLong')
  return { kinds, neverSay, shouldSay, isSorry, tone, ...(most ? { mostWords: Number(most) } : {}) }
}

/** Sentences, and their parts that stand on their own: "should have offered the form, and said sorry". */
const clausesOf = (text: string): string[] =>
  sentencesIn(text)
    .flatMap((sentence) =>
      sentence.split(
        /[;:]\s+|,\s+(?:and|but)\s+|\s+and\s+(?=(?:said|say|offered|offer|mentioned|mention|never|added|add|not)\b)|\s+but\s+/i,
      ),
    )
    .map((clause) => clause.trim())
    .filter((clause) => clause !== '')

/** What a clause says should or should not be said: what it quotes, else its words after the verb. */
function objectsOf(
  clause: string,
  tokens: readonly Token[],
  verb: { readonly to: number },
): { text: string; isThing: boolean }[] {
  const quoted = quotations(clause)
  if (quoted.length > 0) return quoted.map((text) => ({ text, isThing: false }))
  let from = verb.to
  for (let lead = leadAt(tokens, from); lead; lead = leadAt(tokens, from)) from = lead
  if (from >= tokens.length) return []
  const rest = clause.slice(tokens[from]!.start).replace(/[.!?,;:]+$/, '')
  return rest
    .split(/\s+or\s+/i)
    .map((part) => ({ text: part.replace(ARTICLE, '').trim(), isThing: ARTICLE.test(part) }))
    .filter(({ text }) => text !== '')
}

const ARTICLE = /^(?:the|an?|any|our)\s+/i

function leadAt(tokens: readonly Token[], from: number): number | undefined {
  const found = find(COMPLAINTS.lead, tokens.slice(from))
  return found?.from === 0 ? from + found.to : undefined
}

/** "Too stiff" asks for less formality, "should be warmer" for more warmth. */
function toneIn(tokens: readonly Token[]): ToneWish[] {
  return (Object.keys(COMPLAINTS.tone) as DialName[]).flatMap((dial): ToneWish[] => {
    const [tooLow, tooHigh] = COMPLAINTS.tone[dial]
    const isWish = holds(COMPLAINTS.enough, tokens)
    if (isWish && holds(COMPLAINTS.more[dial], tokens)) return [{ dial, turn: 1 }]
    if (holds(tooLow, tokens)) return [{ dial, turn: 1 }]
    return holds(tooHigh, tokens) ? [{ dial, turn: -1 }] : []
  })
}
