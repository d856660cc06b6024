import { sentences } from '../text'
import type { Document, Locator, TextBlock } from './document'

/** A piece of a document small enough to be found and read on its own, with the path of headings it stands under. */
export interface Passage {
  readonly ordinal: number
  readonly text: string
  readonly headings: readonly string[]
  readonly locator: Locator
}

/** Sizes in characters. A passage closes once it reaches `target`; it never exceeds `most` unless one sentence does. */
export interface PassageSizes {
  readonly target: number
  readonly most: number
}

export const PASSAGE_SIZES: PassageSizes = { target: 700, most: 1100 }

/**
 * Cuts a document into passages along its structure: a heading always opens a new one, a pair stands alone, list items
 * stay with the line that leads them in, and a paragraph longer than `most` is parted between sentences, never inside
 * one. A heading that nothing follows becomes a passage itself, so that no word of the document is lost.
 */
export function passagesOf(document: Document, sizes: PassageSizes = PASSAGE_SIZES): Passage[] {
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

function parted(text: string, sizes: PassageSizes): string[] {
  const parts: string[] = []
  let open = ''
  for (const sentence of sentences(text)) {
    if (open !== '' && open.length + sentence.text.length + 1 > sizes.target) {
      parts.push(open)
      open = ''
    }
    open += open === '' ? sentence.text : ` ${sentence.text}`
  }
  if (open !== '') parts.push(open)
  return parts
}
