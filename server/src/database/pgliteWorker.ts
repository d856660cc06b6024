/**
 * The thread PGlite lives in. A query computes inside WebAssembly and would stop the server's event loop for as long;
 * here it stops only this thread. Others reach it over a Unix socket with PostgreSQL's own wire protocol, so the same
 * driver and the same queries serve an embedded database and a PostgreSQL server.
 */
import { parentPort, workerData } from 'node:worker_threads'
import { PGlite } from '@electric-sql/pglite'
import { PGLiteSocketServer } from '@electric-sql/pglite-socket'

const { folder, socketPath } = workerData as { folder: string; socketPath: string }

async function main(): Promise<void> {
  const db = await PGlite.create(folder)
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
