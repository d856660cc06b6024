/** Bundles our own TypeScript and most packages into single files. */
import { readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

export const root = fileURLToPath(new URL('..', import.meta.url))

/**
 * Packages that are not bundled: they load files that lie beside them (WebAssembly, native code, workers, a browser's driver). The
 * others are, since a server loads one file faster than a thousand.
 */
const APART = ['@electric-sql/pglite', '@embedpdf/pdfium', 'piscina', 'pino', 'playwright-core', 'sharp']

/** Packages in the older module format ask for Node's own modules by `require`. */
const REQUIRE = [
  "import { createRequire as __requireFor } from 'node:module'",
  "import { dirname as __folderOf } from 'node:path'",
  "import { fileURLToPath as __pathOf } from 'node:url'",
  'const require = __requireFor(import.meta.url)',
  'const __filename = __pathOf(import.meta.url)',
  'const __dirname = __folderOf(__filename)',
].join(';')

const options = () => ({
  absWorkingDir: root,
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  external: APART.flatMap((name) => [name, `${name}/*`]),
  banner: { js: REQUIRE },
  logLevel: 'warning',
})

export const THREADS = {
  pgliteWorker: 'server/src/database/pgliteWorker.ts',
  readWorker: 'server/src/library/readWorker.ts',
  playWorker: 'server/src/playing/playWorker.ts',
}

/** When anything below a path was last changed, in milliseconds. */
export function newest(path) {
  const stats = statSync(path)
  if (!stats.isDirectory()) return stats.mtimeMs
  const inside = readdirSync(path).filter((name) => name !== 'node_modules' && name !== 'dist')
  return Math.max(0, ...inside.map((name) => newest(join(path, name))))
}

/** The command line, for `npx parrot`. */
export const bundleCli = () =>
  build({ ...options(), entryPoints: { parrot: 'cli/main.ts' }, outdir: join(root, '.cache/cli'), splitting: false })

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
      entryPoints: {
        ...THREADS,
        restore: 'server/src/restore.ts',
        standIns: 'stand-ins/main.ts',
        seed: 'demo/seed.ts',
      },
      outdir,
      splitting: false,
    }),
  ])
