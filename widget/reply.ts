import { tableLine, type TalkReply } from '@parrot/contract'

/** One block of a reply: a paragraph, a list with its items, or a table whose first row is its head. */
export type ReplyBlock =
  | { readonly kind: 'paragraph'; readonly text: string }
  | { readonly kind: 'table'; readonly rows: readonly (readonly string[])[] }
  | { readonly kind: 'list'; readonly ordered: boolean; readonly items: readonly string[] }

const ITEM = /^(?:([-•])|(\d{1,3})[.)])\s+(.*)$/

/** A reply's text as blocks: lines with bullets or numbers become lists, other lines paragraphs. */
export function blocksOf(reply: string): ReplyBlock[] {
  const blocks: ReplyBlock[] = []
  for (const line of reply.split('\n').filter((each) => each.trim() !== '')) {
    const item = ITEM.exec(line)
    const last = blocks.at(-1)
    const ordered = item?.[2] !== undefined
    const row = tableLine(line)
    if (row?.isRule) continue
    if (row && last?.kind === 'table') blocks[blocks.length - 1] = { kind: 'table', rows: [...last.rows, row.cells] }
    else if (row) blocks.push({ kind: 'table', rows: [row.cells] })
    else if (!item) blocks.push({ kind: 'paragraph', text: line })
    else if (last?.kind === 'list' && last.ordered === ordered)
      blocks[blocks.length - 1] = { ...last, items: [...last.items, item[3]!] }
    else blocks.push({ kind: 'list', ordered, items: [item[3]!] })
  }
  return blocks
}

/** A line parted into text and citation markers, in order. */
export const partsOf = (text: string): (string | number)[] =>
  text.split(/(\s?\[\d{1,3}\])/).flatMap((part): (string | number)[] => {
    const marker = /\[(\d+)\]/.exec(part)?.[1]
    return marker ? [Number(marker)] : part === '' ? [] : [part]
  })

/** Draws a reply into an element. Text is only ever set as text: nothing a model says becomes markup. */
export function drawReply(into: HTMLElement, reply: string, citations: TalkReply['citations']): void {
  const fill = (element: HTMLElement, text: string): HTMLElement => {
    for (const part of partsOf(text)) {
      const citation = typeof part === 'number' ? citations.find((each) => each.marker === part) : undefined
      if (typeof part === 'string') element.append(part)
      else if (citation) element.append(markerFor(citation))
    }
    return element
  }
  into.replaceChildren(
    ...blocksOf(reply).map((block) => {
      if (block.kind === 'paragraph') return fill(document.createElement('p'), block.text)
      if (block.kind === 'table') return tableFor(block.rows, fill)
      const list = document.createElement(block.ordered ? 'ol' : 'ul')
      list.append(...block.items.map((item) => fill(document.createElement('li'), item)))
      return list
    }),
  )
}

function tableFor(rows: readonly (readonly string[])[], fill: (element: HTMLElement, text: string) => HTMLElement) {
  const table = document.createElement('table')
  rows.forEach((cells, at) => {
    const row = document.createElement('tr')
    row.append(...cells.map((cell) => fill(document.createElement(at === 0 ? 'th' : 'td'), cell)))
    table.append(row)
  })
  return table
}

function markerFor(citation: TalkReply['citations'][number]): HTMLElement {
  const marker = document.createElement('button')
  marker.type = 'button'
  marker.className = 'marker'
  marker.textContent = String(citation.marker)
  marker.setAttribute('aria-label', `Source ${citation.marker}: ${citation.sourceTitle}, ${citation.locator.label}`)
  marker.dataset.marker = String(citation.marker)
  return marker
}
