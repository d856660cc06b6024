import { readFileSync, statSync } from 'node:fs'
import { basename } from 'node:path'
import { zipFiles, writeFolder } from '@parrot/core/folder'
import type { Agent, Problem } from '@parrot/contract'
import { agentIn, writePlace } from '../folderFiles'
import type { Output } from '../output'
import { CliProblem } from '../problem'

export interface ServerOptions {
  readonly server: string
  readonly edition?: number
}

/** Writes an agent of a server out as a folder or a ZIP. */
export async function exportAgent(
  name: string,
  place: string,
  { server, edition }: ServerOptions,
  { out }: Output,
): Promise<number> {
  const { agents } = (await (await asked(server, '/api/agents')).json()) as { agents: Agent[] }
  const found = agents.filter((agent) => [agent.id, agent.slug, agent.name].includes(name))
  if (found.length !== 1)
    throw new CliProblem(
      found.length === 0
        ? `There is no agent “${name}” at ${server}. There are: ${agents.map(({ slug }) => slug).join(', ') || 'none'}.`
        : `Several agents are called “${name}”: ${found.map(({ slug }) => slug).join(', ')}. Name one by that.`,
    )
  const query = edition === undefined ? '' : `?edition=${edition}`
  const response = await asked(server, `/api/agents/${found[0]!.id}/folder${query}`)
  const files = writePlace(place, new Uint8Array(await response.arrayBuffer()))
  out(`${found[0]!.name} was written to ${place}${files > 1 ? `, ${files} files` : ''}.`)
  return 0
}

/** Makes a new agent of a folder or a ZIP on a server. */
export async function importAgent(place: string, { server }: ServerOptions, { out }: Output): Promise<number> {
  // Read here first: what does not fit is told before anything travels.
  const agent = await agentIn(place)
  const pieces: Uint8Array[] = []
  if (statSync(place).isDirectory()) await zipFiles(writeFolder(agent), (piece) => void pieces.push(piece))
  else pieces.push(new Uint8Array(readFileSync(place)))
  const form = new FormData()
  form.append('file', new Blob(pieces as BlobPart[]), `${basename(place).replace(/\.zip$/i, '')}.zip`)
  const made = (await (await asked(server, '/api/agents/folder', { method: 'POST', body: form })).json()) as Agent
  out(`${made.name} was made: ${new URL(`/agents/${made.id}`, server).href}`)
  return 0
}

/** What a server answers, asked with the key in PARROT_KEY where there is one; a refusal is told in its own words. */
export async function asked(server: string, path: string, init: RequestInit = {}): Promise<Response> {
  const key = process.env.PARROT_KEY
  const headers = { ...init.headers, ...(key ? { authorization: `Bearer ${key}` } : {}) }
  const response = await fetch(new URL(path, server), { ...init, headers }).catch(() => {
    throw new CliProblem(`Nothing answers at ${server}. Is it running? Name another with --server.`)
  })
  if (response.ok) return response
  const problem = (await response.json().catch(() => ({}))) as Partial<Problem>
  const places = (problem.fields ?? []).map(({ path: field, message }) => `  ${field}: ${message}`)
  throw new CliProblem(
    [problem.title ?? `The server answered ${response.status}.`, problem.detail ?? '', ...places]
      .filter(Boolean)
      .join('\n'),
  )
}
