import { sentences } from '../text'
import type { Document, Locator, TextBlock } from './document'

/** A piece of a document small enough to be found and read on its own, with the path of headings it stands under. */
export interface Passage {
  readonly ordinal: number
  readonly text: string
  readonly headings: readonly string[]
  readonly locator: Locator
}

/**
 * How a document is cut. By `structure`: along headings, lists and paragraphs, closing at `target` characters; by
 * `size`: as near to `target` as sentences allow, whatever the headings; by `row`: each paragraph, item or row for
 * itself; by `sentence`: each sentence for itself. A passage begins with the last sentences of the one before it, as
 * many as `overlap` characters hold, when both stand under the same heading.
 */
export interface Cutting {
  readonly by: 'structure' | 'size' | 'row' | 'sentence'
  readonly target: number
  readonly overlap: number
}

/** The usual way. Sizes in characters. */
export const CUTTING: Cutting = { by: 'structure', target: 700, overlap: 0 }

/** A passage never exceeds this many targets unless one sentence does, and then never LONGEST_SENTENCE. */
const MOST = 11 / 7

/**
 * Cuts a document into passages. By structure, a heading always opens a new one, a pair stands alone, list items stay
 * with the line that leads them in, and a long paragraph is parted between sentences, never inside one. A heading that
 * nothing follows becomes a passage itself, so that no word of the document is lost.
 */
export function passagesOf(document: Document, cutting: Cutting = CUTTING): Passage[] {
  const cut = cutting.by === 'structure' ? byStructure(document, cutting) : byPieces(document, cutting)
  return cutting.overlap > 0 && cutting.by !== 'row' ? overlapping(cut, cutting.overlap) : cut
}

/** Every block for itself, parted or put together by size. */
function byPieces(document: Document, { by, target }: Cutting): Passage[] {
  const passages: Passage[] = []
  let path: { level: number; text: string }[] = []
  let open: Passage | undefined
  const close = () => {
    if (open) passages.push({ ...open, ordinal: passages.length })
    open = undefined
  }
  document.blocks.forEach((block, at) => {
    if (block.kind === 'heading') {
      path = [...path.filter((heading) => heading.level < block.level), { level: block.level, text: block.text }]
      const next = document.blocks[at + 1]
      if (next && !(next.kind === 'heading' && next.level <= block.level)) return
    }
    const texts = by === 'row' || block.kind === 'row' ? [block.text] : sentencesOf(block.text)
    texts.forEach((text, part) => {
      const isFull = open && (by !== 'size' || open.text.length + text.length + 1 > target)
      if (isFull) close()
      const joint = part === 0 ? '\n' : ' '
      open = open
        ? { ...open, text: open.text + joint + text }
        : { ordinal: 0, text, headings: path.map((heading) => heading.text), locator: block.locator }
    })
  })
  close()
  return passages
}

/** Passages that begin with the end of the one before, where both stand under the same headings. */
const overlapping = (passages: readonly Passage[], overlap: number): Passage[] =>
  passages.map((passage, at) => {
    const before = passages[at - 1]
    if (!before || before.headings.join('\n') !== passage.headings.join('\n')) return passage
    let tail = ''
    for (const { text } of sentences(before.text).toReversed()) {
      if (tail.length + text.length > overlap) break
      tail = tail === '' ? text : `${text} ${tail}`
    }
    return tail === '' ? passage : { ...passage, text: `${tail}\n${passage.text}` }
  })

function byStructure(document: Document, { target }: Cutting): Passage[] {
  const sizes = { target, most: Math.round(target * MOST) }
  const passages: Passage[] = []
  let path: { level: number; text: string }[] = []
  let open: TextBlock[] = []

  const headings = () => path.map((heading) => heading.text)
  const push = (text: string, locator: Locator) =>
    passages.push({ ordinal: passages.length, text, headings: headings(), locator })
  const close = () => {
    if (open.length > 0) push(open.map((block) => block.text).join('\n'), open[0]!.locator)
    open = []
  }

  document.blocks.forEach((block, at) => {
    if (block.kind === 'heading') {
      close()
      path = [...path.filter((heading) => heading.level < block.level), { level: block.level, text: block.text }]
      const next = document.blocks[at + 1]
      const isLeaf = !next || (next.kind === 'heading' && next.level <= block.level)
      if (isLeaf) push(block.text, block.locator)
      return
    }
    if (block.kind === 'pair') {
      close()
      push(block.text, block.locator)
      return
    }
    const size = open.reduce((sum, each) => sum + each.text.length + 1, 0)
    const isFull = size >= sizes.target || size + block.text.length > sizes.most || changesPage(open[0], block)
    const isInList = goesOnList(open.at(-1), block)
    if (open.length > 0 && isFull && !(isInList && size + block.text.length <= sizes.most * LIST_STRETCH)) {
      const carried = leadsIn(open.at(-1)) && open.length > 1 ? open.splice(-1) : []
      close()
      open = carried
    }
    if (block.text.length <= sizes.most) open.push(block)
    else {
      close()
      for (const part of parted(block.text, sizes)) push(part, block.locator)
    }
  })
  close()
  return passages
}

/** How far a passage may outgrow its size to keep a list with all its items together. */
const LIST_STRETCH = 1.8

const leadsIn = (block: TextBlock | undefined): boolean => block?.text.endsWith(':') ?? false

/** An item belongs to the items before it, or to the line that leads them in. */
const goesOnList = (last: TextBlock | undefined, next: TextBlock): boolean =>
  next.kind === 'item' && (last?.kind === 'item' || leadsIn(last))

/** A passage stays on one page or slide, so that its locator is exact; rows of one sheet may share a passage. */
const changesPage = (first: TextBlock | undefined, next: TextBlock): boolean =>
  (first?.locator.kind === 'page' && next.locator.kind === 'page' && first.locator.page !== next.locator.page) ||
  (first?.locator.kind === 'slide' && next.locator.kind === 'slide' && first.locator.slide !== next.locator.slide)

/** No sentence is as long: a text without any, or without spaces, is cut here, at a space where there is one near. */
const LONGEST_SENTENCE = 4000
const NEAR = 200

/** The sentences of a text, those that cannot be any cut into pieces; put together they are the text. */
function sentencesOf(text: string): string[] {
  return sentences(text).flatMap(({ text: sentence }) => {
    const pieces: string[] = []
    let rest = sentence
    while (rest.length > LONGEST_SENTENCE) {
      const space = rest.lastIndexOf(' ', LONGEST_SENTENCE)
      const isLow = /[\uDC00-\uDFFF]/.test(rest[LONGEST_SENTENCE]!)
      const at = space > LONGEST_SENTENCE - NEAR ? space : LONGEST_SENTENCE - (isLow ? 1 : 0)
      pieces.push(rest.slice(0, at).trimEnd())
      rest = rest.slice(at).trimStart()
    }
    return [...pieces, rest]
  })
}

function parted(text: string, sizes: { readonly target: number }): string[] {
  const parts: string[] = []
  let open = ''
  for (const sentence of sentencesOf(text)) {
    if (open !== '' && open.length + sentence.length + 1 > sizes.target) {
      parts.push(open)
      open = ''
    }
    open += open === '' ? sentence : ` ${sentence}`
  }
  if (open !== '') parts.push(open)
  return parts
}
