/**
 * Fetches the texts that retrieval is measured on: three free manuals as Debian ships them, unpacked into .cache/texts
 * without being installed. Run by `npm run retrieval` when they are not there.
 */
import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const TEXTS = fileURLToPath(new URL('../../.cache/texts', import.meta.url))
const PACKAGES = ['debian-reference-en', 'git-doc', 'debian-handbook', 'developers-reference']

/** Unpacks the packages, unless they are there. Needs apt and dpkg, not root. */
export function fetchTexts() {
  if (existsSync(join(TEXTS, 'done'))) return
  mkdirSync(TEXTS, { recursive: true })
  const folder = mkdtempSync(join(tmpdir(), 'parrot-texts-'))
  try {
    execFileSync('apt-get', ['download', ...PACKAGES], { cwd: folder, stdio: ['ignore', 'ignore', 'inherit'] })
    for (const name of readdirSync(folder)) execFileSync('dpkg-deb', ['-x', join(folder, name), TEXTS])
    mkdirSync(join(TEXTS, 'done'))
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}
