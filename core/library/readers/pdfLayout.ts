import { oneLine, type Block, type Locator } from '../document'

/** One line of a PDF page: its text, type size (points), weight, and the place of its first character (points). */
export interface Line {
  readonly text: string
  readonly page: number
  readonly size: number
  readonly isBold: boolean
  readonly left: number
  readonly fromTop: number
  readonly pageHeight: number
}

/** A heading is set at least this much larger than the body text. */
const HEADING_RATIO = 1.12
/** Lines this far apart, in body type sizes, belong to different paragraphs. */
const PARAGRAPH_GAP = 1.75
const MARGIN_SHARE = 0.09
const ITEM = /^\s*(?:[•●▪◦‣–*-]|\d{1,3}[.)]|\(?[a-z][.)])\s+/

/** Blocks of a PDF from its lines: headings, paragraphs and list items, each located by page. */
export function layOut(lines: readonly Line[]): Block[] {
  const kept = withoutRunningHeads(lines)
  const body = bodySize(kept)
  const levels = headingLevels(kept, body)
  const blocks: Block[] = []
  let open: { kind: 'paragraph' | 'item' | 'heading'; level: number; lines: Line[] } | undefined
  const close = () => {
    if (open) blocks.push(...toBlock(open.kind, open.level, open.lines))
    open = undefined
  }
  for (const line of kept) {
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

/** "… when the wind is above force / 5. Doors stay locked": the number ends the sentence above and opens no list. */
function endsSentence(line: Line, open: { kind: string; lines: Line[] } | undefined, body: number): boolean {
  const last = open?.lines.at(-1)
  if (open?.kind !== 'paragraph' || !last || last.page !== line.page || !/^\s*\d/.test(line.text)) return false
  const isNextLine = line.fromTop - last.fromTop <= body * PARAGRAPH_GAP
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
  const gap = line.fromTop - last.fromTop
  const isSamePage = line.page === last.page
  if (kind === 'heading') return open.kind === 'heading' && isSamePage && gap > 0 && gap < line.size * PARAGRAPH_GAP
  if (open.kind === 'heading') return false
  if (!isSamePage) return !/[.!?:]["'”’)]?\s*$/.test(last.text) && /^\s*\p{Ll}/u.test(line.text)
  return gap < 0 || gap <= body * PARAGRAPH_GAP
}

function toBlock(kind: 'paragraph' | 'item' | 'heading', level: number, lines: readonly Line[]): Block[] {
  const text = joined(lines)
  if (text === '') return []
  const page = lines[0]!.page
  const locator: Locator = { kind: 'page', page, label: `page ${page}` }
  return kind === 'heading'
    ? [{ kind, level, text, locator }]
    : [{ kind, text: text.replace(/^[•●▪◦‣*]\s*/, '- '), locator }]
}

/** Lines as one text; a word parted by a line-end hyphen is joined again. */
function joined(lines: readonly Line[]): string {
  let text = ''
  for (const line of lines) {
    const next = line.text.trim()
    if (/\u00ad$/.test(text) || (/\p{Ll}-$/u.test(text) && /^\p{Ll}/u.test(next))) {
      text = text.replace(/[-\u00ad]$/, '') + next
    } else text += text === '' ? next : ` ${next}`
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
function withoutRunningHeads(lines: readonly Line[]): Line[] {
  const pages = new Set(lines.map((line) => line.page)).size
  const seen = new Map<string, Set<number>>()
  for (const line of lines) {
    if (!isInMargin(line)) continue
    const key = pattern(line)
    seen.set(key, (seen.get(key) ?? new Set()).add(line.page))
  }
  return lines.filter((line) => {
    if (!isInMargin(line)) return true
    if (/^\s*(?:page\s+)?\d{1,4}(?:\s*(?:of|\/)\s*\d{1,4})?\s*$/i.test(line.text)) return false
    const on = seen.get(pattern(line))?.size ?? 0
    return !(on >= 3 && on >= pages / 3)
  })
}

const isInMargin = (line: Line): boolean =>
  line.fromTop < line.pageHeight * MARGIN_SHARE || line.fromTop > line.pageHeight * (1 - MARGIN_SHARE)

const pattern = (line: Line): string => oneLine(line.text).replace(/\d+/g, '#').toLowerCase()
