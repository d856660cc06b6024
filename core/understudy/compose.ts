import { withoutListSign, wordCount } from '../text'
import type { Manner } from './profile'
import type { Phrases } from '../languages'
import { closer, emojiFor, hedged, inRegister, opener } from './manner'
import { inWantedWords, isAllowed, type Orders } from './orders'
import type { Finding, Piece } from './task'

/** What a reply is composed for. */
interface Setting {
  readonly line: string
  readonly manner: Manner
  readonly phrases: Phrases
  readonly orders: Orders
  readonly cites: boolean
  /** The visitor's name, when the brief wants it used and the visitor gave it. */
  readonly name: string | undefined
  /** A question to suggest next. */
  readonly next: string | undefined
  /** Said before everything: a gentle word where the line speaks of danger or despair. */
  readonly first: string
}

/**
 * Composes the reply: what answers first, whole; then what the rules add; courtesy only where the word limit leaves
 * room. Sentences are never cut, and a finding's own pieces are kept even when they are too long: half a procedure is
 * worse than a long one.
 */
export function compose(findings: readonly Finding[], setting: Setting): string {
  const { line, manner, phrases, orders } = setting
  const body = shaped(
    findings.flatMap((finding, at): Piece[] => {
      const allowed = finding.pieces.filter((piece) => isAllowed(piece.text, orders))
      return at > 0 && allowed.some((piece) => piece.layout === 'line')
        ? [{ ...allowed[0]!, layout: 'line' }, ...allowed.slice(1)]
        : allowed
    }),
    { ...orders, ...(orders.format === undefined ? formatFor(manner) : {}) },
  )
  if (body.filter((piece) => !piece.isVerdict).length === 0) return ''
  const isAnswering = findings.every((finding) => finding.outcome === 'answered' && !finding.isPlain)
  const left = budgetFor(orders.maxWords ?? manner.format.maxWords)
  const kept = left(body, true)
  const added = left(piecesIn(orders.add.filter((text) => isAllowed(text, orders))), true)
  const sorry = orders.apologise ? left(piecesIn([phrases.sorry]), true) : []
  const endings = left(piecesIn(orders.endWith), true)
  const isPlain = !isAnswering || sorry.length > 0 || setting.first !== ''
  const courtesies = isPlain ? [] : left(piecesIn([opener(manner, phrases, line)]))
  const signOff = left(piecesIn([manner.format.signOff]))
  const after = isPlain || endings.length > 0 ? [] : left(piecesIn([closer(manner, phrases, line)]))
  const next = setting.next === undefined ? [] : left(piecesIn([phrases.courtesy.youCouldAsk(setting.next)]))
  const pieces = [
    ...piecesIn([setting.first]),
    ...sorry,
    ...courtesies,
    ...kept,
    ...added,
    ...after,
    ...next,
    ...endings,
    ...signOff,
  ]
  return joined(pieces, kept, setting)
}

const formatFor = ({ format }: Manner): { format?: 'bullets' | 'prose' } =>
  format.bullets === 'always' ? { format: 'bullets' } : format.bullets === 'never' ? { format: 'prose' } : {}

const piecesIn = (texts: readonly string[]): Piece[] => texts.filter((text) => text !== '').map((text) => ({ text }))

/** The body as the rules want it laid out, and no longer than they allow; verdicts and lists stay whole. */
function shaped(body: readonly Piece[], { format, maxSentences }: Pick<Orders, 'format' | 'maxSentences'>): Piece[] {
  const statements = body.filter((piece) => piece.layout !== 'line')
  const isList = body.some((piece) => piece.layout === 'line')
  const short = maxSentences === null || isList ? body : keepFirst(body, maxSentences)
  if (format === 'prose')
    return short.map(({ layout: _layout, ...piece }) => ({
      ...piece,
      text: withoutListSign(piece.text),
    }))
  if (format === 'table') return asTable(short)
  if ((format !== 'bullets' && format !== 'steps') || isList || statements.length < 2) return [...short]
  let step = 0
  return short.map((piece) =>
    piece.isVerdict
      ? piece
      : { ...piece, layout: 'line', text: format === 'steps' ? `${++step}. ${piece.text}` : `- ${piece.text}` },
  )
}

/** Pieces that tell rows of one table as that table; what tells no row stays as it is. */
function asTable(body: readonly Piece[]): Piece[] {
  const line = (cells: readonly string[]) => `| ${cells.map((cell) => cell.replace(/\|/g, '/')).join(' | ')} |`
  return body.flatMap((piece, at): Piece[] => {
    const headers = piece.row?.map((cell) => cell.header)
    if (!piece.row || !headers) return [piece]
    const before = body[at - 1]?.row?.map((cell) => cell.header)
    const head = [line(headers), line(headers.map(() => '---'))].map((text): Piece => ({ text, layout: 'line' }))
    const told: Piece = { ...piece, text: line(piece.row.map((cell) => cell.value)), layout: 'line' }
    return before?.join('|') === headers.join('|') ? [told] : [...head, told]
  })
}

/** The first statements, as many as allowed; a yes or no goes with its statement and is not counted. */
function keepFirst(body: readonly Piece[], most: number): Piece[] {
  let count = 0
  return body.filter((piece) => piece.isVerdict || ++count <= most)
}

/** Takes pieces as long as the word limit has room for them. */
function budgetFor(maxWords: number | null): (pieces: readonly Piece[], evenIfTooLong?: boolean) => Piece[] {
  let left = maxWords ?? Infinity
  return (pieces, evenIfTooLong = false) =>
    pieces.filter(({ text }) => {
      const size = wordCount(text)
      if (size > left && !evenIfTooLong) return false
      left -= size
      return true
    })
}

function joined(
  pieces: readonly Piece[],
  body: readonly Piece[],
  { line: question, manner: view, phrases, orders, name, cites }: Setting,
): string {
  const firstStatement = body.find((each) => !each.isVerdict)
  let text = ''
  pieces.forEach((each, at) => {
    const next = pieces[at + 1]
    const isLastOfPassage = each.cites !== undefined && (each.layout === 'line' || !sameCites(next, each))
    const worded = each.row && each.layout === 'line' ? each.text : inWantedWords(inRegister(each.text, view), orders)
    const said = each === firstStatement ? hedged(worded, view, phrases, question) : worded
    const marked = cites && isLastOfPassage ? withMarkers(said, each.cites) : said
    const gap = text === '' ? '' : each.layout === 'line' || pieces[at - 1]?.layout === 'line' ? '\n' : ' '
    text += gap + marked
  })
  const mark = emojiFor(view, question)
  const addressed =
    name === undefined
      ? text
      : `${name}, ${/^(?:[-•\d]|I\b)/.test(text) || /^\p{Lu}\p{L}*,? \p{Lu}/u.test(text) ? text : text[0]!.toLowerCase() + text.slice(1)}`
  return mark ? `${addressed} ${mark}` : addressed
}

const sameCites = (a: Piece | undefined, b: Piece): boolean => a?.cites?.join() === b.cites?.join()

/** The markers stand before the sentence's last stop: "Dogs travel free [1]." */
function withMarkers(text: string, markers: readonly number[]): string {
  const marks = markers.map((marker) => `[${marker}]`).join('')
  const end = /(?:[.!?:]["'”’)]*| \|)$/.exec(text)
  return end ? `${text.slice(0, end.index)} ${marks}${text.slice(end.index)}` : `${text} ${marks}`
}
