import { createHash } from 'node:crypto'
import { existsSync, readFileSync, readdirSync, renameSync, rmSync } from 'node:fs'
import { createRequire } from 'node:module'
import { fileURLToPath } from 'node:url'
import { bundleThreads } from '../../scripts/bundle.mjs'
import { openDatabase, startEmbedded } from '../src/database'

const migrations = fileURLToPath(new URL('../src/database/migrations', import.meta.url))

/** Where the saved blank database lies; its name changes with the migrations and with PGlite's version. */
export function blankImage(): string {
  const hash = createHash('sha256')
  for (const name of readdirSync(migrations)
    .filter((each) => each.endsWith('.sql'))
    .sort())
    hash.update(readFileSync(`${migrations}/${name}`))
  const entry = createRequire(import.meta.url).resolve('@electric-sql/pglite')
  hash.update(readFileSync(entry.replace(/dist[\\/].*$/, 'package.json')))
  const name = hash.digest('hex').slice(0, 12)
  return fileURLToPath(new URL(`../../.cache/blank-${name}`, import.meta.url))
}

/** Before any test: threads are bundled, and a blank database is made once, since making one takes many seconds. */
export default async function setup(): Promise<void> {
  await bundleThreads()
  const image = blankImage()
  if (existsSync(image)) return
  const draft = `${image}.part`
  rmSync(draft, { recursive: true, force: true })
  const connection = await openDatabase(startEmbedded(draft, (message) => process.stdout.write(`${message}\n`)))
  await connection.close()
  renameSync(draft, image)
}
