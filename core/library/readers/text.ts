import { decodeText } from '../encoding'
import { baseName, oneLine, readable, type Block, type Locator, type Reader } from '../document'

const ITEM = /^\s*(?:[-*•–]|\d{1,3}[.)]|[a-z][.)])\s+/
const RULE = /^\s*(?:={3,}|-{3,}|~{3,}|\*{3,}|_{3,})\s*$/

/**
 * Plain text → document. Paragraphs are parted by empty lines; a line underlined with `===` or `---`, a short line in
 * capitals standing alone, or a short line without a full stop right above a longer one, is a heading; lines with a bullet or a number, and labelled lines below each other, are list items. Locators count lines from 1.
 */
export const readText: Reader = (file) => {
  const lines = decodeText(file.bytes, file.mediaType).replace(/\r\n?/g, '\n').split('\n')
  const blocks: Block[] = []
  let open: { kind: 'paragraph' | 'item'; text: string; line: number } | undefined
  const close = () => {
    if (open) blocks.push({ kind: open.kind, text: oneLine(open.text), locator: atLine(open.line) })
    open = undefined
  }
  lines.forEach((raw, index) => {
    const level = headingLevel(lines, index)
    if (raw.trim() === '' || RULE.test(raw)) close()
    else if (level) {
      close()
      blocks.push({ kind: 'heading', level, text: oneLine(raw), locator: atLine(index + 1) })
    } else if (ITEM.test(raw) || isLabelled(lines, index)) {
      close()
      open = { kind: 'item', text: raw, line: index + 1 }
    } else if (open) open.text += ` ${raw}`
    else open = { kind: 'paragraph', text: raw, line: index + 1 }
  })
  close()
  const first = blocks[0]
  return readable(first?.kind === 'heading' ? first.text : baseName(file.name), blocks, file.name)
}

/** "Boots: £6 a day": a short line that says of a thing what it is. */
const LABELLED = /^\s*\p{Lu}[^:.!?]{1,40}: \S.{0,100}$/u

/** Whether a line is one of several labelled lines below each other: a list, whose lines are not to be run together. */
const isLabelled = (lines: readonly string[], at: number): boolean =>
  LABELLED.test(lines[at]!) &&
  [lines[at - 1], lines[at + 1]].some((beside) => beside !== undefined && LABELLED.test(beside))

const atLine = (line: number): Locator => ({ kind: 'line', line, label: `line ${line}` })

/** 1 or 2 for a heading line, 0 for any other. */
function headingLevel(lines: readonly string[], at: number): number {
  const text = lines[at]!.trim()
  const below = (lines[at + 1] ?? '').trim()
  if (text === '' || RULE.test(text)) return 0
  if (/^={3,}$/.test(below)) return 1
  if (/^-{3,}$/.test(below) && text.length <= 80) return 2
  const standsAlone = (lines[at - 1] ?? '').trim() === '' && below === ''
  const isCapitals = text.length <= 60 && /\p{Lu}{3}/u.test(text) && !/\p{Ll}/u.test(text) && !/[.!?]$/.test(text)
  if (standsAlone && isCapitals) return 2
  return isTitleOver(text, lines[at - 1], below) ? 2 : at === 0 && standsAlone && isShortTitle(text) ? 1 : 0
}

const LONGEST_TITLE = 60
const isShortTitle = (text: string): boolean =>
  text.length <= LONGEST_TITLE && /^\p{Lu}/u.test(text) && !/[.!?;:,]$/.test(text) && !ITEM.test(text)

/** A short line that begins a paragraph, says no sentence, and stands over a line longer than itself. */
const isTitleOver = (text: string, above: string | undefined, below: string): boolean =>
  (above ?? '').trim() === '' && isShortTitle(text) && below.length > text.length * 1.5 && /^\p{Lu}/u.test(below)
