import { openTestApp, type TestApp } from '../../server/testing/testApp'

/** A real server behind a browser's relative addresses, and the few things of a browser that stores use. */
export interface BrowserWorld {
  readonly app: TestApp
  readonly storage: Map<string, string>
  /** While set, every request fails as if the server were gone. */
  isCut: boolean
  end(): Promise<void>
}

const realFetch = globalThis.fetch

export async function openBrowserWorld(): Promise<BrowserWorld> {
  const app = await openTestApp()
  const url = await app.server.listen({ host: '127.0.0.1', port: 0 })
  const storage = new Map<string, string>()
  const world: BrowserWorld = {
    app,
    storage,
    isCut: false,
    end: async () => {
      globalThis.fetch = realFetch
      await app.end()
    },
  }
  globalThis.fetch = (input, init) =>
    world.isCut ? Promise.reject(new TypeError('cut')) : realFetch(`${url}${String(input)}`, init)
  Object.assign(globalThis, {
    localStorage: {
      getItem: (key: string) => storage.get(key) ?? null,
      setItem: (key: string, value: string) => void storage.set(key, value),
      removeItem: (key: string) => void storage.delete(key),
    },
    window: { addEventListener: () => undefined },
  })
  return world
}

/** Waits until something holds, looking again every few milliseconds. */
export async function until(holds: () => boolean | Promise<boolean>, what: string): Promise<void> {
  for (let tries = 0; tries < 600; tries++) {
    if (await holds()) return
    await new Promise((resolve) => setTimeout(resolve, 15))
  }
  throw new Error(`It never came to this: ${what}`)
}
