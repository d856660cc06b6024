import { remembered } from './remember'
import { stretches } from './words'

/** A sentence and the half-open character range it covers in the text it came from. */
export interface Sentence {
  readonly text: string
  readonly start: number
  readonly end: number
}

/** Abbreviations after which a full stop does not end a sentence; the Unicode rules do not know them. */
const ABBREVIATION =
  /(?:^|[\s(])(?:mr|mrs|ms|dr|st|no|nos|p|pp|approx|vs|etc|e\.g|i\.e|cf|fig|tel|min|max|dept|[a-z])\.\s*$/i

const LONGEST_ABBREVIATION = 16

/**
 * The sentences of a text (UAX #29, mended for abbreviations and initials). A line break that ends a list item or a
 * heading ends a sentence too. Text between sentences is only white space: nothing is lost.
 */
export const sentences = remembered((text): readonly Sentence[] => {
  const found: Sentence[] = []
  let open: { start: number; end: number } | undefined
  for (const { start, end, isForced } of stretches(text, 'sentence')) {
    open = open ? { start: open.start, end } : { start, end }
    const tail = text.slice(Math.max(open.start, end - LONGEST_ABBREVIATION), end)
    const isCutShort = ABBREVIATION.test(tail) && end < text.length && !tail.includes('\n')
    // '"Strike!" is a play': a quotation that ends with its own mark goes on in small letters.
    const goesOn = /[!?.]["”’)]\s*$/.test(tail) && /^\p{Ll}/u.test(text.slice(end))
    if (isCutShort || goesOn || isForced) continue
    push(found, text, open.start, open.end)
    open = undefined
  }
  if (open) push(found, text, open.start, open.end)
  return found
})

function push(found: Sentence[], text: string, start: number, end: number): void {
  const raw = text.slice(start, end)
  const trimmed = raw.trim()
  if (trimmed === '') return
  const from = start + raw.indexOf(trimmed)
  found.push({ text: trimmed, start: from, end: from + trimmed.length })
}

const LIST_SIGN = /^\s*(?:[-•*]|\d{1,3}[.)])\s+/

/** The sign that makes a line a point of a list, with the space around it ("- ", "2. "); "" for any other line. */
export const listSignOf = (line: string): string => LIST_SIGN.exec(line)?.[0] ?? ''

/** The number of a clause ("3.1 ", "12.4.2 ") is a place, not a part of what is said. */
const CLAUSE_NUMBER = /^\d{1,3}(?:\.\d{1,3})+\.?\s+(?=\p{Lu})/u
/** A line without the number of the clause it begins with. */
export const withoutClauseNumber = (line: string): string => line.replace(CLAUSE_NUMBER, '')

export const withoutListSign = (line: string): string => line.slice(listSignOf(line).length)

/** The sentences of one line; the sign of a list belongs to the first. Places are those in the line. */
export function sentencesOfLine(line: string): readonly Pick<Sentence, 'text' | 'start'>[] {
  const sign = listSignOf(line)
  if (sign === '') return sentences(line)
  const rest = sentences(line.slice(sign.length))
  if (rest.length === 0) return [{ text: sign.trim(), start: 0 }]
  return rest.map(({ text, start }, at) =>
    at === 0 ? { text: `${sign.trimStart()}${text}`, start: 0 } : { text, start: start + sign.length },
  )
}

/** The sentences of a text whose lines stand for themselves, as texts. */
export const sentencesIn = (text: string): string[] =>
  text.split('\n').flatMap((line) => sentences(line).map((sentence) => sentence.text))

/** Whether a text ends as a finished sentence does. */
export const isFinished = (text: string): boolean => /[.!?…]["'”’)\]]*$/.test(text.trim())

/** The text closed with a full stop when nothing closes it. */
export function finished(text: string): string {
  const trimmed = text.trim().replace(/[,;:–—-]+$/, '')
  return trimmed === '' || isFinished(trimmed) ? trimmed : `${trimmed}.`
}
