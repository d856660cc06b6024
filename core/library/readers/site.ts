import { baseName, readable, type Block, type ReadResult } from '../document'
import { readHtml } from './html'

/** One fetched page of a site. */
export interface SitePage {
  readonly url: string
  readonly html: string
}

/**
 * A site → one document: each page a section under its title, its own headings below that, each block located by the
 * page's address. Pages without text are left out.
 */
export async function readSite(pages: readonly SitePage[], start: string): Promise<ReadResult> {
  const blocks: Block[] = []
  for (const page of pages) {
    const result = await readHtml({
      bytes: new TextEncoder().encode(page.html),
      name: page.url,
      mediaType: 'text/html;charset=utf-8',
    })
    if (!result.ok) continue
    const { title, blocks: own } = result.document
    const locator = { kind: 'heading', anchor: page.url, label: title || baseName(page.url) } as const
    blocks.push({ kind: 'heading', level: 1, text: title, locator })
    for (const block of own) {
      if (block.kind === 'heading' && block.text === title) continue
      const anchor = block.locator.kind === 'heading' ? `${page.url}#${block.locator.anchor}` : page.url
      const place = { kind: 'heading', anchor, label: block.locator.label } as const
      blocks.push(
        block.kind === 'heading' ? { ...block, level: block.level + 1, locator: place } : { ...block, locator: place },
      )
    }
  }
  const first = blocks[0]
  return readable(first ? `${new URL(start).host}: ${first.text}` : '', blocks, start)
}
