import type { ReadResult } from './document'
import { recordingType } from './media'
import { read } from './readers'
import { readPairs, type Pair } from './readers/pairs'
import type { OnPage } from './readers/pdf'
import { readSite, type SitePage } from './readers/site'

/** Where the bytes of a source come from. */
export type Origin =
  | { kind: 'file'; name: string; mediaType: string }
  | { kind: 'page'; url: string; renderMs?: number }
  | ({ kind: 'site'; url: string } & SitePlan)
  | { kind: 'note'; title: string }
  | { kind: 'pairs'; title: string }

/** How far a site is read, or which of its pages were picked. */
export interface SitePlan {
  maxPages: number
  maxDepth: number
  /** Patterns of paths with * to read, and to leave out. */
  include?: string[]
  exclude?: string[]
  /** Milliseconds between two pages. */
  delayMs?: number
  /** Whether pages are rendered in a browser first, and how long each is given, in milliseconds. */
  renderMs?: number
  /** Exactly these addresses, as picked in a survey. */
  pages?: string[]
}

/** The content of a source, as it is kept: bytes, and for what came from the web the media type its server said. */
export interface SourceContent {
  readonly origin: Origin
  readonly bytes: Uint8Array
  readonly mediaType?: string | undefined
}

/**
 * Reads the content of a source. Pairs and sites are kept as JSON, a recording comes as its captions, with `text/vtt` as
 * its media type.
 */
export function readContent(
  { origin, bytes, mediaType }: SourceContent,
  onPage?: OnPage,
): Promise<ReadResult> | ReadResult {
  switch (origin.kind) {
    case 'pairs':
      return readPairs(origin.title, JSON.parse(new TextDecoder().decode(bytes)) as Pair[])
    case 'site':
      return readSite(JSON.parse(new TextDecoder().decode(bytes)) as SitePage[], origin.url)
    case 'note':
      return read({ bytes, name: `${origin.title}.md`, mediaType: 'text/markdown' })
    case 'page':
      return read(
        {
          bytes,
          name: new URL(origin.url).pathname.split('/').pop() || origin.url,
          mediaType: mediaType ?? 'text/html',
        },
        onPage,
      )
    case 'file':
      return mediaType === 'text/vtt' && recordingType(origin.name)
        ? read({ bytes, name: `${origin.name}.vtt`, mediaType })
        : read({ bytes, name: origin.name, mediaType: origin.mediaType }, onPage)
  }
}
