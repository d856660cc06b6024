import { directoryOf } from './directory'
import { baseName, type SourceFile } from './document'
import { withoutCaptioned } from './media'
import { packageProblem, unpackEach, unpackMessage, type UnpackLimits } from './unpack'

/** How many files of an archive were handed over, and which were left; or what is wrong with it. */
export type Opened =
  | { readonly ok: true; readonly files: number; readonly left: readonly string[] }
  | { readonly ok: false; readonly message: string; readonly advice: string }

const LIMITS: UnpackLimits = { bytes: 500 * 1024 * 1024, files: 2000 }
/** What operating systems and tools leave behind, and archives in archives. */
const UNWANTED = /(?:^|\/)(?:\.[^./\\][^/]*$|__MACOSX\/|Thumbs\.db$|desktop\.ini$)|\.(?:zip|gz|rar|7z|tar|exe|dll|js)$/i

/** Whether a file is an archive of others rather than a document that happens to be packed. */
export const isArchive = (name: string): boolean => /\.zip$/i.test(name)

/**
 * Opens a ZIP of documents and hands them over one by one, so that they need not all be in memory; none of one that is
 * damaged or too large. Each file is named by its last part only, so no path of the archive leads anywhere; hidden files
 * and archives inside are left out and listed.
 */
export function openArchive(bytes: Uint8Array, name: string, take: (file: SourceFile) => void): Opened {
  const problem = packageProblem(bytes, LIMITS)
  if (problem)
    return {
      ok: false,
      message: unpackMessage(name, problem),
      advice: 'Pack the documents again, or add them one by one.',
    }
  const names = (directoryOf(bytes) ?? []).map((file) => file.name).filter((each) => !each.endsWith('/'))
  const kept = new Set(
    withoutCaptioned(names.filter((each) => !UNWANTED.test(each)).map((path) => ({ path, name: lastPart(path) }))).map(
      ({ path }) => path,
    ),
  )
  let files = 0
  unpackEach(
    bytes,
    (each) => kept.has(each),
    (file) => {
      if (file.bytes.length === 0) return
      files++
      take({ bytes: file.bytes, name: lastPart(file.name) })
    },
    LIMITS,
  )
  return files === 0
    ? { ok: false, message: `“${name}” holds no file that could be read.`, advice: 'Check what is in it.' }
    : { ok: true, files, left: names.filter((each) => UNWANTED.test(each)) }
}

const lastPart = (path: string): string => path.replace(/^.*[\\/]/, '') || baseName(path)
