/**
 * The thread PGlite lives in. A query computes inside WebAssembly and would stop the server's event loop for as long;
 * here it stops only this thread. Others reach it over a Unix socket with PostgreSQL's own wire protocol, so the same
 * driver and the same queries serve an embedded database and a PostgreSQL server.
 */
import { parentPort, workerData } from 'node:worker_threads'
import { PGlite } from '@electric-sql/pglite'
import { PGLiteSocketServer } from '@electric-sql/pglite-socket'
import { DataFiles, type Fence } from './dataFiles'

const { folder, socketPath, isDurable, fence } = workerData as {
  folder: string
  socketPath: string
  isDurable: boolean
  fence?: Fence
}

/** PGlite begins with fsync off (-F), and would lose what was acknowledged when the power goes. */
const startParams = [...PGlite.defaultStartParams.filter((each) => each !== '-F'), '-c', 'wal_sync_method=fsync']

/** Ends the whole process, not this thread alone: its other threads must not write to the folder either. */
function end(): void {
  process.stderr.write('Another server took the data folder over. This one stops.\n')
  process.kill(process.pid, 'SIGKILL')
}

async function main(): Promise<void> {
  const fs = new DataFiles(folder, isDurable, fence, end)
  const db = await PGlite.create({ fs, ...(isDurable ? { startParams } : {}) })
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
