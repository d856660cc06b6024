import { createServer } from 'node:net'
import { portsAbove } from '../../scripts/ports.mjs'

/** A port that nobody listens on. */
export async function freePort(): Promise<number> {
  const server = createServer()
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const { port } = server.address() as { port: number }
  await new Promise((resolve) => server.close(resolve))
  return port
}

/** A base whose ports, as a whole product uses them, nobody listens on. */
export async function freeBase(): Promise<number> {
  for (;;) {
    const base = FIRST_BASE + BLOCK * Math.floor(Math.random() * BLOCKS)
    const isFree = await Promise.all(Object.values(portsAbove(base)).map(isPortFree))
    if (isFree.every(Boolean)) return base
  }
}
/** Below the ports that systems give out by themselves. */
const FIRST_BASE = 12_000
const BLOCK = 50
const BLOCKS = 300

const isPortFree = (port: number): Promise<boolean> =>
  new Promise((resolve) => {
    const server = createServer()
    server.once('error', () => resolve(false))
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)))
  })

/** Waits until a server on a port is healthy. */
export async function untilUp(port: number): Promise<void> {
  for (let tries = 0; tries < 600; tries++) {
    const isUp = await fetch(`http://127.0.0.1:${port}/api/health`).then(
      (response) => response.ok,
      () => false,
    )
    if (isUp) return
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  throw new Error(`The server on ${port} did not answer.`)
}
