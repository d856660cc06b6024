/** The thread documents are read in: bytes to passages, and passages to the segment of an index. */
import type { MessagePort } from 'node:worker_threads'
import {
  openArchive,
  passagesOf,
  type Opened,
  read,
  readPairs,
  readSite,
  type Pair,
  type Passage,
  type ReadProblem,
  type SitePage,
} from '@parrot/core/library'
import { buildSegment, type Segment } from '@parrot/core/retrieval'
import type { Origin } from '../database/schema'

export interface ReadTask {
  readonly origin: Origin
  readonly bytes: Uint8Array
  readonly mediaType: string | undefined
  /** Where pages read so far are reported, as [done, total]. */
  readonly port?: MessagePort
}

export type ReadOutcome =
  | { readonly ok: true; readonly title: string; readonly passages: readonly Passage[] }
  | { readonly ok: false; readonly problem: ReadProblem }

/** Reads the content of a source version and cuts it into passages. */
export async function readSource({ origin, bytes, mediaType, port }: ReadTask): Promise<ReadOutcome> {
  const result = await readOrigin(origin, bytes, mediaType, (done, total) => port?.postMessage([done, total]))
  port?.close()
  if (!result.ok) return result
  return { ok: true, title: result.document.title, passages: passagesOf(result.document) }
}

function readOrigin(
  origin: Origin,
  bytes: Uint8Array,
  mediaType: string | undefined,
  onPage: (done: number, total: number) => void,
) {
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
      return read({ bytes, name: origin.name, mediaType: origin.mediaType }, onPage)
  }
}

/** Opens an archive of documents; nothing of it is written anywhere. */
export const openFiles = ({ bytes, name }: { bytes: Uint8Array; name: string }): Opened => openArchive(bytes, name)

/** Builds the index segment of passages that all stand under one title. */
export function indexPassages(task: {
  title: string
  passages: readonly { text: string; headings: readonly string[] }[]
}): Segment {
  return buildSegment(task.passages.map(({ text, headings }) => ({ title: task.title, headings, body: text })))
}
