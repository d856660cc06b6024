import { spawn, type ChildProcess } from 'node:child_process'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = fileURLToPath(new URL('../..', import.meta.url))
const PORT = 4178
const BASE = `http://127.0.0.1:${PORT}`

/** Starts the built product on a data folder, in a process of its own, and waits until it answers. */
export async function startServer(folder: string, more: Record<string, string> = {}): Promise<ChildProcess> {
  const child = spawn(process.execPath, [join(root, 'dist/main.js')], {
    env: {
      ...process.env,
      PARROT_DATA: folder,
      PORT: String(PORT),
      PARROT_LOG: 'silent',
      PARROT_ALLOW_HOSTS: '127.0.0.1',
      ...more,
    },
  })
  for (;;) {
    const isUp = await fetch(`${BASE}/api/health`).then(
      (response) => response.ok,
      () => false,
    )
    if (isUp) return child
    await new Promise((resolve) => setTimeout(resolve, 10))
  }
}

export const get = async (path: string) => (await fetch(BASE + path)).json()
export const post = async (path: string, body: unknown) => {
  const isForm = body instanceof FormData
  const response = await fetch(BASE + path, {
    method: 'POST',
    headers: isForm ? {} : { 'content-type': 'application/json' },
    body: isForm ? body : JSON.stringify(body),
  })
  return response.json()
}
export const newAgent = async (): Promise<string> =>
  ((await post('/api/agents', { name: 'Bench' })) as { id: string }).id

export async function upload(agent: string, file: File): Promise<string> {
  const form = new FormData()
  form.append('file', file)
  return ((await post(`/api/agents/${agent}/sources`, form)) as { id: string }).id
}

/** Nothing that is measured takes longer. */
export const LONGEST_MS = 120_000

export async function untilReady(id: string): Promise<void> {
  for (const until = Date.now() + LONGEST_MS; Date.now() < until;) {
    const { status, error } = (await get(`/api/sources/${id}`)) as { status: string; error: string }
    if (status === 'ready') return
    if (status === 'failed') throw new Error(error)
    await new Promise((resolve) => setTimeout(resolve, 20))
  }
  throw new Error('A source was not read in time.')
}
