import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

/**
 * The folder of .cache with the files of Debian packages, unpacked without being installed; fetched when they are not
 * there yet. Needs apt and dpkg, not root.
 */
export function unpacked(name: string, packages: readonly string[]): string {
  const texts = fileURLToPath(new URL(`../.cache/${name}`, import.meta.url))
  if (existsSync(join(texts, 'done'))) return texts
  mkdirSync(texts, { recursive: true })
  const folder = mkdtempSync(join(tmpdir(), 'parrot-debian-'))
  try {
    execFileSync('apt-get', ['download', ...packages], { cwd: folder, stdio: ['ignore', 'ignore', 'inherit'] })
    for (const file of readdirSync(folder)) execFileSync('dpkg-deb', ['-x', join(folder, file), texts])
    mkdirSync(join(texts, 'done'))
    return texts
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}
