/** The thread documents are read in: bytes to passages, and passages to the segment of an index; and folders of agents. */
import type { MessagePort } from 'node:worker_threads'
import { readFile } from 'node:fs/promises'
import {
  conflictsAmong,
  passagesFrom,
  sketchOf,
  type Conflict,
  type Edit,
  type PassagesRead,
  type Sketch,
  type StatedPassage,
} from '@parrot/core/curation'
import {
  drawPdfPage,
  lookAtHtml,
  openArchive,
  Unreadable,
  type Cutting,
  type HtmlLook,
  type Opened,
  type Origin,
} from '@parrot/core/library'
import { move, transferableSymbol, valueSymbol } from 'piscina'
import { PNG } from 'pngjs'
import { buildSegment, nearest, type Near, type Segment, type VectorSet } from '@parrot/core/retrieval'
import type { StoredPassage } from '@parrot/core/dialogue'
import { FileStore } from '../files'
import { writeSnapshot } from './snapshots'

export { packAgent, unpackAgent } from '../folder/packed'

/** WebAssembly memory that a thread may have, in pages of 64 KiB: a PDF that wants more is refused, and the server lives. */
const MOST_WASM_PAGES = (768 * 1024 * 1024) / 65_536
const grow = WebAssembly.Memory.prototype.grow
WebAssembly.Memory.prototype.grow = function (this: WebAssembly.Memory, delta: number): number {
  if (this.buffer.byteLength / 65_536 + delta > MOST_WASM_PAGES) throw new RangeError('No more memory for a document.')
  return grow.call(this, delta)
}

export interface ReadTask {
  readonly origin: Origin
  /** The file that holds the content: read here, so that its bytes never pass the server's thread. */
  readonly path: string
  readonly mediaType: string | undefined
  readonly cutting: Cutting
  readonly edits: readonly Edit[]
  /** Where pages read so far are reported, as [done, total]. */
  readonly port?: MessagePort
}

/** Reads the content of a source version, cuts it into passages and makes the designer's changes in them again. */
export async function readSource({ path, port, ...task }: ReadTask): Promise<PassagesRead> {
  const bytes = new Uint8Array(await readFile(path))
  const result = await passagesFrom({ bytes, ...task }, (done, total) => port?.postMessage([done, total]))
  port?.close()
  return result
}

/** The documents of an archive, kept under their sums; or what is wrong with it. */
export type ArchiveKept =
  | { readonly ok: true; readonly files: readonly { readonly name: string; readonly hash: string }[] }
  | Extract<Opened, { ok: false }>

/** Opens an archive and keeps its documents, one at a time in memory. */
export async function keepArchive({
  path,
  name,
  folder,
}: {
  path: string
  name: string
  folder: string
}): Promise<ArchiveKept> {
  const store = new FileStore(folder)
  const files: { name: string; hash: string }[] = []
  const opened = openArchive(new Uint8Array(await readFile(path)), name, (file) =>
    files.push({ name: file.name, hash: store.keep(file.bytes) }),
  )
  return opened.ok ? { ok: true, files } : opened
}

/** One page of a PDF as a PNG; undefined when there is none. */
export async function drawPage({
  path,
  page,
  width,
}: {
  path: string
  page: number
  width: number
}): Promise<Uint8Array | undefined> {
  const picture = await drawPdfPage(new Uint8Array(await readFile(path)), page, width).catch((error: unknown) => {
    if (error instanceof Unreadable) return undefined
    throw error
  })
  if (!picture) return undefined
  const png = new PNG({ width: picture.width, height: picture.height })
  png.data = Buffer.from(picture.pixels.buffer)
  return PNG.sync.write(png)
}

export const lookAtPage = ({ html, url }: { html: string; url: string }): HtmlLook => lookAtHtml(html, url)

export const findConflicts = (passages: readonly StatedPassage[]): Conflict[] => conflictsAmong(passages)

export interface IndexTask {
  readonly title: string
  readonly passages: readonly StoredPassage[]
  /** Where the segment is written down, if it is. */
  readonly snapshot?: string
}

/** Builds the index segment of passages that all stand under one title, and writes it down when it is told where. */
export function indexPassages(task: IndexTask): Segment {
  const { title, passages, snapshot } = task
  const segment = buildSegment(passages.map(({ text, headings }) => ({ title, headings, body: text })))
  // Without a snapshot the version is only read more slowly after a restart.
  if (snapshot)
    try {
      writeSnapshot(snapshot, { passages, segment })
    } catch (error) {
      process.emitWarning(`A snapshot could not be written: ${String(error)}`)
    }
  return segment
}

/** What a document just read needs beside being stored: its segment, and the sketch near-duplicates are told by. */
export function indexDocument(task: IndexTask): { segment: Segment; sketch: Sketch } {
  const segment = indexPassages(task)
  const value = { segment, sketch: sketchOf(task.passages.map((passage) => passage.text)) }
  const { lengths, openings, starts, postings, positions } = segment
  // Handed over, not copied: the thread would keep what it made until it next cleans up.
  const buffers = [lengths, openings, starts, postings, positions].map((array) => array.buffer)
  return move({ [transferableSymbol]: buffers, [valueSymbol]: value }) as never
}

/** Sets this thread has been given; taking one over costs more than a search in it. */
const sets = new Map<string, VectorSet>()
const MOST_SETS = 6

/**
 * The vectors of a set nearest to a question; the set lies in memory that all threads share. Undefined when this thread has
 * not been given the set yet and it does not come with the question.
 */
export function nearestVectors({ id, set, question, most }: NearestTask): Near[] | undefined {
  if (set) {
    if (sets.size >= MOST_SETS) sets.delete(sets.keys().next().value!)
    sets.set(id, set)
  }
  const known = sets.get(id)
  return known && nearest(known, question, most)
}

export interface NearestTask {
  /** Names the set: another one has another name. */
  readonly id: string
  readonly set?: VectorSet
  readonly question: Int8Array
  readonly most: number
}
