/**
 * Loads the sample scenario into a running server over its HTTP interface, as a designer would: documents, pages, pairs,
 * brief, scripts, pinned lines, an edition and a few visitors. Does nothing when the server has agents already.
 */
import { readFileSync } from 'node:fs'
import type { Agent, Source } from '@parrot/contract'
import { portsFrom } from '../scripts/ports.mjs'
import { groupDesk, reminders, ticketDesk } from './groupDesk'
import { sampleAgents, type SampleAgent } from './scenario'

const ports = portsFrom()
const server = `http://127.0.0.1:${ports.server}`
const website = `http://127.0.0.1:${ports.site}`
const calendar = `http://127.0.0.1:${ports.calendar}/calendars/group-desk/`
const office = `http://127.0.0.1:${ports.office}`
const filesFolder = new URL(process.env.PARROT_DEMO_FILES ?? './files/', import.meta.url)

const say = (message: string) => process.stdout.write(`${message}\n`)

async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  const isForm = body instanceof FormData
  const response = await fetch(`${server}${path}`, {
    method,
    headers: body === undefined || isForm ? {} : { 'content-type': 'application/json' },
    body: body === undefined ? undefined : isForm ? body : JSON.stringify(body),
  })
  const text = await response.text()
  if (!response.ok) throw new Error(`${method} ${path} answered ${response.status}: ${text}`)
  return (text === '' ? undefined : JSON.parse(text)) as T
}

async function load(sample: SampleAgent, team: readonly Agent[]): Promise<void> {
  const agent = team.find(({ name }) => name === sample.name)!
  const at = `/api/agents/${agent.id}`
  const idOf = (name: string) => team.find((each) => each.name === name)!.id
  const colleagues = sample.colleagues?.map((each) => ({ ...each, agent: idOf(each.agent ?? '') })) ?? []
  await call('PUT', `${at}/brief`, { revision: agent.revision, brief: { ...sample.brief, colleagues } })
  for (const name of sample.files) {
    const form = new FormData()
    form.append('file', new Blob([readFileSync(new URL(name, filesFolder))]), name)
    await call('POST', `${at}/sources`, form)
  }
  for (const path of sample.pages) await call('POST', `${at}/sources`, { kind: 'page', url: `${website}${path}` })
  if (sample.pairs) await call('POST', `${at}/sources`, { kind: 'pairs', ...sample.pairs })
  await untilRead(at, sample.name)
  await putOnShelves(at, sample)
  for (const script of sample.scripts) await call('POST', `${at}/scripts`, script)
  await call('POST', `${at}/rehearsals`, {})
  for (const text of sample.pinned) await call('POST', `${at}/pins`, { text })
  await call('POST', `${at}/pins/ask`)
  if (sample.edition) await call('POST', `${at}/editions`, { summary: sample.edition })
  for (const relay of sample.relays ?? []) {
    const legs = relay.legs.map((leg) => ({ ...leg, agent: idOf(leg.agent) }))
    await call('POST', `${at}/relays`, { ...relay, legs })
  }
  if (sample.outlet) {
    const domains = [new URL(website).host]
    const { slug } = await call<{ slug: string }>('POST', `${at}/outlets`, { ...sample.outlet, domains })
    say(`  ${sample.name} on the sample website: ${website}/as/harbour?outlet=${slug}`)
  }
  for (const lines of sample.visitors ?? []) {
    let conversationId: string | undefined
    for (const text of lines) {
      const reply = await call<{ conversationId: string }>('POST', `/api/talk/${agent.slug}/turns`, {
        text,
        conversationId,
      })
      conversationId = reply.conversationId
    }
  }
}

async function putOnShelves(at: string, { shelves = {} }: SampleAgent): Promise<void> {
  const { sources } = await call<{ sources: Source[] }>('GET', `${at}/sources`)
  for (const [shelf, names] of Object.entries(shelves))
    for (const source of sources.filter(({ origin }) =>
      names.some((name) => origin === name || origin === website + name),
    ))
      await call('PATCH', `/api/sources/${source.id}`, { shelf })
}

const READ_LIMIT_MS = 120_000
const LOOK_AGAIN_MS = 200

async function untilRead(at: string, name: string): Promise<void> {
  const until = Date.now() + READ_LIMIT_MS
  for (;;) {
    const { sources } = await call<{ sources: Source[] }>('GET', `${at}/sources`)
    const failed = sources.find((source) => source.status === 'failed')
    if (failed) throw new Error(`The sample source ${failed.origin} could not be read: ${failed.error}`)
    const ready = sources.filter((source) => source.status === 'ready').length
    if (ready === sources.length) {
      say(`  ${name}: ${ready} sources read`)
      return
    }
    if (Date.now() > until) throw new Error(`The sample sources of ${name} were not read in time.`)
    await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS))
  }
}

// Where people sign in already, there is nothing to begin with.
const { hasMembers } = await call<{ hasMembers: boolean }>('GET', '/api/session')
const { agents } = hasMembers ? { agents: [] } : await call<{ agents: Agent[] }>('GET', '/api/agents')
if (!hasMembers && agents.length === 0) {
  say('Loading the sample agents…')
  const { hosts } = await call<{ hosts: string[] }>('GET', '/api/settings/hosts')
  await call('PUT', '/api/settings/hosts', {
    hosts: [...hosts, new URL(website).host, new URL(office).host, new URL(calendar).host],
  })
  await call('POST', '/api/tools', { kind: 'openapi', name: 'Harbour office', url: `${office}/openapi.json` })
  await call('PUT', '/api/settings/mail', {
    host: '127.0.0.1',
    port: ports.smtp,
    security: 'none',
    from: 'The group desk <desk@brindle-sound.example>',
  })
  await call('POST', '/api/tools', { ...groupDesk, url: calendar })
  await call('POST', '/api/tools', ticketDesk)
  await call('POST', '/api/tools', reminders)
  // All are there before the first is filled: they name each other.
  const team: Agent[] = []
  for (const { name } of sampleAgents) team.push(await call<Agent>('POST', '/api/agents', { name }))
  // What leads to the sample website leads to where it stands now.
  const here = JSON.parse(
    JSON.stringify(sampleAgents).replaceAll('http://127.0.0.1:4101', website),
  ) as typeof sampleAgents
  for (const sample of here) await load(sample, team)
}
