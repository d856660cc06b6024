/**
 * The thread PGlite lives in. A query computes inside WebAssembly and would stop the server's event loop for as long;
 * here it stops only this thread. Others reach it over a Unix socket with PostgreSQL's own wire protocol, so the same
 * driver and the same queries serve an embedded database and a PostgreSQL server.
 */
import { fsyncSync } from 'node:fs'
import { parentPort, workerData } from 'node:worker_threads'
import { PGlite } from '@electric-sql/pglite'
import { PGLiteSocketServer } from '@electric-sql/pglite-socket'

const { folder, socketPath, isDurable } = workerData as { folder: string; socketPath: string; isDurable: boolean }

/** PGlite begins with fsync off (-F), and would lose what was acknowledged when the power goes. */
const startParams = [...PGlite.defaultStartParams.filter((each) => each !== '-F'), '-c', 'wal_sync_method=fsync']

/**
 * Lets what the database syncs reach the disk: the file system PGlite brings knows no sync, so what PostgreSQL asks for
 * would only be nodded at. With it a commit that was acknowledged survives a power cut, as does the order in which a
 * checkpoint writes.
 */
function makeDurable(db: PGlite): void {
  const { NODEFS } = db.Module.FS.filesystems as unknown as { NODEFS?: { stream_ops: Record<string, unknown> } }
  if (!NODEFS) throw new Error('The file system of the database is not the one that is known.')
  NODEFS.stream_ops.fsync = ({ nfd }: { nfd?: number }) => {
    if (nfd !== undefined) fsyncSync(nfd)
  }
}

async function main(): Promise<void> {
  const db = await PGlite.create(folder, isDurable ? { startParams } : {})
  if (isDurable) makeDurable(db)
  const server = new PGLiteSocketServer({ db, path: socketPath, maxConnections: 4 })
  await server.start()
  parentPort?.on('message', async (message) => {
    if (message !== 'stop') return
    await server.stop().catch(() => undefined)
    await db.close().catch(() => undefined)
    parentPort?.postMessage({ stopped: true })
    parentPort?.close()
  })
  parentPort?.postMessage({ ready: true })
}

main().catch((error: unknown) =>
  parentPort?.postMessage({ error: error instanceof Error ? error.message : String(error) }),
)
