import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openTestApp, rulesFile, type TestApp } from '../../testing/testApp'
import { needOf } from './needs'
import { proofFor } from './tokens'

const PASSWORD = 'nine lives of a parrot'
const ORIGIN = { origin: 'http://localhost:4100' }

let app: TestApp
/** The headers each person asks with. */
const people: Record<string, Record<string, string>> = {}
const as = (who: string) => (method: string, path: string, body?: unknown) => app.ask(method, path, body, people[who])
const cookieIn = (headers: Readonly<Record<string, unknown>>) => String(headers['set-cookie']).split(';')[0]!

/** Lets somebody in by a link, and signs them in. */
async function join_(who: string, role: string | null): Promise<void> {
  const email = `${who}@example.org`
  const { body } = await as('owner')('POST', '/api/invitations', { email, role })
  const { status, headers } = await app.ask(
    'POST',
    `/api/invited/${body.token}`,
    { name: who, password: PASSWORD },
    ORIGIN,
  )
  expect(status).toBe(201)
  people[who] = { cookie: cookieIn(headers), ...ORIGIN }
}

let agent: string
let other: string
let source: string

beforeAll(async () => {
  app = await openTestApp({ PARROT_PUBLIC_HOSTS: 'parrot.example' })
  const first = { name: 'Olive', email: 'Owner@Example.org', password: PASSWORD }
  const made = await app.ask('POST', '/api/members/first', first, ORIGIN)
  expect(made.body).toMatchObject({ hasMembers: true, member: { role: 'owner', email: 'owner@example.org' } })
  people.owner = { cookie: cookieIn(made.headers), ...ORIGIN }
  for (const who of ['editor', 'reader', 'stranger', 'maker']) await join_(who, null)
  agent = (await as('owner')('POST', '/api/agents', { name: 'Ada' })).body.id
  const form = new FormData()
  form.append('file', rulesFile())
  source = (await as('owner')('POST', `/api/agents/${agent}/sources`, form)).body.id
  other = (await as('maker')('POST', '/api/agents', { name: 'Bo' })).body.id
  for (const role of ['editor', 'reader'])
    await as('owner')('PUT', `/api/agents/${agent}/sharing`, { email: `${role}@example.org`, role })
}, 60_000)
afterAll(() => app.end())

describe('signing in', () => {
  it('is not needed until there is a member, and everywhere from then on', async () => {
    const free = await openTestApp()
    expect((await free.ask('GET', '/api/session')).body).toEqual({ hasMembers: false, member: null })
    expect((await free.ask('GET', '/api/agents')).status).toBe(200)
    await free.end()
    expect((await app.ask('GET', '/api/session')).body).toEqual({ hasMembers: true, member: null })
    expect((await app.ask('GET', '/api/agents')).body).toMatchObject({ status: 401, code: 'sign-in' })
    expect(
      (await app.ask('POST', '/api/members/first', { name: 'x', email: 'x@x.org', password: PASSWORD })).status,
    ).toBe(409)
  })

  it('gives a cookie no script can read, and the same answer to a wrong address and a wrong password', async () => {
    const right = { email: 'reader@example.org', password: PASSWORD }
    const { status, headers } = await app.ask('POST', '/api/session', right, ORIGIN)
    expect(status).toBe(200)
    expect(String(headers['set-cookie'])).toMatch(/^parrot=[\w-]{43}; .*HttpOnly.*SameSite=Lax/)
    const wrong = await app.ask('POST', '/api/session', { ...right, password: 'wrong' }, ORIGIN)
    const nobody = await app.ask('POST', '/api/session', { ...right, email: 'no@example.org' }, ORIGIN)
    expect([wrong.status, wrong.body]).toEqual([401, nobody.body])
    const kept = await app.services.db.execute(`select password from members`)
    expect(JSON.stringify(kept.rows)).not.toContain(PASSWORD)
  })

  it('locks out who guesses, and a link from an owner is the way back', async () => {
    await join_('guessed', null)
    const mail = { email: 'guessed@example.org' }
    for (let at = 0; at < 8; at++) await app.ask('POST', '/api/session', { ...mail, password: `guess ${at}` }, ORIGIN)
    expect((await app.ask('POST', '/api/session', { ...mail, password: PASSWORD }, ORIGIN)).status).toBe(423)
    const { token } = (await as('owner')('POST', '/api/invitations', mail)).body
    expect((await app.ask('GET', `/api/invited/${token}`)).body).toEqual({ ...mail, isKnown: true })
    const password = 'another long password'
    expect((await app.ask('POST', `/api/invited/${token}`, { password }, ORIGIN)).status).toBe(201)
    // Used up, and signed out where they were signed in.
    expect((await app.ask('POST', `/api/invited/${token}`, { password }, ORIGIN)).status).toBe(404)
    expect((await as('guessed')('GET', '/api/agents')).status).toBe(401)
    expect((await app.ask('POST', '/api/session', { ...mail, password }, ORIGIN)).status).toBe(200)
  }, 60_000)

  it('ends here, or everywhere', async () => {
    const enter = async () => {
      const { headers } = await app.ask(
        'POST',
        '/api/session',
        { email: 'maker@example.org', password: PASSWORD },
        ORIGIN,
      )
      return { cookie: cookieIn(headers), ...ORIGIN }
    }
    const [one, two, three] = [await enter(), await enter(), await enter()]
    await app.ask('DELETE', '/api/session', undefined, one)
    expect((await app.ask('GET', '/api/agents', undefined, one)).status).toBe(401)
    expect((await app.ask('GET', '/api/agents', undefined, two)).status).toBe(200)
    await app.ask('DELETE', '/api/session?everywhere=true', undefined, two)
    expect((await app.ask('GET', '/api/agents', undefined, three)).status).toBe(401)
    people.maker = await enter()
  })

  it('takes changes from its own pages only: another site cannot use the cookie', async () => {
    const { cookie } = people.owner!
    const rename = (headers: Record<string, string>) =>
      app.ask('PATCH', `/api/agents/${agent}`, { name: 'Ada' }, { cookie: cookie!, ...headers })
    expect((await rename({ origin: 'https://evil.example' })).status).toBe(403)
    expect((await rename({})).status).toBe(403)
    expect((await rename({ 'sec-fetch-site': 'cross-site', ...ORIGIN })).status).toBe(403)
    expect((await rename({ 'sec-fetch-site': 'same-origin', ...ORIGIN })).status).toBe(200)
  })

  it('works by a key for programs, until it is taken back', async () => {
    const { id, key } = (await as('editor')('POST', '/api/session/keys', { name: 'build' })).body
    const authorization = `Bearer ${key}`
    const agents = (await app.ask('GET', '/api/agents', undefined, { authorization })).body.agents
    expect(agents.map(({ name }: { name: string }) => name)).toEqual(['Ada'])
    expect((await app.ask('GET', '/api/agents', undefined, { authorization: 'Bearer parrot_no' })).body).toMatchObject({
      status: 401,
      code: 'key',
    })
    await as('reader')('DELETE', `/api/session/keys/${id}`)
    expect((await app.ask('GET', '/api/agents', undefined, { authorization })).status).toBe(200)
    await as('editor')('DELETE', `/api/session/keys/${id}`)
    expect((await app.ask('GET', '/api/agents', undefined, { authorization })).status).toBe(401)
  })

  it('is opened from the data folder where nobody else can: the proof is made with its key file', async () => {
    const key = Buffer.from(readFileSync(join(app.dataFolder, 'secret.key'), 'utf8'), 'base64')
    const at = Date.now()
    const asked = { email: 'back@example.org', role: 'owner', at }
    const proof = proofFor(key, asked.email, at)
    expect((await app.ask('POST', '/api/way-back', { ...asked, proof: 'guess' })).status).toBe(403)
    expect(
      (
        await app.ask('POST', '/api/way-back', {
          ...asked,
          at: at - 600_000,
          proof: proofFor(key, asked.email, at - 600_000),
        })
      ).status,
    ).toBe(403)
    expect((await app.ask('POST', '/api/way-back', { ...asked, proof })).body.token).toMatch(/^[\w-]{43}$/)
  })
})

describe('an agent', () => {
  it('is seen by those it is shared with, and belongs to who made it', async () => {
    const names = async (who: string) =>
      (await as(who)('GET', '/api/agents')).body.agents.map(({ name }: { name: string }) => name)
    expect(await names('owner')).toEqual(['Ada', 'Bo'])
    expect(await names('reader')).toEqual(['Ada'])
    expect(await names('maker')).toEqual(['Bo'])
    expect(await names('stranger')).toEqual([])
  })

  it('is read by a reader, changed by an editor, shared and removed by an owner', async () => {
    const rename = (who: string) => as(who)('PATCH', `/api/agents/${agent}`, { name: 'Ada' })
    expect((await as('reader')('GET', `/api/agents/${agent}/brief`)).status).toBe(200)
    expect((await as('reader')('POST', `/api/agents/${agent}/turns`, { text: 'When is water on?' })).status).toBe(200)
    expect((await rename('reader')).body).toMatchObject({ status: 403, code: 'not-allowed' })
    expect((await rename('editor')).status).toBe(200)
    expect((await as('editor')('DELETE', `/api/agents/${agent}`)).status).toBe(403)
    const sharing = { email: 'stranger@example.org', role: 'reader' }
    expect((await as('editor')('PUT', `/api/agents/${agent}/sharing`, sharing)).status).toBe(403)
    expect((await as('maker')('PUT', `/api/agents/${other}/sharing`, sharing)).status).toBe(200)
    expect((await as('stranger')('GET', `/api/agents/${other}`)).status).toBe(200)
    await as('maker')('PUT', `/api/agents/${other}/sharing`, { ...sharing, role: null })
    expect((await as('stranger')('GET', `/api/agents/${other}`)).status).toBe(404)
  })

  it('is everybody’s where its owner says so', async () => {
    await as('maker')('PUT', `/api/agents/${other}/sharing`, { everybody: 'reader' })
    expect((await as('stranger')('GET', `/api/agents/${other}`)).status).toBe(200)
    expect((await as('stranger')('PATCH', `/api/agents/${other}`, { name: 'No' })).status).toBe(403)
    await as('maker')('PUT', `/api/agents/${other}/sharing`, { everybody: null })
    expect((await as('stranger')('GET', `/api/agents/${other}`)).status).toBe(404)
  })

  it('is shared with a group, which is whoever an owner puts into it', async () => {
    const { members } = (await as('owner')('GET', '/api/members')).body
    const stranger = members.find(({ email }: { email: string }) => email === 'stranger@example.org').id
    const put = (who: string, groups: string[]) => as(who)('PATCH', `/api/members/${stranger}`, { groups })
    const share = (role: string | null) =>
      as('maker')('PUT', `/api/agents/${other}/sharing`, { group: 'Deck crew', role })
    const sees = async () => (await as('stranger')('GET', `/api/agents/${other}`)).status
    expect((await share('reader')).body.title).toBe('Nobody is in a group called “Deck crew”.')
    expect((await put('stranger', ['Deck crew'])).status).toBe(403)
    expect((await put('owner', ['Deck crew', 'Deck crew'])).status).toBe(204)
    expect((await share('reader')).body.groups).toEqual([{ name: 'Deck crew', role: 'reader' }])
    expect(await sees()).toBe(200)
    expect((await as('stranger')('PATCH', `/api/agents/${other}`, { name: 'No' })).status).toBe(403)
    await put('owner', ['deck crew'])
    expect(await sees()).toBe(404)
    await put('owner', ['Deck crew'])
    await share(null)
    expect(await sees()).toBe(404)
    await put('owner', [])
  })

  it('lends its sources to those who may see it, and shares the care of them', async () => {
    const elsewhere = async (who: string, id: string) =>
      (await as(who)('GET', `/api/agents/${id}/sources-elsewhere`)).body.sources
    const note = { kind: 'note', title: 'Lent', text: 'The mower is lent out on Fridays.' }
    const lent = (await as('owner')('POST', `/api/agents/${agent}/sources`, note)).body.id
    expect(await elsewhere('maker', other)).toEqual([])
    expect((await as('maker')('POST', `/api/agents/${other}/sources/${lent}/use`)).status).toBe(404)
    await as('owner')('PUT', `/api/agents/${agent}/sharing`, { email: 'maker@example.org', role: 'reader' })
    expect((await as('maker')('POST', `/api/agents/${other}/sources/${lent}/use`)).status).toBe(204)
    // What it changes would change for the other agent, too, which it may only look at.
    const change = await as('maker')('PATCH', `/api/sources/${lent}`, { description: 'Mine' })
    expect(change.body).toMatchObject({ status: 403, detail: expect.stringContaining('not yours to edit') })
    await as('owner')('PUT', `/api/agents/${agent}/sharing`, { email: 'maker@example.org', role: null })
    await as('maker')('DELETE', `/api/agents/${other}/sources/${lent}`)
  })

  it('has rows of its own: another agent’s are not reached through it', async () => {
    const pin = (await as('owner')('POST', `/api/agents/${agent}/pins`, { text: 'When is water on?' })).body
    const pinId = pin.id ?? pin.pins?.[0]?.id
    expect((await as('maker')('DELETE', `/api/agents/${other}/pins/${pinId}`)).status).toBe(404)
    expect((await as('owner')('DELETE', `/api/agents/${agent}/pins/${pinId}`)).status).toBe(204)
  })

  it('tells afterwards who did what', async () => {
    const { entries } = (await as('owner')('GET', '/api/audit')).body
    expect(entries).toContainEqual(
      expect.objectContaining({ who: 'editor', what: 'PATCH /api/agents/:id', agent: 'Ada' }),
    )
    expect((await as('editor')('GET', '/api/audit')).status).toBe(403)
  })
})

describe('members', () => {
  it('are changed by owners, of whom there is always one', async () => {
    const { members } = (await as('owner')('GET', '/api/members')).body
    const idOf = (email: string) => members.find((each: { email: string }) => each.email === email).id
    expect((await as('editor')('PATCH', `/api/members/${idOf('editor@example.org')}`, { role: 'owner' })).status).toBe(
      403,
    )
    expect((await as('owner')('PATCH', `/api/members/${idOf('owner@example.org')}`, { role: null })).status).toBe(409)
    expect((await as('owner')('DELETE', `/api/members/${idOf('owner@example.org')}`)).status).toBe(409)
    await join_('leaver', 'editor')
    const leaver = (await as('leaver')('GET', '/api/session')).body.member.id
    expect((await as('owner')('DELETE', `/api/members/${leaver}`)).status).toBe(204)
    expect((await as('leaver')('GET', '/api/agents')).status).toBe(401)
    const again = { email: 'leaver@example.org', password: PASSWORD }
    expect((await app.ask('POST', '/api/session', again, ORIGIN)).status).toBe(401)
    await as('owner')('POST', `/api/members/${leaver}/restore`)
    expect((await app.ask('POST', '/api/session', again, ORIGIN)).body.member).toMatchObject({ role: 'editor' })
  })

  it('let designers work from elsewhere, which nobody may before', async () => {
    const outside = { host: 'parrot.example', 'x-forwarded-for': '203.0.113.9' }
    const { cookie } = people.owner!
    const origin = { origin: 'http://parrot.example' }
    expect((await app.ask('GET', '/api/agents', undefined, { ...outside, cookie: cookie! })).status).toBe(200)
    expect((await app.ask('GET', '/api/agents', undefined, outside)).status).toBe(401)
    expect((await app.ask('POST', '/api/agents', { name: 'X' }, { ...outside, ...origin })).status).toBe(401)
    const open = await openTestApp({ PARROT_HOST: '0.0.0.0', PORT: '0' })
    await expect(open.listen()).rejects.toThrow(/nobody signs in yet/)
    await open.end()
  })
})

/** What each person gets, by the need of a route: whether it is let through to the route itself. */
const isLetIn = ({ status, body }: { status: number; body: { code?: string } }): boolean =>
  !['sign-in', 'not-yours', 'not-allowed'].includes(body?.code ?? '') &&
  // The route itself looks at the signature of a call.
  (status !== 401 || body.code === 'signature')

describe('every route of the interface', () => {
  it('is reached through its owner: what a stranger, a reader, an editor, another agent’s owner and a visitor may', async () => {
    const { paths } = (await as('owner')('GET', '/api/openapi.json')).body as { paths: Record<string, object> }
    const rows: string[][] = []
    for (const [path, methods] of Object.entries(paths))
      for (const each of Object.keys(methods)) {
        const method = each.toUpperCase()
        const pattern = path.replace(/\{(\w+)\}/g, ':$1')
        const need = needOf(method, pattern)
        // Ids that are this agent’s where there is one at hand; what would end the session or the agent is left out.
        if (
          /session|\/api\/members|invit|way-back|restore$/.test(path) ||
          (method === 'DELETE' && path === '/api/agents/{id}')
        )
          continue
        if (/\/(?:events|backup)$/.test(path)) continue
        const url = path
          .replace('/api/agents/{id}', `/api/agents/${agent}`)
          .replace('/api/sources/{id}', `/api/sources/${source}`)
          .replace(/\{\w+\}/g, 'none')
        const may: string[] = []
        for (const who of ['visitor', 'stranger', 'reader', 'editor', 'maker']) {
          const answer =
            who === 'visitor'
              ? await app.ask(method, url, {})
              : await as(who)(method, url, method === 'GET' ? undefined : {})
          expect(answer.status, `${who} ${method} ${url}`).toBeLessThan(500)
          if (isLetIn(answer)) may.push(who)
        }
        const expected =
          need.kind === 'open' || need.kind === 'keyed'
            ? ['visitor', 'stranger', 'reader', 'editor', 'maker']
            : need.kind === 'member' || need.kind === 'maker'
              ? ['stranger', 'reader', 'editor', 'maker']
              : need.kind === 'all'
                ? []
                : // A row that is not there is nobody’s; this agent and its source are the reader’s and the editor’s.
                  !/^\/api\/(?:agents|sources)\//.test(url) || url.endsWith(`${source}/use`)
                  ? []
                  : need.kind === 'agents' && need.role === 'reader'
                    ? ['reader', 'editor']
                    : need.kind === 'agents' && need.role === 'editor'
                      ? ['editor']
                      : []
        rows.push([`${method} ${path}`, need.kind === 'agents' ? need.role : need.kind, may.join(' ')])
        if (!/\/use$/.test(path)) expect([method, path, may]).toEqual([method, path, expected])
      }
    console.log(rows.map(([route, need, may]) => `${route!.padEnd(58)} ${need!.padEnd(8)} ${may}`).join('\n'))
    expect(rows.length).toBeGreaterThan(100)
  }, 120_000)
})
