import { createWriteStream, existsSync, renameSync, rmSync, statSync } from 'node:fs'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { Output } from '../output'
import { CliProblem } from '../problem'
import { asked, type ServerOptions } from './exchange'

/** Keeps everything a server has in a file, which is there only when it is whole. */
export async function backup(path: string, { server }: ServerOptions, { out }: Output): Promise<number> {
  if (existsSync(path)) throw new CliProblem(`${path} is there already. Name another file.`)
  const response = await asked(server, '/api/backup')
  const draft = `${path}.part`
  try {
    const bytes = Readable.fromWeb(response.body as import('node:stream/web').ReadableStream)
    await pipeline(bytes, createWriteStream(draft, { mode: 0o600 }))
    renameSync(draft, path)
  } catch (error) {
    rmSync(draft, { force: true })
    throw new CliProblem(`The backup broke off: ${String(error)}. Nothing was kept.`)
  }
  out(`Everything at ${server} is in ${path}, ${(statSync(path).size / 1e6).toFixed(1)} MB.`)
  return 0
}
