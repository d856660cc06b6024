import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { sharedTestApp, rulesFile, type TestApp } from '../../testing/testApp'

let app: TestApp
let agent: string
const today = new Date().toISOString().slice(0, 10)

beforeAll(async () => {
  app = await sharedTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(agent, rulesFile())
  await app.ask('POST', `/api/agents/${agent}/editions`, {})
  for (const text of ['Do you sell wheelbarrows?', 'do you sell wheelbarrows? ', 'Where can I buy a wheelbarrow?'])
    await say(text)
  await say('Is there a car park?')
  await say('When is the water turned on?')
}, 60_000)
afterAll(() => app.end())

const say = async (text: string) => (await app.ask('POST', '/api/talk/ada/turns', { text })).body
const wants = async () => (await app.ask('GET', `/api/agents/${agent}/wants`)).body
const titles = async () => (await wants()).groups.map(({ title, times }: never) => [title, times])

describe('what visitors want', () => {
  it('are the questions nobody answered, put together, the commonest first, and none that were answered', async () => {
    const { groups, looked } = await wants()
    expect(looked).toBe(3)
    expect(groups[0]).toMatchObject({ times: 3, unknown: 3, disliked: 0 })
    expect(groups[0].title.toLowerCase()).toContain('wheelbarrow')
    expect(groups[0].questions.map(({ times }: { times: number }) => times).sort()).toEqual([1, 2])
    expect(groups[1].title).toBe('Is there a car park?')
  })

  it('has an answer that was not liked, with the word of it', async () => {
    const { key, turnId } = await say('When is the water turned on?')
    await app.ask('PUT', `/api/talk/ada/conversations/${key}/ratings/${turnId}`, { rating: 'down', word: 'Which day?' })
    const group = (await wants()).groups.find(({ disliked }: { disliked: number }) => disliked > 0)
    expect(group).toMatchObject({ title: 'When is the water turned on?', times: 1, word: 'Which day?' })
    await app.ask('PUT', `/api/talk/ada/conversations/${key}/ratings/${turnId}`, { rating: null })
  })

  it('is settled until it is asked again, and that can be taken back', async () => {
    const questions = ['Is there a car park?']
    await app.ask('POST', `/api/agents/${agent}/wants/settle`, { questions, how: 'notOurs' })
    expect((await wants()).groups).toHaveLength(1)
    await app.ask('POST', `/api/agents/${agent}/wants/reopen`, { questions })
    expect((await wants()).groups).toHaveLength(2)
    await app.ask('POST', `/api/agents/${agent}/wants/settle`, { questions, how: 'answered' })
    await say('is there a car park?')
    expect(await titles()).toContainEqual(['is there a car park?', 1])
  })
})

describe('over time', () => {
  const over = (query: string) => app.ask('GET', `/api/agents/${agent}/over-time?${query}`)

  it('tells of each day how many came, how it ended, and what was asked most', async () => {
    const { body } = await over(`from=${today}&to=${today}`)
    expect(body.days).toHaveLength(1)
    expect(body.days[0]).toMatchObject({ day: today, conversations: 7, turns: 7, unknown: 5, answered: 2, passedOn: 0 })
    expect(body.days[0].medianMs).toBeGreaterThan(0)
    expect(body.questions[0]).toMatchObject({ times: 2 })
    expect(body.editions).toMatchObject([{ edition: 1, turns: 7 }])
  })

  it('has days on which nobody came, and those of another place', async () => {
    const { body } = await over('from=2026-01-01&to=2026-01-03&zone=Pacific/Auckland')
    expect(body.days.map(({ day, turns }: never) => [day, turns])).toEqual([
      ['2026-01-01', 0],
      ['2026-01-02', 0],
      ['2026-01-03', 0],
    ])
    expect((await over(`from=${today}&to=${today}&outlet=own`)).body.days[0].turns).toBe(7)
    expect((await over(`from=${today}&to=${today}&outlet=none`)).body.days[0].turns).toBe(0)
  })

  it.each([
    'from=2026-02-01&to=2026-01-01',
    'from=2020-01-01&to=2026-01-01',
    `from=2026-01-01&to=2026-01-02&zone=No/Where`,
  ])('refuses %s', async (query) => expect((await over(query)).status).toBe(400))
})
