import { baseName, failed, oneLine, readable, type Block, type Reader } from '../document'
import { textParts, unpackMessage } from '../unpack'
import { blocksOf, parseDom } from './dom'

/** E-book (EPUB 3) → document: the chapters in the order of the spine, each block located by chapter and heading. */
export const readEpub: Reader = (file) => {
  const parts = textParts(file.bytes, /\.(x?html?|opf|xml)$/i)
  if (!(parts instanceof Map)) return failed(unpackMessage(file.name, parts), 'Export it again as EPUB and add it.')
  const opfName = [...parts.keys()].find((name) => name.endsWith('.opf'))
  const opf = opfName && parts.get(opfName)
  if (!opf) return failed(`“${file.name}” is not a readable e-book.`, 'Export it again as EPUB and add it.')
  const folder = opfName.includes('/') ? opfName.replace(/[^/]*$/, '') : ''
  const hrefs = new Map(
    [...opf.matchAll(/<item\s[^>]*>/g)].map(([tag]) => [attribute(tag, 'id'), decodeURI(attribute(tag, 'href'))]),
  )
  const blocks: Block[] = []
  for (const [tag] of opf.matchAll(/<itemref\s[^>]*>/g)) {
    const name = folder + (hrefs.get(attribute(tag, 'idref')) ?? '')
    const html = parts.get(name)
    if (!html) continue
    const body = parseDom(html.replace(/^<\?xml[^>]*\?>/, '')).body
    blocks.push(
      ...blocksOf(body, (anchor, heading) => ({
        kind: 'heading',
        anchor: `${name}#${anchor}`,
        label: heading || baseName(name),
      })),
    )
  }
  const title = /<dc:title[^>]*>([^<]*)</.exec(opf)?.[1] ?? ''
  return readable(oneLine(title), blocks, file.name)
}

/** Slides (PPTX) → document: each slide's title a heading, its paragraphs items, its speaker notes a paragraph. */
export const readPptx: Reader = (file) => {
  const parts = textParts(
    file.bytes,
    /^ppt\/(slides\/slide|notesSlides\/notesSlide)\d+\.xml$|_rels\/slide\d+\.xml\.rels$/,
  )
  if (!(parts instanceof Map)) return failed(unpackMessage(file.name, parts), 'Save it as PPTX and add it again.')
  const count = [...parts.keys()].filter((name) => /slides\/slide\d+\.xml$/.test(name)).length
  if (count === 0) return failed(`“${file.name}” is not a readable slide deck.`, 'Save it as PPTX and add it again.')
  const blocks: Block[] = []
  for (let slide = 1; slide <= count; slide++) {
    const locator = { kind: 'slide', slide, label: `slide ${slide}` } as const
    const [title, ...rest] = paragraphs(parts.get(`ppt/slides/slide${slide}.xml`) ?? '')
    if (title) blocks.push({ kind: 'heading', level: 1, text: title, locator })
    for (const text of rest) blocks.push({ kind: 'item', text: `- ${text}`, locator })
    const notes = paragraphs(notesOf(slide, parts)).filter((text) => text !== String(slide))
    if (notes.length > 0) blocks.push({ kind: 'paragraph', text: notes.join(' '), locator })
  }
  const first = blocks[0]
  return readable(first?.kind === 'heading' ? first.text : '', blocks, file.name)
}

function notesOf(slide: number, parts: Map<string, string>): string {
  const links = parts.get(`ppt/slides/_rels/slide${slide}.xml.rels`) ?? ''
  const name = /notesSlides\/(notesSlide\d+\.xml)/.exec(links)?.[1]
  return (name && parts.get(`ppt/notesSlides/${name}`)) || ''
}

/** The paragraphs (a:p) of DrawingML, each as the text of its runs (a:t); fields such as slide numbers left out. */
function paragraphs(xml: string): string[] {
  return [...xml.matchAll(/<a:p>([\s\S]*?)<\/a:p>|<a:p\s[^>]*>([\s\S]*?)<\/a:p>/g)]
    .map((match) => (match[1] ?? match[2] ?? '').replace(/<a:fld[\s\S]*?<\/a:fld>/g, ''))
    .map((inner) => oneLine([...inner.matchAll(/<a:t>([^<]*)<\/a:t>/g)].map((run) => entities(run[1]!)).join('')))
    .filter((text) => text !== '')
}

const NAMED: Record<string, string> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" }

const entities = (text: string): string =>
  text.replace(/&(?:#(\d+)|#x([\da-f]+)|(\w+));/gi, (whole, decimal, hex, name) =>
    decimal || hex ? String.fromCodePoint(parseInt(decimal ?? hex, decimal ? 10 : 16)) : (NAMED[name] ?? whole),
  )

const attribute = (tag: string, name: string): string => new RegExp(`\\s${name}="([^"]*)"`).exec(tag)?.[1] ?? ''
