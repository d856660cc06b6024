import { createServer } from 'node:net'

/** A port that nobody listens on. */
export async function freePort(): Promise<number> {
  const server = createServer()
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const { port } = server.address() as { port: number }
  await new Promise((resolve) => server.close(resolve))
  return port
}

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
