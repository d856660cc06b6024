import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { sharedTestApp, type TestApp } from '../../testing/testApp'

let app: TestApp
beforeAll(async () => {
  app = await sharedTestApp()
})
afterAll(() => app.end())

const newAgent = async (name: string, begin?: unknown): Promise<string> =>
  (await app.ask('POST', '/api/agents', { name, begin })).body.id as string
const briefOf = async (id: string) => (await app.ask('GET', `/api/agents/${id}/brief`)).body

describe('ways to begin', () => {
  it('drafts a brief from a sentence without storing anything, and makes an agent of it', async () => {
    const before = (await app.ask('GET', '/api/agents')).body.agents.length
    const text = 'A friendly guide for guests that answers questions on tours, never gives legal advice.'
    const { body } = await app.ask('POST', '/api/drafts', { from: 'sentence', text })
    expect(body.brief.purpose.job).toBe('answer questions on tours')
    expect((await app.ask('GET', '/api/agents')).body.agents).toHaveLength(before)
    const made = await briefOf(await newAgent('Guide', { from: 'brief', brief: body.brief }))
    expect(made.brief).toMatchObject({ identity: { name: 'Guide' }, purpose: { job: 'answer questions on tours' } })
    expect(made.brief.openers.greeting).toContain('I am Guide')
    expect(made.brief.drafted).toContain('purpose.job')
  })

  it('copies a template under a new name, with its scripts', async () => {
    const { templates } = (await app.ask('GET', '/api/templates')).body
    expect(templates).toHaveLength(6)
    const id = await newAgent('Reception', { from: 'template', id: 'front-desk' })
    expect((await briefOf(id)).brief.openers.greeting).toContain('I’m Reception')
    expect((await app.ask('GET', `/api/agents/${id}/scripts`)).body.scripts).toHaveLength(3)
    expect(await app.ask('POST', '/api/agents', { name: 'X', begin: { from: 'template', id: 'none' } })).toMatchObject({
      status: 404,
    })
  })

  it('sorts a pasted prompt and says where each line went', async () => {
    const { body } = await app.ask('POST', '/api/drafts', {
      from: 'prompt',
      text: 'You are Ada, a guide.\nAlways say “Hello.”\nThe hall is old.',
    })
    expect(body.placements.map((each: { field: string }) => each.field)).toEqual([
      'identity.role',
      'rules.0',
      'freeform',
    ])
  })

  it('interviews one question at a time', async () => {
    const first = (await app.ask('POST', '/api/drafts/interview', { brief: {} })).body
    expect(first.open[0].id).toBe('job')
    const answer = { questionId: 'job', text: 'answer questions about boats' }
    const next = (await app.ask('POST', '/api/drafts/interview', { brief: first.brief, answer })).body
    expect(next.brief.purpose.job).toBe('answer questions about boats')
    expect(next.open[0].id).toBe('audience')
  })
})

describe('what stands beside a brief', () => {
  it('has remarks that look into the library, and the size of the prompt', async () => {
    const id = await newAgent('Margin')
    const { revision, brief } = await briefOf(id)
    const rules = [{ id: 'a', do: 'Mention the AGM' }]
    const { body } = await app.ask('PUT', `/api/agents/${id}/brief`, { revision, brief: { ...brief, rules } })
    expect(body.remarks).toContainEqual(expect.objectContaining({ kind: 'unexplained', field: 'rules.0' }))
    expect(body.size.characters).toBeGreaterThan(100)
    await app.read(id, { kind: 'note', title: 'Meeting', text: 'The AGM is held in May.' })
    expect((await briefOf(id)).remarks.map((each: { kind: string }) => each.kind)).not.toContain('unexplained')
  })

  it('measures texts, and says a sample reply in a manner that is not saved', async () => {
    const texts = ['Hi there! We’re open. Don’t worry!', 'Hi there! It’s easy. You’ll see!']
    const card = (await app.ask('POST', '/api/manner/profile', { texts })).body
    expect(card.profile).toMatchObject({ texts: 2, contractions: 1 })
    expect(card.axes).toHaveLength(8)
    const id = await newAgent('Manner')
    await app.read(id, { kind: 'note', title: 'Sheds', text: 'Sheds do not burn. A shed costs £9.00 a year.' })
    const { brief } = await briefOf(id)
    const say = async (formality: number) =>
      (
        await app.ask('POST', `/api/agents/${id}/manner/sample`, {
          manner: { ...brief.manner, dials: { ...brief.manner.dials, formality } },
          text: 'Do sheds burn?',
        })
      ).body.reply
    expect(await say(5)).toContain('don’t')
    expect(await say(95)).toContain('do not')
    expect((await briefOf(id)).revision).toBe(1)
  })
})

describe('rules that agents share', () => {
  it('work in each agent, name who is affected, and are frozen in an edition', async () => {
    const [one, two] = [await newAgent('One'), await newAgent('Two')]
    const set = (
      await app.ask('POST', '/api/rule-sets', {
        name: 'House rules',
        rules: [{ id: 'h', when: 'someone says hello', do: 'say “Shoes off, please.”' }],
      })
    ).body
    for (const id of [one, two]) {
      const { revision, brief } = await briefOf(id)
      await app.ask('PUT', `/api/agents/${id}/brief`, { revision, brief: { ...brief, ruleSets: [set.id] } })
    }
    const hello = async (id: string, edition?: number) =>
      (await app.ask('POST', `/api/agents/${id}/turns`, { text: 'Hello', edition })).body.reply
    expect(await hello(one)).toContain('Shoes off, please.')
    await app.ask('POST', `/api/agents/${one}/editions`, { summary: 'First' })
    const changed = await app.ask('PUT', `/api/rule-sets/${set.id}`, {
      name: 'House rules',
      rules: [{ id: 'h', when: 'someone says hello', do: 'say “Slippers, please.”' }],
    })
    expect(changed.body.usedBy.map((user: { name: string }) => user.name).sort()).toEqual(['One', 'Two'])
    expect(await hello(one)).toContain('Slippers, please.')
    expect(await hello(two)).toContain('Slippers, please.')
    expect(await hello(one, 1)).toContain('Shoes off, please.')
  })

  it('are not removed while an agent uses them, and can be brought back', async () => {
    const set = (await app.ask('POST', '/api/rule-sets', { name: 'Spare', rules: [] })).body
    const used = (await app.ask('GET', '/api/rule-sets')).body.sets.find(
      (each: { name: string }) => each.name === 'House rules',
    )
    expect(await app.ask('DELETE', `/api/rule-sets/${used.id}`)).toMatchObject({ status: 409 })
    expect(await app.ask('DELETE', `/api/rule-sets/${set.id}`)).toMatchObject({ status: 204 })
    expect(await app.ask('POST', `/api/rule-sets/${set.id}/restore`)).toMatchObject({
      status: 200,
      body: { name: 'Spare' },
    })
  })
})

describe('what is remembered of a visitor', () => {
  it('stays in the conversation, and can be erased for good', async () => {
    const id = await newAgent('Memory')
    const first = (await app.ask('POST', `/api/agents/${id}/turns`, { text: 'My name is Ana.' })).body
    const conversationId = first.conversationId
    const next = (await app.ask('POST', `/api/agents/${id}/turns`, { text: 'Hello', conversationId })).body
    expect(next.memory.facts).toMatchObject([{ key: 'name', value: 'Ana' }])
    expect((await app.ask('DELETE', `/api/conversations/${conversationId}/memory?key=name`)).body.facts).toEqual([])
    const after = (await app.ask('POST', `/api/agents/${id}/turns`, { text: 'Hello', conversationId })).body
    expect(after.memory.facts).toEqual([])
  })
})
