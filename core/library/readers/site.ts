import { baseName, readable, readingOf, Unreadable, type Block, type ReadResult } from '../document'
import { linksOf, parseDom } from './dom'
import { readHtml } from './html'
import { read } from './index'

/** One fetched page of a site: HTML as text, anything else as bytes in base64 with its media type. */
export interface SitePage {
  readonly url: string
  readonly html?: string
  readonly base64?: string
  readonly mediaType?: string
  /** What a later fetch can ask with; not used here. */
  readonly validators?: { readonly etag?: string; readonly lastModified?: string }
}

/** What a look into an HTML page tells of it without reading it whole. */
export interface HtmlLook {
  readonly title: string
  /** Characters of its main text. */
  readonly characters: number
  readonly links: readonly string[]
  readonly canonical?: string
}

/** Title, size of the main text, links and canonical address of an HTML page found at `url`. */
export function lookAtHtml(html: string, url: string): HtmlLook {
  try {
    return lookInto(html, url)
  } catch (error) {
    // Such a page is listed as one without text.
    if (error instanceof Unreadable) return { title: '', characters: 0, links: [] }
    throw error
  }
}

function lookInto(html: string, url: string): HtmlLook {
  const dom = parseDom(html)
  const links = linksOf(dom, url)
  const named = dom.querySelector('link[rel=canonical][href]')?.getAttribute('href') ?? ''
  const canonical = named !== '' && URL.canParse(named, url) ? new URL(named, url).href : undefined
  const result = readHtml({ bytes: new TextEncoder().encode(html), name: url, mediaType: 'text/html;charset=utf-8' })
  const read = result instanceof Promise || !result.ok ? undefined : result.document
  const characters = read?.blocks.reduce((sum, block) => sum + block.text.length, 0) ?? 0
  return { title: read?.title ?? '', characters, links, ...(canonical ? { canonical } : {}) }
}

const readPage = ({ url, html, base64 = '', mediaType = '' }: SitePage): Promise<ReadResult> | ReadResult =>
  html === undefined
    ? read({ bytes: bytesOf(base64), name: nameIn(url), mediaType })
    : readingOf(url, () =>
        readHtml({ bytes: new TextEncoder().encode(html), name: url, mediaType: 'text/html;charset=utf-8' }),
      )

const bytesOf = (base64: string): Uint8Array => Uint8Array.from(atob(base64), (char) => char.charCodeAt(0))
const nameIn = (url: string): string => new URL(url).pathname.split('/').pop() || url

/**
 * A site → one document: each page a section under its title, its own headings below that, each block located by the
 * page's address. Pages without text are left out.
 */
export async function readSite(pages: readonly SitePage[], start: string): Promise<ReadResult> {
  const blocks: Block[] = []
  for (const page of pages) {
    const result = await readPage(page)
    if (!result.ok) continue
    const { title, blocks: inPage } = result.document
    const locator = { kind: 'heading', anchor: page.url, label: title || baseName(page.url) } as const
    blocks.push({ kind: 'heading', level: 1, text: title, locator })
    for (const block of inPage) {
      if (block.kind === 'heading' && block.text === title) continue
      const { locator: own } = block
      const anchor = own.kind === 'heading' && page.html !== undefined ? `${page.url}#${own.anchor}` : page.url
      const place = { kind: 'heading', anchor, label: block.locator.label } as const
      blocks.push(
        block.kind === 'heading' ? { ...block, level: block.level + 1, locator: place } : { ...block, locator: place },
      )
    }
  }
  const first = blocks[0]
  return readable(first ? `${new URL(start).host}: ${first.text}` : '', blocks, start)
}
