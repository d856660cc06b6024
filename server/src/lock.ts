import { closeSync, mkdirSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs'
import { join } from 'node:path'

/**
 * Takes a data folder for this process: two servers on one folder would damage it. A lock left by a process that no
 * longer runs is taken over. Gives the function that frees the folder; throws when another process holds it.
 */
export function lockFolder(folder: string): () => void {
  mkdirSync(folder, { recursive: true })
  const path = join(folder, 'server.lock')
  const holder = holderOf(path)
  if (holder !== undefined)
    throw new Error(
      `The data folder ${folder} is in use by process ${holder}. Stop it first, or set PARROT_DATA to another folder.`,
    )
  rmSync(path, { force: true })
  const file = openSync(path, 'wx', 0o600)
  writeSync(file, String(process.pid))
  closeSync(file)
  return () => rmSync(path, { force: true })
}

function holderOf(path: string): number | undefined {
  try {
    const pid = Number(readFileSync(path, 'utf8'))
    if (!Number.isInteger(pid) || pid <= 0 || pid === process.pid) return undefined
    process.kill(pid, 0)
    return pid
  } catch (error) {
    // EPERM: the process runs, under another user.
    return (error as NodeJS.ErrnoException).code === 'EPERM' ? Number(readFileSync(path, 'utf8')) : undefined
  }
}
