import { isEnglishWord } from '../../text'
import { oneLine, type Block, type Locator } from '../document'
import { tableBlocks } from '../tables'
import { isGrid, isLine, MARGIN_SHARE, type Grid, type Line, type Part } from './pdfPage'

/** A heading is set at least this much larger than the body text. */
const HEADING_RATIO = 1.12
/** Column edges on two pages this close, in points, are the same column. */
const SAME_EDGE = 6
/** Lines this far apart, in body type sizes, belong to different paragraphs. */
const PARAGRAPH_GAP = 1.75
const ITEM = /^\s*(?:[•●▪◦‣–*-]|\d{1,3}[.)]|\(?[a-z][.)])\s+/

/** Blocks of a PDF from what stands on its pages: headings, paragraphs, list items and table rows, located by page. */
export function layOut(all: readonly Part[]): Block[] {
  const kept = withHeaders(withoutRunningHeads(all))
  const lines = kept.filter(isLine)
  const isWord = wordsKnown(lines)
  const body = bodySize(lines)
  const levels = headingLevels(lines, body)
  const blocks: Block[] = []
  let open: { kind: 'paragraph' | 'item' | 'heading'; level: number; lines: Line[] } | undefined
  const close = () => {
    if (open) blocks.push(...toBlock(open.kind, open.level, open.lines, isWord))
    open = undefined
  }
  for (const line of kept) {
    if (isGrid(line)) {
      close()
      blocks.push(...rowsOfTable(line))
      continue
    }
    const level = levelOf(line, body, levels)
    const last = open?.lines.at(-1)
    const kind = level > 0 ? 'heading' : ITEM.test(line.text) && !endsSentence(line, open, body) ? 'item' : 'paragraph'
    const goesOn = open && last && continues(open, last, line, kind, level, body)
    if (open && goesOn) open.lines.push(line)
    else {
      close()
      open = { kind, level, lines: [line] }
    }
  }
  close()
  return blocks
}

/** The first row names the columns: years aside, most of it holds no figures. Rows of a program's output do. */
const looksLikeHeader = (row: readonly string[]): boolean =>
  row.filter((cell) => /\d/.test(cell) && !/\b(?:19|20)\d\d\b/.test(cell)).length * 2 < row.length

/** Tables whose first row names no columns, and that go on with no table of the page before, are lines. */
function withHeaders(parts: readonly Part[]): Part[] {
  const kept: Part[] = []
  for (const part of parts) {
    const last = kept.at(-1)
    const goesOn = isGrid(part) && last && isGrid(last) && continuation(last, part)
    if (!isGrid(part)) kept.push(part)
    else if (goesOn) kept.splice(-1, 1, goesOn)
    else if (looksLikeHeader(part.cells[0]!)) kept.push(part)
    else kept.push(...part.lines)
  }
  return kept
}

/** One table with the part of it that stands on the next page: same columns; a repeated header row is dropped. */
function continuation(table: Grid, next: Grid): Grid | undefined {
  const isSame =
    next.page > table.page &&
    next.lefts.length === table.lefts.length &&
    next.lefts.every((left, at) => Math.abs(left - table.lefts[at]!) < SAME_EDGE)
  if (!isSame) return undefined
  const isRepeated = next.cells[0]?.join('|') === table.cells[0]?.join('|')
  const cells = [...table.cells, ...next.cells.slice(isRepeated ? 1 : 0)]
  return { ...table, page: next.page, cells, pages: [...pagesOf(table), ...pagesOf(next).slice(isRepeated ? 1 : 0)] }
}

/** The page of each row of a table. */
const pagesOf = (table: Grid): readonly number[] => table.pages ?? table.cells.map(() => table.page)

const rowsOfTable = (table: Grid): Block[] =>
  tableBlocks(table.cells, (row) => onPage(pagesOf(table)[row] ?? table.page))

const onPage = (page: number): Locator => ({ kind: 'page', page, label: `page ${page}` })

/** "… when the wind is above force / 5. Doors stay locked": the number ends the sentence above and opens no list. */
function endsSentence(line: Line, open: { kind: string; lines: Line[] } | undefined, body: number): boolean {
  const last = open?.lines.at(-1)
  if (open?.kind !== 'paragraph' || !last || last.page !== line.page || !/^\s*\d/.test(line.text)) return false
  const isNextLine = line.base - last.base <= body * PARAGRAPH_GAP
  return isNextLine && !/[.!?:;,]["'”’)]?\s*$/.test(last.text)
}

function continues(
  open: { kind: string; level: number },
  last: Line,
  line: Line,
  kind: string,
  level: number,
  body: number,
): boolean {
  if (kind === 'item' || level !== open.level) return false
  const gap = line.base - last.base
  const isSamePage = line.page === last.page
  if (kind === 'heading') return open.kind === 'heading' && isSamePage && gap > 0 && gap < line.size * PARAGRAPH_GAP
  if (open.kind === 'heading') return false
  if (!isSamePage || line.opensColumn) return !/[.!?:]["'”’)]?\s*$/.test(last.text) && /^\s*\p{Ll}/u.test(line.text)
  return gap >= 0 && gap <= body * PARAGRAPH_GAP
}

function toBlock(
  kind: 'paragraph' | 'item' | 'heading',
  level: number,
  lines: readonly Line[],
  isWord: (word: string) => boolean,
): Block[] {
  const text = joined(lines, isWord)
  if (text === '') return []
  const locator = onPage(lines[0]!.page)
  return kind === 'heading'
    ? [{ kind, level, text, locator }]
    : [{ kind, text: text.replace(/^[•●▪◦‣*]\s*/, '- '), locator }]
}

const WHOLE = /(?<![-\u00ad\p{L}])\p{L}+(?![-\u00ad\p{L}])/gu

/** Tells whether a word stands whole somewhere in these lines, or in the dictionary. */
function wordsKnown(lines: readonly Line[]): (word: string) => boolean {
  const here = new Set<string>()
  let isCut = false
  for (const { text } of lines) {
    // What follows a line's end hyphen may be half a word.
    const whole = isCut ? text.replace(/^\s*\p{L}+/u, '') : text
    for (const [word] of whole.toLowerCase().matchAll(WHOLE)) here.add(word)
    isCut = CUT.test(text)
  }
  return (word) => here.has(word.toLowerCase()) || isEnglishWord(word)
}

const CUT = /(\p{L}+)[-\u00ad]$/u

/**
 * Lines as one text. A word cut at a line's end is joined again when it is a word then; a hyphen between two words that
 * make none together ("slow-release") was written, and stays.
 */
function joined(lines: readonly Line[], isWord: (word: string) => boolean): string {
  let text = ''
  for (const line of lines) {
    const next = line.text.trim()
    const left = CUT.exec(text)?.[1]
    const right = /^\p{Ll}+/u.exec(next)?.[0]
    const isCut = left !== undefined && right !== undefined
    if (!isCut) text += text === '' ? next : ` ${next}`
    else if (isWord(left + right) || !(isWord(left) && isWord(right))) text = text.slice(0, -1) + next
    else text = `${text.slice(0, -1)}-${next}`
  }
  return oneLine(text)
}

/** The type size most characters are set in. */
function bodySize(lines: readonly Line[]): number {
  const characters = new Map<number, number>()
  for (const line of lines) characters.set(line.size, (characters.get(line.size) ?? 0) + line.text.length)
  return [...characters].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 10
}

function headingLevels(lines: readonly Line[], body: number): number[] {
  const larger = new Set(lines.filter((line) => line.size >= body * HEADING_RATIO).map((line) => line.size))
  return [...larger].sort((a, b) => b - a)
}

/** 1.. for a heading (by falling size, bold lines of body size last), 0 for running text. */
function levelOf(line: Line, body: number, levels: readonly number[]): number {
  const text = line.text.trim()
  if (text.length > 120 || !/\p{L}/u.test(text)) return 0
  if (line.size >= body * HEADING_RATIO) return Math.min(levels.indexOf(line.size) + 1, 6)
  const looksLikeHeading = line.isBold && text.length <= 80 && !/[.,;:]$/.test(text) && !ITEM.test(text)
  return looksLikeHeading && line.size >= body ? Math.min(levels.length + 1, 6) : 0
}

/**
 * Without what repeats at the top or foot of pages: a line whose text, digits aside, stands in the margin of at least
 * three pages and a third of them, and bare page numbers there.
 */
function withoutRunningHeads(parts: readonly Part[]): Part[] {
  const lines = parts.filter(isLine)
  const pages = new Set(parts.map((part) => part.page)).size
  const seen = new Map<string, Set<number>>()
  for (const line of lines) {
    if (!isInMargin(line)) continue
    const key = pattern(line)
    seen.set(key, (seen.get(key) ?? new Set()).add(line.page))
  }
  const offset = folioOffset(lines.filter(isInMargin), pages)
  return parts.filter((part) => {
    if (isGrid(part) || !isInMargin(part)) return true
    if (offset !== undefined && foliosOf(part).includes(part.page + offset)) return false
    if (PAGE_NUMBER.test(part.text)) return false
    const on = seen.get(pattern(part))?.size ?? 0
    return !(on >= 3 && on >= pages / 3)
  })
}

/** The numbers a line begins or ends with: "5.6. Uploading 33", "32 Chapter 5" name their page beside a changing title. */
const foliosOf = (line: Line): number[] =>
  [/^\s*(\d{1,4})\s/.exec(line.text), /\s(\d{1,4})\s*$/.exec(line.text)].flatMap((found) =>
    found ? [Number(found[1])] : [],
  )

/** A line that is only a page number, in figures or the small Roman numerals of front matter. */
const PAGE_NUMBER = /^\s*(?:(?:page\s+)?\d{1,4}(?:\s*(?:of|\/)\s*\d{1,4})?|[ivxl]{1,6})\s*$/i

/** How far printed page numbers stand from counted ones, when half of the pages agree on it. */
function folioOffset(margins: readonly Line[], pages: number): number | undefined {
  const on = new Map<number, Set<number>>()
  for (const line of margins)
    for (const folio of foliosOf(line)) {
      const offset = folio - line.page
      on.set(offset, (on.get(offset) ?? new Set()).add(line.page))
    }
  const [offset, seen] = [...on].sort((a, b) => b[1].size - a[1].size)[0] ?? []
  return seen && seen.size >= 3 && seen.size >= pages / 2 ? offset : undefined
}

const isInMargin = (line: Line): boolean =>
  line.base < line.pageHeight * MARGIN_SHARE || line.base > line.pageHeight * (1 - MARGIN_SHARE)

const pattern = (line: Line): string => oneLine(line.text).replace(/\d+/g, '#').toLowerCase()
