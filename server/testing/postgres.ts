import { execFileSync, spawn } from 'node:child_process'
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'

/** The newest PostgreSQL server Debian has installed; undefined when there is none. */
export function postgresBinaries(): string | undefined {
  const root = '/usr/lib/postgresql'
  const versions = existsSync(root) ? readdirSync(root).sort((a, b) => Number(b) - Number(a)) : []
  return versions.map((version) => join(root, version, 'bin')).find((bin) => existsSync(join(bin, 'initdb')))
}

/** PostgreSQL does not run as root, so root lends it the user that owns nothing. */
function lentUser(): { uid?: number; gid?: number } {
  if (process.getuid?.() !== 0) return {}
  const id = (flag: string) => Number(execFileSync('id', [flag, 'nobody'], { encoding: 'utf8' }))
  return { uid: id('-u'), gid: id('-g') }
}

/** A PostgreSQL server of its own on an empty folder: its address, and its end. */
export async function startPostgres(bin: string): Promise<{ url: string; end(): Promise<void> }> {
  const folder = mkdtempSync(join(tmpdir(), 'parrot-pg-'))
  const user = lentUser()
  if (user.uid !== undefined) chownSync(folder, user.uid, user.gid!)
  const data = join(folder, 'data')
  const env = { ...process.env, LC_ALL: 'C', HOME: folder }
  const own = { ...user, env, stdio: 'ignore', cwd: folder } as const
  execFileSync(join(bin, 'initdb'), ['-D', data, '-U', 'postgres', '--auth=trust', '--no-sync', '-E', 'UTF8'], own)
  const flags = ['-D', data, '-k', folder, '-c', 'listen_addresses=', '-c', 'fsync=off']
  const server = spawn(join(bin, 'postgres'), flags, own)
  const url = `postgresql://postgres@localhost/postgres?host=${encodeURIComponent(folder)}`
  await untilAnswers(url)
  return {
    url,
    end: async () => {
      server.kill('SIGINT')
      await new Promise((resolve) => (server.exitCode === null ? server.once('exit', resolve) : resolve(undefined)))
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

/** PostgreSQL takes a moment before it accepts connections. */
async function untilAnswers(url: string): Promise<void> {
  for (let tries = 0; ; tries++) {
    const client = new pg.Client({ connectionString: url })
    try {
      await client.connect()
      return await client.end()
    } catch (error) {
      if (tries > 40) throw error
      await new Promise((resolve) => setTimeout(resolve, 250))
    }
  }
}
