import { blocksOf, type Inline, type ReplyBlock } from '@parrot/client'
import type { TalkReply } from '@parrot/contract'

type Citations = TalkReply['citations']

/** Draws a reply into an element. Text is only ever set as text: nothing a model says becomes markup of its own. */
export function drawReply(into: HTMLElement, reply: string, citations: Citations): void {
  into.replaceChildren(...blocksOf(reply).map((block) => drawBlock(block, citations)))
}

function make<K extends keyof HTMLElementTagNameMap>(tag: K, ...children: (Node | string)[]): HTMLElementTagNameMap[K] {
  const element = document.createElement(tag)
  element.append(...children)
  return element
}

/** An element whose text runs in the direction of its own script. */
function directed<K extends keyof HTMLElementTagNameMap>(tag: K, ...children: (Node | string)[]) {
  const element = make(tag, ...children)
  element.setAttribute('dir', 'auto')
  return element
}

function drawBlock(block: ReplyBlock, citations: Citations): HTMLElement {
  const line = (inlines: readonly Inline[]) => inlines.flatMap((each) => drawInline(each, citations))
  switch (block.kind) {
    case 'paragraph':
      return directed('p', ...line(block.inlines))
    case 'heading':
      return directed('p', make('strong', ...line(block.inlines)))
    case 'list': {
      const items = block.items.map((item) => make('li', ...item.map((each) => drawBlock(each, citations))))
      const list = directed(block.start === undefined ? 'ul' : 'ol', ...items)
      if (block.start !== undefined && block.start !== 1) list.setAttribute('start', String(block.start))
      return list
    }
    case 'table': {
      const rows = block.rows.map((cells, at) =>
        make('tr', ...cells.map((cell) => directed(at === 0 ? 'th' : 'td', ...line(cell)))),
      )
      const wide = make('div', make('table', make('thead', ...rows.slice(0, 1)), make('tbody', ...rows.slice(1))))
      wide.className = 'wide'
      return wide
    }
    case 'code':
      return make('pre', make('code', block.text))
    case 'quote':
      return make('blockquote', ...block.blocks.map((each) => drawBlock(each, citations)))
    case 'rule':
      return make('hr')
  }
}

function drawInline(inline: Inline, citations: Citations): (Node | string)[] {
  const inner = (inlines: readonly Inline[]) => inlines.flatMap((each) => drawInline(each, citations))
  switch (inline.kind) {
    case 'text':
      return [inline.text]
    case 'code':
      return [make('code', inline.text)]
    case 'strong':
      return [make('strong', ...inner(inline.inlines))]
    case 'emphasis':
      return [make('em', ...inner(inline.inlines))]
    case 'break':
      return [make('br')]
    case 'link': {
      const link = make('a', ...inner(inline.inlines))
      link.href = inline.href
      link.target = '_blank'
      link.rel = 'noopener noreferrer nofollow'
      return [link]
    }
    case 'marker': {
      const citation = citations.find((each) => each.marker === inline.marker)
      return [...(citation ? [markerFor(citation)] : []), inline.stop]
    }
  }
}

function markerFor(citation: Citations[number]): HTMLElement {
  const marker = make('button', String(citation.marker))
  marker.type = 'button'
  marker.className = 'marker'
  marker.setAttribute('aria-label', `Source ${citation.marker}: ${citation.sourceTitle}, ${citation.locator.label}`)
  marker.setAttribute('aria-expanded', 'false')
  marker.dataset.marker = String(citation.marker)
  return marker
}
