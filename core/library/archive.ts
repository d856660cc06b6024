import { baseName, type SourceFile } from './document'
import { withoutCaptioned } from './media'
import { unpack, unpackMessage, type UnpackLimits } from './unpack'

/** The files of an archive, or what is wrong with it. */
export type Opened =
  | { readonly ok: true; readonly files: readonly SourceFile[]; readonly left: readonly string[] }
  | { readonly ok: false; readonly message: string; readonly advice: string }

const LIMITS: UnpackLimits = { bytes: 500 * 1024 * 1024, files: 2000 }
/** What operating systems and tools leave behind, and archives in archives. */
const UNWANTED = /(?:^|\/)(?:\.[^./\\][^/]*$|__MACOSX\/|Thumbs\.db$|desktop\.ini$)|\.(?:zip|gz|rar|7z|tar|exe|dll|js)$/i

/** Whether a file is an archive of others rather than a document that happens to be packed. */
export const isArchive = (name: string): boolean => /\.zip$/i.test(name)

/**
 * Opens a ZIP of documents. Each file is named by its last part only, so no path of the archive leads anywhere; hidden
 * files and archives inside are left out and listed.
 */
export function openArchive(bytes: Uint8Array, name: string): Opened {
  const left: string[] = []
  const unpacked = unpack(
    bytes,
    (each) => {
      if (UNWANTED.test(each)) left.push(each)
      return !UNWANTED.test(each)
    },
    LIMITS,
  )
  if (!unpacked.ok)
    return {
      ok: false,
      message: unpackMessage(name, unpacked.problem),
      advice: 'Pack the documents again, or add them one by one.',
    }
  const files = withoutCaptioned(
    unpacked.files
      .filter((file) => file.bytes.length > 0)
      .map((file) => ({ bytes: file.bytes, name: lastPart(file.name) })),
  )
  return files.length === 0
    ? { ok: false, message: `“${name}” holds no file that could be read.`, advice: 'Check what is in it.' }
    : { ok: true, files, left }
}

const lastPart = (path: string): string => path.replace(/^.*[\\/]/, '') || baseName(path)
