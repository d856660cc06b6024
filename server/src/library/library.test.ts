import { existsSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { strToU8, zipSync } from 'fflate'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { buildSite } from '@parrot/stand-ins'
import { formOf, openTestApp, rulesFile, untilRead, type TestApp } from '../../testing/testApp'

let app: TestApp
let agent: string
const site = buildSite(new URL('../../../stand-ins/site', import.meta.url).pathname)
let host: string

beforeAll(async () => {
  app = await openTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  host = new URL(await site.listen({ host: '127.0.0.1', port: 0 })).host
})
afterAll(async () => {
  await app.end()
  await site.close()
})

const list = async () => (await app.ask('GET', `/api/agents/${agent}/sources`)).body.sources
const passagesOf = async (id: string) => (await app.ask('GET', `/api/sources/${id}/passages`)).body
const find = async (q: string) =>
  (await app.ask('GET', `/api/agents/${agent}/search?q=${encodeURIComponent(q)}`)).body.hits

describe('adding sources', () => {
  it('answers at once, reads in the background, and keeps passages with their place', async () => {
    const { status, body } = await app.ask('POST', `/api/agents/${agent}/sources`, formOf(rulesFile()))
    expect(status).toBe(202)
    expect(body).toEqual({ id: expect.any(String), status: 'queued' })
    expect(await untilRead(app.ask, body.id)).toMatchObject({
      status: 'ready',
      title: 'Allotment rules',
      kind: 'file',
      passages: 3,
    })
    expect(await passagesOf(body.id)).toMatchObject({
      total: 3,
      passages: [{ ordinal: 0, headings: ['Allotment rules', 'Water'], locator: { label: 'Water' } }, {}, {}],
    })
  })

  it('takes an archive apart: one source for each document, none for what cannot be one', async () => {
    const text = (words: string) => new TextEncoder().encode(words)
    const packed = zipSync({
      'docs/bees.md': text('# Bees\n\nTwo hives at most.'),
      'docs/hours.json': text('{"gate":"closes at nine"}'),
      '.hidden': text('x'),
      'old.zip': text('x'),
    })
    const { body } = await app.ask('POST', `/api/agents/${agent}/sources`, formOf(new File([packed], 'docs.zip')))
    expect(body.more).toHaveLength(1)
    const read = await Promise.all([body.id, ...body.more].map((id: string) => untilRead(app.ask, id)))
    expect(read).toMatchObject([
      { status: 'ready', title: 'Bees' },
      { status: 'ready', title: 'hours' },
    ])
    for (const id of [body.id, ...body.more]) await app.ask('DELETE', `/api/agents/${agent}/sources/${id}`)
  })

  it('takes many files at once in their order, and none of too many', async () => {
    const many = (count: number) => {
      const form = new FormData()
      for (let at = 0; at < count; at++) form.append('file', new File([`# Leaf ${at}\n\nGreen.`], `leaf-${at}.md`))
      return form
    }
    const other = (await app.ask('POST', '/api/agents', { name: 'Many' })).body.id
    const { body } = await app.ask('POST', `/api/agents/${other}/sources`, many(3))
    expect(body.more).toHaveLength(2)
    const listed = async () => (await app.ask('GET', `/api/agents/${other}/sources`)).body.sources
    expect((await listed()).map(({ origin }: { origin: string }) => origin)).toEqual([
      'leaf-0.md',
      'leaf-1.md',
      'leaf-2.md',
    ])
    const tooMany = await app.ask('POST', `/api/agents/${other}/sources`, many(130))
    expect(tooMany).toMatchObject({ status: 413, body: { code: 'too-many' } })
    expect(await listed()).toHaveLength(3)
    const version = await app.ask('POST', `/api/sources/${body.id}/versions`, many(2))
    expect(version.status).toBe(400)
  })

  it('answers soon when an archive holds a great many small files', async () => {
    const files = Object.fromEntries(Array.from({ length: 1500 }, (_, at) => [`${at}.md`, strToU8(`# Leaf ${at}`)]))
    const leaves = await openTestApp()
    const other = (await leaves.ask('POST', '/api/agents', { name: 'Leaves' })).body.id
    const form = formOf(new File([zipSync(files) as Uint8Array<ArrayBuffer>], 'leaves.zip'))
    const { status, body } = await leaves.ask('POST', `/api/agents/${other}/sources`, form)
    expect([status, body.more.length]).toEqual([202, 1499])
    await leaves.end()
  })

  it('refuses an archive that is damaged, and adds nothing of it', async () => {
    const before = (await list()).length
    const answer = await app.ask(
      'POST',
      `/api/agents/${agent}/sources`,
      formOf(new File(['PK-no-zip-at-all'], 'docs.zip')),
    )
    expect(answer.status).toBe(400)
    expect(answer.body.title).toMatch(/“docs.zip” is damaged/)
    expect((await list()).length).toBe(before)
  })

  it('is searched as the agent looks things up: slips put right, the glossary’s names added', async () => {
    const { body: other } = await app.ask('POST', '/api/agents', { name: 'Glo' })
    await app.read(other.id, { kind: 'note', title: 'Feet', text: 'Rubber boots stand by the door of the shed.' })
    const found = async (q: string) =>
      (await app.ask('GET', `/api/agents/${other.id}/search?q=${encodeURIComponent(q)}`)).body
    expect((await found('where are the wellies')).hits).toEqual([])
    const { body: now } = await app.ask('GET', `/api/agents/${other.id}/brief`)
    const brief = { ...now.brief, glossary: [{ id: 'g', term: 'wellies', also: ['rubber boots'], meaning: '' }] }
    const saved = await app.ask('PUT', `/api/agents/${other.id}/brief`, { revision: now.revision, brief })
    expect(saved.status).toBe(200)
    expect((await found('where are the wellies')).hits[0].text).toContain('Rubber boots')
    expect(await found('where are the bootts')).toMatchObject({
      changed: [{ from: 'bootts', to: 'boots' }],
      hits: [{}],
    })
  })

  it('reads a note and pairs, and a pair is found by its question', async () => {
    await app.read(agent, { kind: 'note', title: 'Gate code', text: 'The gate code changes every spring.' })
    await app.read(agent, {
      kind: 'pairs',
      title: 'Asked often',
      pairs: [{ question: 'May I keep bees?', answer: 'Two hives at most.' }],
    })
    expect((await find('bees'))[0]).toMatchObject({ sourceTitle: 'Asked often', locator: { kind: 'pair', pair: 1 } })
    expect((await find('gate code'))[0].text).toContain('every spring')
  })

  it('explains a hit by parts that add up', async () => {
    const [hit] = await find('sprinklers water')
    expect(hit.parts.reduce((sum: number, part: { score: number }) => sum + part.score, 0)).toBeCloseTo(hit.score, 6)
    expect(hit.matched).toEqual(['sprinklers', 'water'])
  })

  it('says why a file failed and reads it when tried again with a better one', async () => {
    const broken = await app.read(agent, new File(['%PDF-1.7 cut'], 'broken.pdf'))
    expect(broken).toMatchObject({ status: 'failed', passages: 0, advice: expect.stringContaining('again') })
    expect((await app.ask('POST', `/api/sources/${broken.id}/retry`)).status).toBe(202)
    expect(await untilRead(app.ask, broken.id)).toMatchObject({ status: 'failed' })
    await app.ask('DELETE', `/api/agents/${agent}/sources/${broken.id}`)
  })

  it.each([
    [{ kind: 'page', url: 'ftp://a.example' }, 'http'],
    [{ kind: 'note', title: '', text: 'x' }, 'title'],
    [{ kind: 'pairs', title: 'x', pairs: [] }, 'at least one pair'],
    [{ kind: 'dream' }, ''],
  ])('refuses %j and adds nothing', async (source, message) => {
    const before = (await list()).length
    const { status, body } = await app.ask('POST', `/api/agents/${agent}/sources`, source)
    expect(status).toBe(400)
    expect(JSON.stringify(body)).toContain(message)
    expect((await list()).length).toBe(before)
  })

  it('strips folders from a file name, and keeps nothing outside its own folder', async () => {
    const { id } = await app.read(agent, rulesFile('# Way out\n\nText.', '../../escape.md'))
    expect((await list()).find((source: { id: string }) => source.id === id).origin).toBe('escape.md')
    expect(existsSync(join(app.dataFolder, '..', 'escape.md'))).toBe(false)
    for (const folder of readdirSync(join(app.dataFolder, 'files'))) expect(folder).toMatch(/^[0-9a-f]{2}$/)
  })
})

describe('versions and removal', () => {
  it('lets the old version answer until the new one is ready, and for ever when the new one is broken', async () => {
    const { id } = await app.read(agent, rulesFile('# Keys\n\nThe spare key costs £5.00.', 'keys.md'))
    await app.ask('POST', `/api/sources/${id}/versions`, formOf(new File([''], 'keys.md')))
    expect(await untilRead(app.ask, id)).toMatchObject({ status: 'failed', version: 1, isReplacing: true })
    expect((await find('spare key'))[0].text).toContain('£5.00')
    await app.ask(
      'POST',
      `/api/sources/${id}/versions`,
      formOf(rulesFile('# Keys\n\nThe spare key costs £7.00.', 'keys.md')),
    )
    expect(await untilRead(app.ask, id)).toMatchObject({ status: 'ready', version: 3 })
    expect((await find('spare key'))[0].text).toContain('£7.00')
  })

  it('takes a removed source out of the answers and puts it back', async () => {
    const { id } = await app.read(agent, { kind: 'note', title: 'Owls', text: 'Owl boxes hang on the north fence.' })
    await app.ask('DELETE', `/api/agents/${agent}/sources/${id}`)
    expect(await find('owl boxes')).toEqual([])
    await app.ask('POST', `/api/agents/${agent}/sources/${id}/restore`)
    expect(await find('owl boxes')).toHaveLength(1)
  })
})

describe('web pages', () => {
  it('are refused on private hosts until the designer allows the host', async () => {
    const url = `http://${host}/parking`
    const refused = await app.read(agent, { kind: 'page', url })
    expect(refused).toMatchObject({
      status: 'failed',
      hostToAllow: host,
      error: expect.stringContaining('private network'),
    })
    await app.ask('PUT', '/api/settings/hosts', { hosts: [host] })
    await app.ask('POST', `/api/sources/${refused.id}/retry`)
    expect(await untilRead(app.ask, refused.id)).toMatchObject({ status: 'ready', title: 'Parking at Carrow Quay' })
    expect((await find('price parking one week'))[0].text).toContain('£24.00')
  })

  it('tell what went wrong with an address', async () => {
    expect(await app.read(agent, { kind: 'page', url: `http://${host}/nowhere` })).toMatchObject({
      status: 'failed',
      error: expect.stringContaining('status 404'),
    })
  })

  it('are followed over a whole site, each page under its title', async () => {
    const found = await app.read(agent, { kind: 'site', url: `http://${host}/`, maxPages: 4, maxDepth: 1 })
    expect(found).toMatchObject({ status: 'ready', kind: 'site' })
    const { passages } = await passagesOf(found.id)
    const pages = new Set(passages.map((passage: { headings: string[] }) => passage.headings[0]))
    expect(pages.size).toBe(4)
    expect(pages).toContain('Parking at Carrow Quay')
  })
})
