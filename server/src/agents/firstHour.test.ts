import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { sharedTestApp, rulesFile, type TestApp } from '../../testing/testApp'

/** What carries a newcomer from an empty agent to a published one. */
let app: TestApp
beforeAll(async () => {
  app = await sharedTestApp()
})
afterAll(() => app.end())

const make = async (name: string): Promise<string> => (await app.ask('POST', '/api/agents', { name })).body.id
const next = async (id: string) => (await app.ask('GET', `/api/agents/${id}`)).body.next
const questions = async (id: string): Promise<string[]> =>
  (await app.ask('GET', `/api/agents/${id}/questions`)).body.questions

describe('what comes next', () => {
  it('goes from reading to asking, keeping and publishing, and is nothing once that is done', async () => {
    const id = await make('Ada')
    expect(await next(id)).toBe('read')
    await app.read(id, rulesFile())
    expect(await next(id)).toBe('ask')
    await app.ask('POST', `/api/agents/${id}/turns`, { text: 'When is the water turned on?' })
    expect(await next(id)).toBe('keep')
    await app.ask('POST', `/api/agents/${id}/scripts/from-conversation`, {})
    expect(await next(id)).toBe('publish')
    await app.ask('POST', `/api/agents/${id}/editions`, { summary: '' })
    expect(await next(id)).toBeNull()
  })

  it('is still to give it something to read when all that was given failed', async () => {
    const id = await make('Bea')
    await app.read(id, new File(['%PDF-1.7 cut off'], 'broken.pdf'))
    expect(await next(id)).toBe('read')
  })
})

describe('questions drawn from the documents', () => {
  it('are none before anything was read, and then such as are answered with a source', async () => {
    const id = await make('Cleo')
    expect(await questions(id)).toEqual([])
    await app.read(id, rulesFile())
    const drawn = await questions(id)
    expect(drawn.length).toBeGreaterThan(2)
    for (const text of drawn) {
      const { body } = await app.ask('POST', `/api/agents/${id}/turns`, { text })
      expect([text, body.outcome, body.citations.length > 0]).toEqual([text, 'answered', true])
    }
  })

  it('leave out what a boundary turns away', async () => {
    const id = await make('Dot')
    await app.read(id, rulesFile())
    const [first] = await questions(id)
    const { revision, brief } = (await app.ask('GET', `/api/agents/${id}/brief`)).body
    const boundary = { id: 'b', subject: 'this', examples: [first], reply: 'I keep out of that.', onHit: 'decline' }
    await app.ask('PUT', `/api/agents/${id}/brief`, { revision, brief: { ...brief, boundaries: [boundary] } })
    expect(await questions(id)).not.toContain(first)
  })
})

describe('a conversation kept as a script', () => {
  it('has each line with the outcome it had and the source it cited; of another agent it is not found', async () => {
    const id = await make('Eva')
    await app.read(id, rulesFile())
    const { conversationId } = (
      await app.ask('POST', `/api/agents/${id}/turns`, { text: 'When is the water turned on?' })
    ).body
    await app.ask('POST', `/api/agents/${id}/turns`, { text: 'Do you sell rockets?', conversationId })
    const path = (agent: string) => `/api/agents/${agent}/scripts/from-conversation`
    const { status, body } = await app.ask('POST', path(id), { conversationId })
    expect(status).toBe(201)
    expect(body.title).toBe('When is the water turned on?')
    expect(body.turns).toEqual([
      {
        say: 'When is the water turned on?',
        checks: [
          { kind: 'outcome', outcome: 'answered' },
          { kind: 'cites', source: 'Allotment rules' },
        ],
      },
      { say: 'Do you sell rockets?', checks: [{ kind: 'outcome', outcome: 'unknown' }] },
    ])
    expect((await app.ask('POST', path(await make('Fay')), { conversationId })).status).toBe(404)
    expect((await app.ask('POST', path(await make('Gus')), {})).status).toBe(404)
  })
})

describe('a copy of an agent', () => {
  let first: string
  beforeEach(async () => {
    first = await make('Ida')
    await app.read(first, rulesFile())
    const { revision, brief } = (await app.ask('GET', `/api/agents/${first}/brief`)).body
    const rules = [{ id: 'r1', when: 'someone asks about water', do: 'say “Mind the tap.”' }]
    await app.ask('PUT', `/api/agents/${first}/brief`, { revision, brief: { ...brief, rules } })
    await app.ask('POST', `/api/agents/${first}/scripts`, { title: 'Water', turns: [{ say: 'Water?', checks: [] }] })
    await app.ask('POST', `/api/agents/${first}/editions`, { summary: '' })
  })

  it('has the brief under its own name, the library, rules and scripts, and nothing that was published', async () => {
    const { status, body: copy } = await app.ask('POST', `/api/agents/${first}/copy`, { name: 'Jo' })
    expect(status).toBe(201)
    expect(copy).toMatchObject({ name: 'Jo', slug: 'jo', liveEdition: null })
    const { brief } = (await app.ask('GET', `/api/agents/${copy.id}/brief`)).body
    expect(brief.identity.name).toBe('Jo')
    expect(brief.openers.greeting).toContain('I am Jo')
    expect(brief.rules).toHaveLength(1)
    expect((await app.ask('GET', `/api/agents/${copy.id}/scripts`)).body.scripts).toHaveLength(1)
    const { body: turn } = await app.ask('POST', `/api/agents/${copy.id}/turns`, {
      text: 'When is the water turned on?',
    })
    expect(turn.citations[0].sourceTitle).toBe('Allotment rules')
    expect(turn.reply).toContain('Mind the tap.')
  })

  it('goes its own way: what is removed or changed there stays with the first one', async () => {
    const { id } = (await app.ask('POST', `/api/agents/${first}/copy`, { name: 'Kay' })).body
    const [source] = (await app.ask('GET', `/api/agents/${id}/sources`)).body.sources
    await app.ask('DELETE', `/api/agents/${id}/sources/${source.id}`)
    expect((await app.ask('GET', `/api/agents/${first}/sources`)).body.sources).toHaveLength(1)
    expect((await app.ask('GET', `/api/agents/${id}/sources`)).body.sources).toHaveLength(0)
  })

  it('needs a name, and something to copy', async () => {
    expect((await app.ask('POST', `/api/agents/${first}/copy`, { name: '  ' })).status).toBe(400)
    expect((await app.ask('POST', '/api/agents/nobody/copy', { name: 'Lou' })).status).toBe(404)
  })
})

describe('finding anything', () => {
  let id: string
  beforeAll(async () => {
    id = await make('Mia')
    await app.read(id, rulesFile())
    await app.ask('POST', `/api/agents/${id}/scripts`, {
      title: 'A dry summer',
      turns: [{ say: 'May I use a sprinkler?', checks: [] }],
    })
    const { revision, brief } = (await app.ask('GET', `/api/agents/${id}/brief`)).body
    const glossary = [{ term: 'standpipe', meaning: 'a shared tap', also: [] }]
    await app.ask('PUT', `/api/agents/${id}/brief`, { revision, brief: { ...brief, glossary } })
    await app.ask('POST', `/api/agents/${id}/editions`, { summary: '' })
    const { slug } = (await app.ask('GET', `/api/agents/${id}`)).body
    await app.ask('POST', `/api/talk/${slug}/turns`, { text: 'Is there a standpipe by the gate?' })
  })
  const find = async (words: string): Promise<{ kind: string; id: string; title: string; excerpt?: string }[]> =>
    (await app.ask('GET', `/api/agents/${id}/find?q=${encodeURIComponent(words)}`)).body.found

  it('finds what things say: brief lines, passages, scripts by their turns, conversations', async () => {
    expect(await find('shared tap')).toContainEqual({
      kind: 'brief',
      id: 'glossary.0',
      title: 'Term 1',
      excerpt: 'standpipe · a shared tap',
    })
    expect((await find('sprinkler')).map(({ kind }) => kind)).toEqual(expect.arrayContaining(['passage', 'script']))
    expect((await find('standpipe gate')).map(({ kind }) => kind)).toContain('conversation')
  })

  it('finds sources and other agents by their names', async () => {
    await make('Nell')
    expect(await find('allotment')).toContainEqual(
      expect.objectContaining({ kind: 'source', title: 'Allotment rules' }),
    )
    expect(await find('nell')).toContainEqual(expect.objectContaining({ kind: 'agent', title: 'Nell' }))
  })

  it('takes what is typed for words, whatever they are, and finds nothing for nothing', async () => {
    expect(await find('   ')).toEqual([])
    expect(await find('100%_\\')).toEqual([])
    expect(await find("'; drop table agents; --")).toEqual([])
  })
})
