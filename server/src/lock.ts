import { randomUUID } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout } from 'node:timers/promises'
import { lock } from 'proper-lockfile'
import type { Fence } from './database/dataFiles'

/** A lock is renewed every second; one that was not for so long is left by a server that is no more. */
const STALE_MS = 2000
const RENEWED_MS = 1000
/** A server that was just killed is waited out. */
const WAITED = { retries: 12, factor: 1, minTimeout: 250, maxTimeout: 250 }

/**
 * Of several that find the same lock left behind, each may take it away from the one before, who is told only later. Whoever
 * wrote its mark last has it.
 */
async function isLastToTake({ path, mark }: Fence): Promise<boolean> {
  await setTimeout(SETTLED_MS)
  return readFileSync(path, 'utf8') === mark
}
/** Longer than any of them takes from finding the lock to taking it. */
const SETTLED_MS = 500

/** A folder that is held. */
export interface HeldFolder {
  /** Says whose it is, to threads that write there: another process that takes the folder over puts its own mark in. */
  readonly fence: Fence
  free(): Promise<void>
}

/**
 * Takes a data folder for this process: two servers on one folder would damage it, also two in different containers. Gives
 * the fence and what frees the folder; throws when another process holds it. `onLost` is called when another process took
 * the folder over, as it may after this machine slept: nothing more must be written then.
 */
export async function lockFolder(folder: string, onLost: () => void): Promise<HeldFolder> {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const lockfilePath = join(folder, 'in-use')
  const wasLeft = existsSync(lockfilePath)
  let isHeld = true
  try {
    const free = await lock(folder, {
      lockfilePath,
      stale: STALE_MS,
      update: RENEWED_MS,
      retries: WAITED,
      onCompromised: () => isHeld && onLost(),
    })
    const fence = { path: join(folder, 'taken-by'), mark: randomUUID() }
    writeFileSync(fence.path, fence.mark, { mode: 0o600 })
    if (wasLeft) isHeld = await isLastToTake(fence)
    if (!isHeld) throw Object.assign(new Error('taken over'), { code: 'ELOCKED' })
    // For whoever wants to send it a signal; the lock does not go by it.
    const pidFile = join(folder, 'server.pid')
    writeFileSync(pidFile, String(process.pid), { mode: 0o600 })
    return {
      fence,
      free: async () => {
        rmSync(pidFile, { force: true })
        await free()
      },
    }
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ELOCKED') throw error
    throw new Error(
      `The data folder ${folder} is in use by another server. Stop it first, or set PARROT_DATA to another folder.`,
      { cause: error },
    )
  }
}
