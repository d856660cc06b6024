import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

/**
 * The file a thread is started from, by its name. A build has it beside this module; when the server runs from source,
 * `scripts/bundle.mjs` has put it into `.cache/threads`, because a thread cannot be started from TypeScript.
 */
export function threadFile(name: string): string {
  const found = [here(`./${name}.js`), here(`../../.cache/threads/${name}.js`)].find((path) => existsSync(path))
  if (!found)
    throw new Error(
      `The thread ${name} is not bundled. Run “npm run build”, or “npm run dev” when working on the source.`,
    )
  return found
}

/** A folder that ships with the server: the first of these places, below this module, that exists. */
export function assetFolder(...paths: readonly string[]): string | undefined {
  return paths.map((path) => here(path)).find((path) => existsSync(path))
}

const here = (path: string): string => fileURLToPath(new URL(path, import.meta.url))
