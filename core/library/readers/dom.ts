import { Parser } from 'htmlparser2'
import { parseHTML } from 'linkedom'
import { pairBlock } from '../asked'
import { oneLine, Unreadable, type Block, type Locator } from '../document'
import { tableBlocks } from '../tables'

/** The few parts of a DOM element that reading needs; linkedom's own types are wider and looser. */
export interface Element {
  readonly tagName: string
  readonly textContent: string
  readonly children: Iterable<Element>
  readonly childNodes: Iterable<Node>
  getAttribute(name: string): string | null
  querySelector(selector: string): Element | null
  querySelectorAll(selector: string): Iterable<Element>
  remove(): void
}

interface Node {
  readonly nodeType: number
  readonly textContent: string
}

export interface Dom {
  readonly body: Element
  readonly documentElement: Element
  querySelector(selector: string): Element | null
  querySelectorAll(selector: string): Iterable<Element>
}

/**
 * Parses HTML into an inert tree: scripts are not run, nothing is loaded. The parser leaves out the body that browsers
 * add by themselves, so a page written without one gets it here.
 */
export function parseDom(html: string): Dom {
  if (depthOf(html) > DEEPEST)
    throw new Unreadable(
      'has elements in each other more than a thousand deep, as no page does.',
      'Save its text as a plain document and add that.',
    )
  const whole = /<body[\s>]/i.test(html)
    ? html
    : `<html><body>${html.replace(/<!doctype[^>]*>|<\/?(?:html|head)(?:\s[^>]*)?>/gi, '')}</body></html>`
  return parseHTML(whole).document as unknown as Dom
}

/** Pages made by hand or program stay below a hundred. */
const DEEPEST = 1000
/** Characters that are looked at before the depth is asked for again. */
const STEP = 16_384

/** How deeply elements stand in each other, as far as that is of interest: looking stops where it is too deep. */
export function depthOf(html: string): number {
  let [depth, deepest] = [0, 0]
  const parser = new Parser({
    onopentag: () => (deepest = Math.max(deepest, ++depth)),
    onclosetag: () => depth--,
  })
  for (let at = 0; at < html.length && deepest <= DEEPEST; at += STEP) parser.write(html.slice(at, at + STEP))
  return deepest
}

const NOT_TEXT = 'title,script,style,noscript,template,svg,canvas,iframe,object,form,button,select,input,[hidden]'
const TEXT_NODE = 3
const MAX_DEPTH = 200

/** Makes the locator of a block from the nearest anchor above it and its text. */
export type Locate = (anchor: string, heading: string) => Locator

const headingLocator: Locate = (anchor, heading) => ({ kind: 'heading', anchor, label: heading || 'start' })

/**
 * The blocks of an element in reading order: headings, paragraphs, list items (nested ones too) and table rows. What a
 * visitor would not read (scripts, forms, hidden parts) is left out. `locate` sets how places are named.
 */
export function blocksOf(root: Element, locate: Locate = headingLocator): Block[] {
  for (const unread of root.querySelectorAll(NOT_TEXT)) unread.remove()
  const walk: Walk = { blocks: [], loose: '', anchor: '', heading: '', anchors: new Map(), locate }
  visit(root, walk, 0)
  flush(walk)
  return walk.blocks
}

interface Walk {
  blocks: Block[]
  /** Inline text gathered since the last block: it becomes a paragraph of its own. */
  loose: string
  anchor: string
  heading: string
  anchors: Map<string, number>
  locate: Locate
}

const here = (walk: Walk): Locator => walk.locate(walk.anchor, walk.heading)

function flush(walk: Walk): void {
  const text = oneLine(walk.loose)
  walk.loose = ''
  if (text !== '') walk.blocks.push({ kind: 'paragraph', text, locator: here(walk) })
}

const BLOCKS = new Set(
  'ADDRESS ARTICLE ASIDE BLOCKQUOTE BODY DD DETAILS DIV DL DT FIGCAPTION FIGURE FOOTER HEADER HR HTML LI MAIN NAV OL P PRE SECTION SUMMARY TABLE UL'.split(
    ' ',
  ),
)

function visit(element: Element, walk: Walk, depth: number): void {
  if (depth > MAX_DEPTH) {
    walk.loose += ` ${element.textContent}`
    return
  }
  for (const node of element.childNodes) {
    if (node.nodeType === TEXT_NODE) walk.loose += node.textContent
    else if ('tagName' in node) visitElement(node as unknown as Element, walk, depth)
  }
}

function visitElement(element: Element, walk: Walk, depth: number): void {
  const tag = element.tagName.toUpperCase()
  if (tag === 'BR') {
    walk.loose += ' '
  } else if (/^H[1-6]$/.test(tag)) {
    flush(walk)
    openHeading(element, Number(tag[1]), walk)
  } else if (tag === 'TABLE') {
    flush(walk)
    // One by one: a call takes only so many arguments, and tables have more rows.
    for (const block of tableBlocks(rowsOf(element), () => here(walk))) walk.blocks.push(block)
  } else if (tag === 'DETAILS' || tag === 'DL') {
    flush(walk)
    visitFolded(element, walk, depth)
    flush(walk)
  } else if (tag === 'LI') {
    flush(walk)
    visitItem(element, walk, depth)
  } else if (BLOCKS.has(tag)) {
    flush(walk)
    visit(element, walk, depth + 1)
    flush(walk)
  } else {
    visit(element, walk, depth + 1)
  }
}

/** Each thing that unfolds (`details`) or is defined (`dl`): a question with what answers it, or a name with what it is. */
function visitFolded(element: Element, walk: Walk, depth: number): void {
  if (depth > MAX_DEPTH) return visit(element, walk, depth)
  let name = ''
  let start = walk.blocks.length
  const close = () => {
    flush(walk)
    walk.blocks.push(...named(name, walk.blocks.splice(start), here(walk)))
    start = walk.blocks.length
    name = ''
  }
  for (const node of [...element.childNodes]) {
    const child = 'tagName' in node ? (node as unknown as Element) : undefined
    const tag = child?.tagName.toUpperCase()
    if (!child) walk.loose += node.nodeType === TEXT_NODE ? node.textContent : ''
    else if (tag === 'SUMMARY' || tag === 'DT') {
      close()
      name = oneLine(child.textContent)
    } else if (tag === 'DIV' && child.querySelector('dt')) {
      close()
      visitFolded(child, walk, depth + 1)
      start = walk.blocks.length
    } else visitElement(child, walk, depth + 1)
  }
  close()
}

/** What stands under a name, joined with it where the two are read as one. */
function named(name: string, told: readonly Block[], locator: Locator): Block[] {
  const isText = told.length > 0 && told.every((block) => block.kind === 'paragraph' || block.kind === 'item')
  if (name === '') return [...told]
  if (name.endsWith('?') && isText) return [pairBlock(name, told.map((block) => block.text).join('\n'), locator)]
  const [first] = told
  if (told.length === 1 && first?.kind === 'paragraph')
    return [{ ...first, text: `${name}${/[.:!?]$/.test(name) ? '' : ':'} ${first.text}` }]
  return [{ kind: 'paragraph', text: name, locator }, ...told]
}

function openHeading(element: Element, level: number, walk: Walk): void {
  const text = oneLine(element.textContent)
  if (text === '') return
  walk.anchor = element.getAttribute('id') || uniqueAnchor(text, walk.anchors)
  walk.heading = text
  walk.blocks.push({ kind: 'heading', level, text, locator: here(walk) })
}

/** The anchor of a heading without an id: its words in lower case joined by hyphens, numbered when it comes again. */
function uniqueAnchor(text: string, anchors: Map<string, number>): string {
  const slug =
    text
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '') || 'section'
  const seen = anchors.get(slug) ?? 0
  anchors.set(slug, seen + 1)
  return seen === 0 ? slug : `${slug}-${seen + 1}`
}

function visitItem(item: Element, walk: Walk, depth: number): void {
  const nested: Element[] = []
  for (const child of item.children) if (/^(UL|OL)$/i.test(child.tagName)) nested.push(child)
  for (const list of nested) list.remove()
  const text = oneLine(item.textContent)
  if (text !== '') walk.blocks.push({ kind: 'item', text: `${marker(item)} ${text}`, locator: here(walk) })
  for (const list of nested) visit(list, walk, depth + 1)
}

/** "3." in an ordered list, "-" in any other: the order of steps must survive. */
function marker(item: Element): string {
  const list = (item as unknown as { parentElement: Element | null }).parentElement
  if (!list || list.tagName.toUpperCase() !== 'OL') return '-'
  const first = Number(list.getAttribute('start') ?? 1)
  const items = [...list.children].filter((child) => child.tagName.toUpperCase() === 'LI')
  return `${(Number.isFinite(first) ? first : 1) + items.indexOf(item)}.`
}

/** Cells that span are written out into every column and row they cover, so that each row can be read alone. */
const MOST_SPAN = 50

function rowsOf(table: Element): string[][] {
  const rows: string[][] = []
  /** Cells that reach down from rows above, by column: what they say, and how many rows they still cover. */
  const hanging = new Map<number, { text: string; left: number }>()
  for (const row of table.querySelectorAll('tr')) {
    const cells: string[] = []
    const takeHanging = () => {
      for (let over = hanging.get(cells.length); over; over = hanging.get(cells.length)) {
        if (over.left === 1) hanging.delete(cells.length)
        else hanging.set(cells.length, { ...over, left: over.left - 1 })
        cells.push(over.text)
      }
    }
    for (const cell of row.children) {
      if (!/^T[HD]$/i.test(cell.tagName)) continue
      takeHanging()
      const [across, down] = ['colspan', 'rowspan'].map((name) =>
        Math.min(Number(cell.getAttribute(name)) || 1, MOST_SPAN),
      )
      for (let at = 0; at < across!; at++) {
        if (down! > 1) hanging.set(cells.length, { text: cell.textContent, left: down! - 1 })
        cells.push(cell.textContent)
      }
    }
    takeHanging()
    rows.push(cells)
  }
  return rows
}

/** Absolute http addresses a parsed page links to, in order, each once; links marked "nofollow" are left out. */
export function linksOf(dom: Dom, base: string): string[] {
  const found = new Set<string>()
  for (const link of dom.querySelectorAll('a[href]')) {
    const href = link.getAttribute('href') ?? ''
    if (/\bnofollow\b/i.test(link.getAttribute('rel') ?? '') || !URL.canParse(href, base)) continue
    const url = new URL(href, base)
    if (/^https?:$/.test(url.protocol)) found.add(url.href)
  }
  return [...found]
}
