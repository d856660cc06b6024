import { Inflate, strFromU8 } from 'fflate'
import { directoryOf, type ListedFile } from './directory'

/** One file inside a package. */
export interface PackedFile {
  /** The name as it is written in the package, folders included. */
  readonly name: string
  readonly bytes: Uint8Array
}

/** Why a package could not be unpacked: it is none, or it unpacks to more than is let through. */
export type UnpackProblem = 'broken' | 'too large' | 'too many files' | 'encrypted'

export type Unpacked =
  { readonly ok: true; readonly files: readonly PackedFile[] } | { readonly ok: false; readonly problem: UnpackProblem }

export interface UnpackLimits {
  /** Bytes that all wanted files together may unpack to. */
  readonly bytes: number
  readonly files: number
}

const LIMITS: UnpackLimits = { bytes: 200 * 1024 * 1024, files: 20_000 }
/** Bytes handed to the unpacker at a time, so that a bomb is stopped soon after it goes over the limit. */
const STEP = 64 * 1024
const LOCAL_HEADER = 0x04034b50

/** Whether bytes begin as a ZIP package does. */
export const isPackage = (bytes: Uint8Array): boolean =>
  bytes.length >= 8 && new DataView(bytes.buffer, bytes.byteOffset).getUint32(0, true) === LOCAL_HEADER

/**
 * Unpacks the files of a ZIP package whose names are wanted, and hands them over one by one. The limit counts the bytes that
 * really come out, not what the package says of itself, so a package that lies about its sizes is stopped all the same.
 * Nothing is written anywhere; names are given as they stand and must never be used as paths.
 */
export function unpackEach(
  bytes: Uint8Array,
  wanted: (name: string) => boolean,
  take: ((file: PackedFile) => void) | undefined,
  limits: UnpackLimits = LIMITS,
): UnpackProblem | undefined {
  if (!isPackage(bytes)) return 'broken'
  const listed = directoryOf(bytes)
  if (!listed) return 'broken'
  if (listed.length > limits.files) return 'too many files'
  let room = limits.bytes
  for (const file of listed) {
    if (file.name.endsWith('/') || !wanted(file.name)) continue
    if (file.isEncrypted) return 'encrypted'
    const chunks: Uint8Array[] = []
    const problem = contentOf(file, (chunk) => {
      room -= chunk.length
      if (take) chunks.push(chunk)
      return room >= 0
    })
    if (problem) return problem
    take?.({ name: file.name, bytes: joined(chunks) })
  }
  return undefined
}

/** The files of a ZIP package whose names are wanted, all at once. */
export function unpack(bytes: Uint8Array, wanted: (name: string) => boolean, limits: UnpackLimits = LIMITS): Unpacked {
  const files: PackedFile[] = []
  const problem = unpackEach(bytes, wanted, (file) => void files.push(file), limits)
  return problem ? { ok: false, problem } : { ok: true, files }
}

/** Gives what comes out of a packed file, piece by piece, while more is wanted. */
function contentOf({ method, packed }: ListedFile, take: (chunk: Uint8Array) => boolean): UnpackProblem | undefined {
  if (method === 0) return take(packed) ? undefined : 'too large'
  if (method !== 8) return 'broken'
  let isWanted = true
  let isWhole = false
  const inflate = new Inflate((chunk, isLast) => {
    isWanted &&= take(chunk)
    isWhole ||= isLast
  })
  try {
    for (let at = 0; (at < packed.length || at === 0) && isWanted; at += STEP)
      inflate.push(packed.subarray(at, at + STEP), at + STEP >= packed.length)
  } catch {
    return isWanted ? 'broken' : 'too large'
  }
  return !isWanted ? 'too large' : isWhole ? undefined : 'broken'
}

/**
 * What keeps a package from being handed to a reader that unpacks it by itself; undefined when nothing does. Nothing is
 * kept in memory.
 */
export const packageProblem = (bytes: Uint8Array, limits?: UnpackLimits): UnpackProblem | undefined =>
  unpackEach(bytes, () => true, undefined, limits)

function joined(chunks: readonly Uint8Array[]): Uint8Array {
  if (chunks.length === 1) return chunks[0]!
  const whole = new Uint8Array(chunks.reduce((sum, each) => sum + each.length, 0))
  let at = 0
  for (const chunk of chunks) {
    whole.set(chunk, at)
    at += chunk.length
  }
  return whole
}

/** The text parts of a package by name. */
export function textParts(bytes: Uint8Array, wanted: RegExp): Map<string, string> | UnpackProblem {
  const unpacked = unpack(bytes, (name) => wanted.test(name))
  return unpacked.ok ? new Map(unpacked.files.map((file) => [file.name, strFromU8(file.bytes)])) : unpacked.problem
}

/** What a designer is told of a package that could not be unpacked. */
export const unpackMessage = (name: string, problem: UnpackProblem): string =>
  ({
    broken: `“${name}” is damaged, or is not what its name says.`,
    'too large': `“${name}” unpacks to more than ${LIMITS.bytes / 1024 / 1024} MB.`,
    'too many files': `“${name}” holds more than ${LIMITS.files.toLocaleString('en-GB')} files.`,
    encrypted: `“${name}” is protected by a password.`,
  })[problem]
