import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { sharedTestApp, type TestApp } from '../../testing/testApp'

let app: TestApp
beforeAll(async () => {
  app = await sharedTestApp()
})
afterAll(() => app.end())

const create = async (name: string) => (await app.ask('POST', '/api/agents', { name })).body
const names = async () => (await app.ask('GET', '/api/agents')).body.agents.map((agent: { name: string }) => agent.name)
const briefOf = async (id: string) => (await app.ask('GET', `/api/agents/${id}/brief`)).body
const put = (id: string, revision: number, brief: object) =>
  app.ask('PUT', `/api/agents/${id}/brief`, { revision, brief })

describe('agents', () => {
  it('are created with a slug of their own and listed with the state of each stage, drafts included', async () => {
    const first = await app.ask('POST', '/api/agents', { name: 'Plot Desk' })
    expect(first.status).toBe(201)
    expect(first.body).toMatchObject({ slug: 'plot-desk', name: 'Plot Desk', liveEdition: null, revision: 1 })
    expect((await create('Plot Desk')).slug).toBe('plot-desk-2')
    expect(first.body.stages.library).toEqual({ text: 'no sources yet', state: 'empty' })
    expect(await names()).toEqual(['Plot Desk', 'Plot Desk'])
  })

  it('need a name', async () => {
    const { status, body, headers } = await app.ask('POST', '/api/agents', { name: '  ' })
    expect(status).toBe(400)
    expect(headers['content-type']).toContain('application/problem+json')
    expect(body).toMatchObject({ code: 'invalid', fields: [{ path: 'name', message: 'Give the agent a name.' }] })
  })

  it('are renamed through their brief, and keep their address', async () => {
    const { id } = await create('Old')
    await app.ask('PATCH', `/api/agents/${id}`, { name: 'New' })
    expect((await app.ask('GET', `/api/agents/${id}`)).body).toMatchObject({ name: 'New', slug: 'old' })
    expect((await briefOf(id)).brief.identity.name).toBe('New')
  })

  it('are removed from sight and brought back with everything', async () => {
    const { id } = await create('Gone')
    expect((await app.ask('DELETE', `/api/agents/${id}`)).status).toBe(204)
    expect(await names()).not.toContain('Gone')
    expect((await app.ask('GET', `/api/agents/${id}/brief`)).status).toBe(404)
    expect((await app.ask('POST', `/api/agents/${id}/restore`)).body.name).toBe('Gone')
    expect((await briefOf(id)).brief.identity.name).toBe('Gone')
  })
})

describe('the brief', () => {
  it('takes a partial one and fills in the rest', async () => {
    const { id } = await create('Ada')
    const saved = await put(id, 1, { identity: { name: 'Ada' }, purpose: { job: 'help' } })
    expect(saved.body).toMatchObject({ revision: 2, canUndo: true, canRedo: false })
    const { revision, brief } = await briefOf(id)
    expect(revision).toBe(2)
    expect(brief.purpose.job).toBe('help')
    expect(brief.manner.dials.warmth).toBe(60)
  })

  it('refuses a stale revision and keeps what is there', async () => {
    const { id } = await create('Bo')
    await put(id, 1, { identity: { name: 'Bo' }, purpose: { job: 'first' } })
    const stale = await put(id, 1, { identity: { name: 'Bo' }, purpose: { job: 'second' } })
    expect(stale.status).toBe(409)
    expect(stale.body).toMatchObject({ code: 'stale-revision', extra: { revision: '2' } })
    expect((await briefOf(id)).brief.purpose.job).toBe('first')
  })

  it('lets one of two savers at the same moment win, never both', async () => {
    const { id } = await create('Race')
    const saved = await Promise.all(
      ['a', 'b', 'c', 'd'].map((job) => put(id, 1, { identity: { name: 'Race' }, purpose: { job } })),
    )
    expect(saved.map((answer) => answer.status).sort()).toEqual([200, 409, 409, 409])
  })

  it('adds no revision for what is the same', async () => {
    const { id } = await create('Same')
    const { brief } = await briefOf(id)
    expect((await put(id, 1, brief)).body.revision).toBe(1)
  })

  it('goes back and forward, and a new edit after going back leaves nothing lost', async () => {
    const { id } = await create('Cy')
    const job = async () => (await briefOf(id)).brief.purpose.job
    await put(id, 1, { identity: { name: 'Cy' }, purpose: { job: 'one' } })
    await put(id, 2, { identity: { name: 'Cy' }, purpose: { job: 'two' } })
    expect((await app.ask('POST', `/api/agents/${id}/brief/undo`)).body).toMatchObject({ revision: 2, canRedo: true })
    expect(await job()).toBe('one')
    await app.ask('POST', `/api/agents/${id}/brief/redo`)
    expect(await job()).toBe('two')
    await app.ask('POST', `/api/agents/${id}/brief/undo`)
    expect((await put(id, 2, { identity: { name: 'Cy' }, purpose: { job: 'three' } })).body.revision).toBe(4)
    expect((await app.ask('POST', `/api/agents/${id}/brief/redo`)).status).toBe(409)
  })

  it('names the field that does not fit', async () => {
    const { id } = await create('Di')
    const { status, body } = await put(id, 1, { manner: { dials: { warmth: 500 } } })
    expect(status).toBe(400)
    expect(body.fields[0].path).toContain('manner.dials.warmth')
  })

  it('takes an edit by ids as one revision, and refuses one that no longer fits with the reason', async () => {
    const { id } = (await app.ask('POST', '/api/agents', { name: 'Eve' })).body
    const rules = [
      { id: 'one', do: 'Say “One.”' },
      { id: 'two', do: 'Say “Two.”' },
    ]
    await app.ask('PUT', `/api/agents/${id}/brief`, { revision: 1, brief: { identity: { name: 'Eve' }, rules } })
    const edit = [
      { op: 'test', path: '/rules/two/do', value: 'Say “Two.”' },
      { op: 'replace', path: '/rules/two/do', value: 'Say “2.”' },
    ]
    const { body } = await app.ask('POST', `/api/agents/${id}/brief/edit`, { edit })
    expect([body.revision, body.brief.rules[1].do]).toEqual([3, 'Say “2.”'])
    const again = await app.ask('POST', `/api/agents/${id}/brief/edit`, { edit })
    expect([again.status, again.body.detail]).toEqual([409, expect.stringContaining('was changed since')])
    const bad = [{ op: 'replace', path: '/manner/format/maxWords', value: 'many' }]
    const refused = await app.ask('POST', `/api/agents/${id}/brief/edit`, { edit: bad })
    expect([refused.status, refused.body.detail]).toEqual([409, expect.stringMatching(/^Longest answer in words/)])
    expect((await app.ask('GET', `/api/agents/${id}/brief`)).body.revision).toBe(3)
  })

  it('tells how each rule was read', async () => {
    const { id } = await create('Eve')
    const rules = [
      { id: 'a', when: 'someone asks about water', do: 'say “Save water.”' },
      { id: 'b', when: '', do: 'shine' },
    ]
    const { readings } = (await put(id, 1, { rules })).body
    expect(readings).toMatchObject([
      { id: 'a', understood: true },
      { id: 'b', understood: false },
    ])
  })

  it('is compiled with each line traced to its field', async () => {
    const { id } = await create('Fay')
    const { body } = await app.ask('GET', `/api/agents/${id}/brief/prompt`)
    expect(body.lines).toContainEqual({ text: '- You are Fay.', section: 'Identity', field: 'identity.name' })
  })
})

describe('a face', () => {
  it('is an image that can do nothing', async () => {
    const { body, headers } = await app.ask('GET', '/api/faces/Ada%2F..%2F')
    expect(headers['content-type']).toContain('image/svg+xml')
    expect(headers['content-security-policy']).toBe("default-src 'none'")
    expect(body).toMatch(/^<svg/)
  })
})
