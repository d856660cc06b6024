import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { sharedTestApp, RULES, type TestApp } from '../testing/testApp'

/** The interface as a script outside the project uses it: real HTTP, and the field names it relies on. */
let app: TestApp
let url: string

beforeAll(async () => {
  app = await sharedTestApp()
  url = await app.server.listen({ host: '127.0.0.1', port: 0 })
})
afterAll(() => app.end())

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- a script knows the fields it reads, no more
async function call(method: string, path: string, body?: unknown): Promise<{ status: number; body: any }> {
  const isForm = body instanceof FormData
  const response = await fetch(`${url}${path}`, {
    method,
    headers: body === undefined || isForm ? {} : { 'content-type': 'application/json' },
    body: body === undefined ? undefined : isForm ? body : JSON.stringify(body),
  })
  const text = await response.text()
  return { status: response.status, body: text === '' ? undefined : JSON.parse(text) }
}

async function untilReady(id: string): Promise<Record<string, unknown>> {
  for (;;) {
    const { body } = await call('GET', `/api/sources/${id}`)
    if (body.status === 'ready' || body.status === 'failed') return body
    await new Promise((resolve) => setTimeout(resolve, 25))
  }
}

const fieldsOf = (value: object) => expect(Object.keys(value))

describe('a script from outside', () => {
  let agent: { id: string; slug: string; name: string }
  let sourceId: string

  it('finds the service healthy', async () => {
    expect((await call('GET', '/api/health')).body).toEqual({ status: 'ok', version: '0.1.0', database: 'embedded' })
  })

  it('creates an agent and lists it', async () => {
    const created = await call('POST', '/api/agents', { name: 'Surface' })
    expect(created.status).toBe(201)
    agent = created.body
    fieldsOf(agent).toEqual(expect.arrayContaining(['id', 'slug', 'name']))
    expect((await call('GET', '/api/agents')).body.agents.map((each: { id: string }) => each.id)).toContain(agent.id)
  })

  it('reads the brief, writes it whole or in part, and is refused with a stale revision', async () => {
    const path = `/api/agents/${agent.id}/brief`
    const { revision, brief } = (await call('GET', path)).body
    fieldsOf(brief).toEqual(
      expect.arrayContaining(
        'identity purpose manner rules duties boundaries glossary answers openers grounding memory variables freeform'.split(
          ' ',
        ),
      ),
    )
    const written = await call('PUT', path, { revision, brief: { ...brief, purpose: { job: 'help plot holders' } } })
    expect(written).toMatchObject({ status: 200, body: { revision: revision + 1 } })
    expect((await call('PUT', path, { revision, brief })).status).toBe(409)
  })

  it('adds a file, a note and pairs, and follows each to ready', async () => {
    const form = new FormData()
    form.append('file', new Blob([RULES]), 'rules.md')
    const added = [
      await call('POST', `/api/agents/${agent.id}/sources`, form),
      await call('POST', `/api/agents/${agent.id}/sources`, {
        kind: 'note',
        title: 'Gate',
        text: 'The gate is green.',
      }),
      await call('POST', `/api/agents/${agent.id}/sources`, {
        kind: 'pairs',
        title: 'Asked',
        pairs: [{ question: 'Bees?', answer: 'Two hives.' }],
      }),
    ]
    for (const { status, body } of added) {
      expect(status).toBe(202)
      expect(Object.keys(body).sort()).toEqual(['id', 'status'])
      const source = await untilReady(body.id)
      fieldsOf(source).toEqual(
        expect.arrayContaining(['id', 'title', 'kind', 'status', 'error', 'passages', 'characters']),
      )
      expect(source).toMatchObject({ status: 'ready', error: null })
    }
    sourceId = added[0]!.body.id
    expect((await call('GET', `/api/agents/${agent.id}/sources`)).body.sources).toHaveLength(3)
  })

  it('reads passages page by page', async () => {
    const { total, passages } = (await call('GET', `/api/sources/${sourceId}/passages?offset=1&limit=1`)).body
    expect(total).toBe(3)
    expect(passages).toHaveLength(1)
    fieldsOf(passages[0]).toEqual(expect.arrayContaining(['id', 'ordinal', 'text', 'headings', 'locator']))
    expect(passages[0].ordinal).toBe(1)
  })

  it('searches, and takes a turn', async () => {
    const { hits } = (await call('GET', `/api/agents/${agent.id}/search?q=water&limit=2`)).body
    fieldsOf(hits[0]).toEqual(
      expect.arrayContaining(['passageId', 'sourceId', 'sourceTitle', 'text', 'headings', 'locator', 'score', 'parts']),
    )
    const turn = (await call('POST', `/api/agents/${agent.id}/turns`, { text: 'When is the water turned on?' })).body
    fieldsOf(turn).toEqual(
      expect.arrayContaining(['conversationId', 'reply', 'outcome', 'citations', 'workings', 'revision']),
    )
    fieldsOf(turn.citations[0]).toEqual(expect.arrayContaining(['marker', 'passageId', 'sourceId', 'quote', 'locator']))
    expect(turn.reply).toContain(`[${turn.citations[0].marker}]`)
  })

  it('writes a script and rehearses draft and edition', async () => {
    const script = {
      title: 'Water',
      turns: [{ say: 'When is the water turned on?', checks: [{ kind: 'includes', text: 'April' }] }],
    }
    const { id } = (await call('POST', `/api/agents/${agent.id}/scripts`, script)).body
    expect((await call('GET', `/api/agents/${agent.id}/scripts`)).body.scripts[0]).toMatchObject({ id, ...script })
    const edition = await call('POST', `/api/agents/${agent.id}/editions`, { summary: 'first' })
    expect(edition).toMatchObject({ status: 201, body: { number: 1 } })
    for (const subject of ['draft', { edition: 1 }] as const) {
      const rehearsal = (await call('POST', `/api/agents/${agent.id}/rehearsals`, { scriptIds: [id], subject })).body
      expect(rehearsal).toMatchObject({ passed: 1, failed: 0 })
      fieldsOf(rehearsal).toEqual(expect.arrayContaining(['id', 'passed', 'failed', 'results']))
    }
    expect((await call('POST', `/api/agents/${agent.id}/turns`, { text: 'Hello', edition: 1 })).body.edition).toBe(1)
  })

  it('talks as a visitor', async () => {
    const first = (await call('POST', `/api/talk/${agent.slug}/turns`, { text: 'Are bonfires allowed?' })).body
    expect(Object.keys(first)).toEqual(expect.arrayContaining(['citations', 'conversationId', 'reply']))
    const second = await call('POST', `/api/talk/${agent.slug}/turns`, {
      text: 'Thanks',
      conversationId: first.conversationId,
    })
    expect(second.body.conversationId).toBe(first.conversationId)
  })

  it('gets problem documents when it errs', async () => {
    for (const [method, path, body, status] of [
      ['GET', '/api/agents/nobody/brief', undefined, 404],
      ['POST', '/api/agents', {}, 400],
      ['POST', `/api/agents/${agent.id}/turns`, { text: 5 }, 400],
      ['POST', `/api/agents/${agent.id}/rehearsals`, { subject: { edition: 99 } }, 404],
      ['GET', `/api/sources/${sourceId}/passages?limit=0`, undefined, 400],
    ] as const) {
      const answer = await call(method, path, body)
      expect(answer.status).toBe(status)
      fieldsOf(answer.body).toEqual(expect.arrayContaining(['type', 'title', 'status']))
    }
  })
})
