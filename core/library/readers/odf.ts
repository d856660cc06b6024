import { DOMParser } from 'linkedom'
import { baseName, failed, oneLine, readable, type Block, type Locator, type Reader } from '../document'
import { tableBlocks } from '../tables'
import { textParts, unpackMessage } from '../unpack'

/** The parts of an XML element that reading needs; names keep their prefix ("text:p"). */
interface XmlElement {
  readonly tagName: string
  readonly textContent: string
  readonly children: Iterable<XmlElement>
  readonly childNodes: Iterable<{ readonly nodeType: number; readonly textContent: string; readonly tagName?: string }>
  getAttribute(name: string): string | null
  getElementsByTagName(name: string): Iterable<XmlElement>
}

const TEXT_NODE = 3
/** Repeated cells and rows are written once with a count; spreadsheets repeat empty ones to their very edge. */
const MOST_COLUMNS = 200
const MOST_REPEATED_ROWS = 1000
const MOST_ROWS = 100_000

interface OpenDocument {
  readonly body: XmlElement
  readonly title: string
  /** Names of list styles that number their items. */
  readonly numbered: ReadonlySet<string>
}

/** Opens a package of the OpenDocument format (ISO/IEC 26300): its content, title, and which lists are numbered. */
function open(bytes: Uint8Array): OpenDocument | Parameters<typeof unpackMessage>[1] {
  const parts = textParts(bytes, /^(?:content|meta|META-INF\/manifest)\.xml$/)
  if (!(parts instanceof Map)) return parts
  const content = parts.get('content.xml')
  if (/<manifest:encryption-data/.test(parts.get('META-INF/manifest.xml') ?? '')) return 'encrypted'
  if (!content) return 'broken'
  const document = new DOMParser().parseFromString(content, 'text/xml') as unknown as XmlElement
  const [body] = document.getElementsByTagName('office:body')
  if (!body) return 'broken'
  const numbered = new Set<string>()
  for (const style of document.getElementsByTagName('text:list-style'))
    for (const level of style.children)
      if (level.tagName === 'text:list-level-style-number') numbered.add(style.getAttribute('style:name') ?? '')
  const title = /<dc:title>([^<]*)</.exec(parts.get('meta.xml') ?? '')?.[1] ?? ''
  return { body, title, numbered }
}

const openReader =
  (kind: string, blocksOf: (document: OpenDocument) => Block[]): Reader =>
  (file) => {
    const document = open(file.bytes)
    if (typeof document === 'string')
      return failed(unpackMessage(file.name, document), `Save it again as an OpenDocument ${kind} and add it.`)
    const blocks = blocksOf(document)
    const first = blocks.find((block) => block.kind === 'heading')
    return readable(oneLine(document.title) || first?.text || baseName(file.name), blocks, file.name)
  }

/** OpenDocument text (ODT) → document: headings by their outline level, paragraphs, nested lists, tables. */
export const readOdt = openReader('text', ({ body, numbered }) => {
  const blocks: Block[] = []
  let anchor = ''
  const here = (): Locator => ({ kind: 'heading', anchor, label: anchor || 'start' })
  const visit = (element: XmlElement): void => {
    for (const child of element.children) {
      const text = () => plain(child)
      if (child.tagName === 'text:h') {
        anchor = text()
        const level = Number(child.getAttribute('text:outline-level')) || 1
        if (anchor !== '') blocks.push({ kind: 'heading', level, text: anchor, locator: here() })
      } else if (child.tagName === 'text:p') {
        if (text() !== '') blocks.push({ kind: 'paragraph', text: text(), locator: here() })
      } else if (child.tagName === 'text:list') blocks.push(...itemsOf(child, numbered, here()))
      else if (child.tagName === 'table:table') for (const block of tableBlocks(rowsOf(child), here)) blocks.push(block)
      else if (!/^(?:text:tracked-changes|text:table-of-content|office:forms|text:sequence-decls)$/.test(child.tagName))
        visit(child)
    }
  }
  visit(body)
  return blocks
})

/** OpenDocument spreadsheet (ODS) → document: each sheet a section, each row a block with its headers. */
export const readOds = openReader('spreadsheet', ({ body }) =>
  [...body.getElementsByTagName('table:table')].flatMap((table): Block[] => {
    const sheet = table.getAttribute('table:name') ?? 'Sheet'
    const at = (row: number): Locator => ({ kind: 'row', sheet, row: row + 1, label: `${sheet}, row ${row + 1}` })
    return [{ kind: 'heading', level: 1, text: sheet, locator: at(0) }, ...tableBlocks(rowsOf(table), at)]
  }),
)

/** OpenDocument slides (ODP) → document: each slide's title a heading, its lines items, its notes a paragraph. */
export const readOdp = openReader('presentation', ({ body }) =>
  [...body.getElementsByTagName('draw:page')].flatMap((page, index): Block[] => {
    const locator = { kind: 'slide', slide: index + 1, label: `slide ${index + 1}` } as const
    const blocks: Block[] = []
    let title = ''
    for (const shape of page.children) {
      const lines = [...shape.getElementsByTagName('text:p')].map(plain).filter((line) => line !== '')
      if (shape.tagName === 'presentation:notes') {
        if (lines.length > 0) blocks.push({ kind: 'paragraph', text: lines.join(' '), locator })
      } else if (title === '' && shape.getAttribute('presentation:class') === 'title') title = lines.join(' ')
      else blocks.push(...lines.map((line): Block => ({ kind: 'item', text: `- ${line}`, locator })))
    }
    return title === '' ? blocks : [{ kind: 'heading', level: 1, text: title, locator }, ...blocks]
  }),
)

/** The text of a paragraph; spaces, tabs and line breaks are elements of their own, notes and comments are left out. */
function plain(element: XmlElement): string {
  const gather = (from: XmlElement): string => {
    let text = ''
    for (const node of from.childNodes) {
      if (node.nodeType === TEXT_NODE) text += node.textContent
      else if (/^text:(?:s|tab|line-break)$/.test(node.tagName ?? '')) text += ' '
      else if (!/^(?:office:annotation|text:note)$/.test(node.tagName ?? ''))
        text += gather(node as unknown as XmlElement)
    }
    return text
  }
  return oneLine(gather(element))
}

function itemsOf(list: XmlElement, numbered: ReadonlySet<string>, locator: Locator, style = ''): Block[] {
  const name = list.getAttribute('text:style-name') ?? style
  let number = 0
  return [...list.children].flatMap((item): Block[] => {
    if (item.tagName !== 'text:list-item') return []
    number++
    const marker = numbered.has(name) ? `${number}.` : '-'
    return [...item.children].flatMap((child): Block[] => {
      if (child.tagName === 'text:list') return itemsOf(child, numbered, locator, name)
      const text = plain(child)
      return text === '' ? [] : [{ kind: 'item', text: `${marker} ${text}`, locator }]
    })
  })
}

/** The cells of a table, merged ones filled with what they show, repeated ones written out. */
function rowsOf(table: XmlElement): string[][] {
  const rows: string[][] = []
  for (const row of table.getElementsByTagName('table:table-row')) {
    const cells: string[] = []
    for (const cell of row.children) {
      const isCovered = cell.tagName === 'table:covered-table-cell'
      if (!isCovered && cell.tagName !== 'table:table-cell') continue
      const text = [...cell.getElementsByTagName('text:p')].map(plain).join(' ')
      const repeated = Math.min(Number(cell.getAttribute('table:number-columns-repeated')) || 1, MOST_COLUMNS)
      const value = isCovered && text === '' ? (cells.at(-1) ?? '') : text
      for (let n = 0; n < repeated && cells.length < MOST_COLUMNS; n++) cells.push(value)
    }
    while (cells.at(-1) === '') cells.pop()
    const repeated = cells.length === 0 ? 1 : Number(row.getAttribute('table:number-rows-repeated')) || 1
    for (let n = 0; n < Math.min(repeated, MOST_REPEATED_ROWS) && rows.length < MOST_ROWS; n++) rows.push(cells)
  }
  return rows
}
