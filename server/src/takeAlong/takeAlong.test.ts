import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { read } from '@parrot/core/library'
import { sharedTestApp, type TestApp } from '../../testing/testApp'
import { documentOf } from './document'

/** What replies show beside their words, through the HTTP surface: kept, given again, told to programs, taken along. */
let app: TestApp
let agent: string
let slug: string

const HANDBOOK = '# Handbook\n\n## Compost\nTurn the compost heap every 14 days. Cooked food never goes on the heap.\n\n## Bees\nEach hive is opened once every 9 days.' // prettier-ignore
const PLOTS = 'Plot,Rent\nNorth,£40.00\nSouth,£55.00\n'
const INSERTS = [
  { kind: 'table', when: 'someone wants to see a table', like: ['Show me the plots as a table'] },
  {
    kind: 'file',
    when: 'someone wants to print something',
    like: ['Can I print what there is about bees?'],
    form: 'docx',
  },
]

beforeAll(async () => {
  app = await sharedTestApp()
  const made = (await app.ask('POST', '/api/agents', { name: 'Pea' })).body
  agent = made.id
  slug = made.slug
  await app.read(agent, new File([HANDBOOK], 'handbook.md'))
  await app.read(agent, new File([PLOTS], 'plots.csv'))
  await app.ask('PUT', `/api/agents/${agent}/brief`, { revision: 1, brief: { inserts: INSERTS } })
  await app.ask('POST', `/api/agents/${agent}/editions`, { summary: 'one' })
}, 60_000)
afterAll(async () => app.end())

const say = async (text: string) => (await app.ask('POST', `/api/talk/${slug}/turns`, { text })).body

describe('what a reply shows', () => {
  it('comes with the answer, is there again for its visitor, and stands in the logbook', async () => {
    const answer = await say('Show me the plots as a table')
    expect(answer.inserts).toMatchObject([{ kind: 'table', rows: [['North', '£40.00'], ['South', '£55.00']] }]) // prettier-ignore
    const again = (await app.ask('GET', `/api/talk/${slug}/conversations/${answer.key}`)).body
    expect(again.lines[0].inserts).toEqual(answer.inserts)
    const kept = (await app.ask('GET', `/api/conversations/${answer.conversationId}`)).body
    expect(kept.lines[0].inserts).toEqual(answer.inserts)
  })

  it('is told as text to a program, which draws nothing', async () => {
    const outlet = (await app.ask('POST', `/api/agents/${agent}/outlets`, { kind: 'api', name: 'Programs' })).body
    const { key } = (await app.ask('POST', `/api/outlets/${outlet.id}/keys`, { name: 'test' })).body
    const messages = [{ role: 'user', content: 'Show me the plots as a table' }]
    const answer = await app.ask('POST', '/v1/chat/completions', { model: slug, messages }, { authorization: `Bearer ${key}` }) // prettier-ignore
    expect(answer.body.choices[0].message.content).toContain('| North | £40.00 |')
  })
})

describe('a file', () => {
  const LINE = 'Can I print what there is about compost?'
  it('is fetched by its visitor and by the designer, and by nobody else', async () => {
    const { key, turnId, inserts } = await say(LINE)
    expect(inserts).toMatchObject([{ kind: 'file', name: 'compost.docx' }])
    const path = `/api/talk/${slug}/conversations/${key}/files/${turnId}`
    const { statusCode, headers, rawPayload } = await app.server.inject(`${path}/0`)
    expect([statusCode, headers['content-disposition']]).toEqual([200, "attachment; filename*=UTF-8''compost.docx"])
    const result = await read({ bytes: rawPayload, name: 'compost.docx' })
    expect(result.ok && result.document.blocks.map(({ text }) => text).join('\n')).toContain('Turn the compost heap')
    const other = await say('Show me the plots as a table')
    const tried = [`${path}/1`, path.replace(key, other.key) + '/0', path.replace(key, `${key.split('.')[0]}.x`) + '/0', path.replace(turnId, other.turnId) + '/0'] // prettier-ignore
    for (const url of tried) expect((await app.server.inject(url)).statusCode, url).toBe(404)
    expect((await app.server.inject(`/api/agents/${agent}/turns/${turnId}/files/0`)).statusCode).toBe(200)
    const stranger = (await app.ask('POST', '/api/agents', { name: 'Other' })).body.id
    expect((await app.server.inject(`/api/agents/${stranger}/turns/${turnId}/files/0`)).statusCode).toBe(404)
  })

  it.each(['md', 'docx', 'pdf'] as const)('as %s can be read again, with all that it says', async (form) => {
    const text = '# Bees\n\n## Handbook › Bees\n\nEach hive is opened once every 9 days. [1]\n\n1. Handbook, Bees'
    const sent = await documentOf({ kind: 'file', title: 'Bees', name: `bees.${form}`, form, text })
    const result = await read({ bytes: sent.bytes, name: sent.name, mediaType: sent.type })
    expect(result.ok && result.document.blocks.map((block) => block.text).join('\n')).toContain(
      'Each hive is opened once every 9 days.',
    )
  })
})

describe('a picture for answers', () => {
  it('is painted anew, and what is none is refused', async () => {
    const upload = async (content: string, name: string) => {
      const form = new FormData()
      form.append('file', new File([content], name))
      return app.ask('POST', `/api/agents/${agent}/pictures`, form)
    }
    const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="90" height="60" onload="alert(1)"><rect width="90" height="60"/></svg>' // prettier-ignore
    const { status, body } = await upload(svg, 'map.svg')
    expect([status, body.image]).toEqual([201, expect.stringMatching(/^picture:/)])
    const shown = await app.server.inject(`/api/faces/${encodeURIComponent(body.image)}`)
    expect([shown.headers['content-type'], shown.rawPayload.includes('alert')]).toEqual(['image/png', false])
    expect((await upload('no picture', 'map.png')).status).toBe(415)
  })
})
