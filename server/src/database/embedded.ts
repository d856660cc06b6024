import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { threadFile } from '../places'
import type { Fence } from './dataFiles'

/** What opening says while it works. */
export type OnProgress = (message: string) => void

/** The embedded database in a thread of its own, opening or open. */
export interface Embedded {
  /** The folder of its socket, once it answers; rejected when it cannot be opened. */
  readonly socketFolder: Promise<string>
  stop(): Promise<void>
}

const INITDB_NOTICE_MS = 3000

/**
 * Starts the embedded database on a folder, and does not wait: it opens while the server's own code is still being
 * loaded. This module needs nothing but Node, so it can be the first thing that runs. Unless told otherwise, what a commit
 * acknowledged lies on the disk. With a fence the process ends at once when the folder is no longer its own.
 */
export function startEmbedded(
  folder: string,
  onProgress: OnProgress = () => {},
  { isDurable = true, fence }: { readonly isDurable?: boolean; readonly fence?: Fence } = {},
): Embedded {
  const isNew = !existsSync(folder) || readdirSync(folder).length === 0
  if (!isNew && !existsSync(join(folder, 'PG_VERSION')))
    throw new Error(
      `The database in ${folder} is not whole: its version file is missing. Put the folder back from a backup; only an empty folder is made into a new database.`,
    )
  mkdirSync(folder, { recursive: true })
  if (isNew) onProgress('Preparing a new database. This happens once and takes up to half a minute.')
  const began = Date.now()
  const notice = setInterval(
    () => onProgress(`Still preparing the database, ${Math.round((Date.now() - began) / 1000)} s so far.`),
    INITDB_NOTICE_MS,
  )
  // The folder is readable by this user only, and so is the socket in it. A socket's path must be short.
  const sockets = mkdtempSync(join(tmpdir(), 'parrot-'))
  const worker = new Worker(threadFile('pgliteWorker'), {
    execArgv: [],
    workerData: { folder, socketPath: join(sockets, '.s.PGSQL.5432'), isDurable, fence },
  })
  const ended = new Promise((resolve) => worker.once('exit', resolve))
  const socketFolder = firstWord(worker)
    .then(() => sockets)
    .catch((error: unknown) => {
      rmSync(sockets, { recursive: true, force: true })
      throw error
    })
    .finally(() => clearInterval(notice))
  // Whoever connects hears of a failure; until then it is not an unhandled one.
  socketFolder.catch(() => undefined)
  return {
    socketFolder,
    stop: async () => {
      const isOpen = await socketFolder.then(
        () => true,
        () => false,
      )
      if (isOpen) worker.postMessage('stop')
      await ended
      rmSync(sockets, { recursive: true, force: true })
    },
  }
}

function firstWord(worker: Worker): Promise<void> {
  return new Promise((resolve, reject) => {
    worker.once('message', (message: { ready?: true; error?: string }) =>
      message.ready ? resolve() : reject(new Error(`The database could not be opened: ${message.error}`)),
    )
    worker.once('error', reject)
  })
}
