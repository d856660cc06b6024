/** What threads do for folders: packing an agent that lies in rows and kept files into a ZIP, and taking one apart. */
import { closeSync, openSync, writeSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import {
  readFolder,
  unzipFiles,
  writeFolder,
  zipFiles,
  type FolderAgent,
  type FolderProblem,
  type FolderSource,
} from '@parrot/core/folder'
import { FileStore } from '../files'

/** An agent of a folder whose originals are named by the files they are kept in, so that it can be sent to a thread. */
export interface KeptAgent extends Omit<FolderAgent, 'sources' | 'face'> {
  readonly sources: readonly KeptSource[]
  readonly face?: string
}
export interface KeptSource extends Omit<FolderSource, 'content' | 'captions'> {
  readonly bytesHash: string
  readonly captionsHash?: string
}

export interface PackTask {
  readonly agent: KeptAgent
  /** Where originals are kept. */
  readonly folder: string
  /** The file the ZIP is written to. */
  readonly to: string
}

/** Writes an agent into a ZIP. Originals are read one at a time. */
export async function packAgent({ agent, folder, to }: PackTask): Promise<void> {
  const files = new FileStore(folder)
  const bytes = (hash: string) => () => readFile(files.pathOf(hash))
  const { face, sources, ...rest } = agent
  const file = openSync(to, 'wx', 0o600)
  try {
    const whole: FolderAgent = {
      ...rest,
      sources: sources.map(({ bytesHash, captionsHash, ...source }) => ({
        ...source,
        content: bytes(bytesHash),
        sum: bytesHash,
        ...(captionsHash ? { captions: bytes(captionsHash) } : {}),
      })),
      ...(face ? { face: bytes(face) } : {}),
    }
    await zipFiles(writeFolder(whole), (piece) => void writeSync(file, piece))
  } finally {
    closeSync(file)
  }
}

export interface UnpackTask {
  readonly path: string
  readonly name: string
  /** Where originals are to be kept. */
  readonly folder: string
}
export type UnpackedAgent =
  | { readonly ok: true; readonly agent: Omit<KeptAgent, 'face'>; readonly face?: Uint8Array }
  | { readonly ok: false; readonly problems: readonly FolderProblem[] }

/** Reads an agent from a ZIP. Only when all of it fits are its originals kept. */
export async function unpackAgent({ path, name, folder }: UnpackTask): Promise<UnpackedAgent> {
  const unpacked = unzipFiles(new Uint8Array(await readFile(path)), name)
  if (!unpacked.ok) return unpacked
  const read = await readFolder(unpacked.files)
  if (!read.ok) return read
  const files = new FileStore(folder)
  const { sources, face, ...agent } = read.agent
  const kept: KeptSource[] = []
  for (const { content, captions, sum: _sum, ...source } of sources) {
    const heard = captions ? { captionsHash: files.keep(await captions()) } : {}
    kept.push({ ...source, bytesHash: files.keep(await content()), ...heard })
  }
  return { ok: true, agent: { ...agent, sources: kept }, ...(face ? { face: await face() } : {}) }
}
