import { Zip, ZipDeflate, ZipPassThrough } from 'fflate'
import { unpack, unpackMessage } from '../library'
import type { FolderFile, FolderProblem } from './form'

/** The first day that ZIP knows, as the local time it is written in: the same bytes wherever and whenever it is packed. */
const NEVER = new Date(1980, 0, 1)
/** What is packed already gains nothing by being packed again. */
const PACKED = /\.(?:zip|docx|xlsx|pptx|epub|od[tsp]|pdf|png|jpe?g|webp|mp3|mp4|m4a|ogg|webm)$/i
const LIMITS = { bytes: 500 * 1024 * 1024, files: 10_000 }

/** Packs files into a ZIP, piece by piece; the same files in the same order give the same bytes. */
export async function zipFiles(files: AsyncIterable<FolderFile>, write: (piece: Uint8Array) => void): Promise<void> {
  const zip = new Zip((error, piece) => {
    if (error) throw error
    write(piece)
  })
  for await (const { path, bytes } of files) {
    const entry = PACKED.test(path) ? new ZipPassThrough(path) : new ZipDeflate(path, { level: 6 })
    entry.mtime = NEVER
    zip.add(entry)
    entry.push(bytes, true)
  }
  zip.end()
}

/** The files of a ZIP, or why it cannot be opened. */
export function unzipFiles(
  bytes: Uint8Array,
  name: string,
): { ok: true; files: readonly FolderFile[] } | { ok: false; problems: readonly FolderProblem[] } {
  const unpacked = unpack(bytes, () => true, LIMITS)
  if (!unpacked.ok) return { ok: false, problems: [{ file: name, message: unpackMessage(name, unpacked.problem) }] }
  return { ok: true, files: unpacked.files.map((file) => ({ path: file.name, bytes: file.bytes })) }
}
