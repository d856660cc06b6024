import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { sharedTestApp, type TestApp } from '../../testing/testApp'

let app: TestApp
let agent: string
beforeAll(async () => {
  app = await sharedTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  for (const text of ['When do you open on Saturdays?', 'Do you sell compost?'])
    await app.ask('POST', `/api/agents/${agent}/turns`, { text })
})
afterAll(() => app.end())

const calls = async (condition: object, line?: string) =>
  app.ask('POST', `/api/agents/${agent}/calls`, {
    conditions: [{ key: 'r', kind: 'rule', when: 'someone asks about opening hours', ...condition }],
    ...(line === undefined ? {} : { line }),
  })

describe('the lines of an agent', () => {
  it('are tried on a condition: how many call for it, and those worth a look with where they were said', async () => {
    const { body } = await calls({})
    expect(body.lines).toBe(2)
    expect(body.conditions).toMatchObject([
      { key: 'r', called: 1, samples: [{ line: 'When do you open on Saturdays?', isCalled: true, from: 'try' }] },
    ])
  })

  it('are not shown again once it was said whether they are meant, and what was said counts', async () => {
    const { body } = await calls({ unlike: ['When do you open on Saturdays?'] })
    expect(body.conditions).toMatchObject([{ called: 0, samples: [] }])
  })

  it('stand beside a line of one’s own, which is tried and not kept', async () => {
    const { body } = await calls({}, 'Until when are you there today?')
    expect(body.conditions[0].own).toMatchObject({ isCalled: true, from: 'own' })
    expect((await calls({})).body.lines).toBe(2)
  })

  it('want more of a rule that is followed usually', async () => {
    const [always] = (await calls({ strength: 'always' })).body.conditions
    const [usually] = (await calls({ strength: 'usually' })).body.conditions
    expect(usually.called).toBeLessThanOrEqual(always.called)
    expect(usually.samples[0].confidence).toBe(always.samples[0].confidence)
  })

  it('are refused with what is wrong when a request is none, and are an agent’s own', async () => {
    expect((await calls({ kind: 'wish' })).body).toMatchObject({ status: 400, code: 'invalid' })
    expect((await app.ask('POST', '/api/agents/nobody/calls', { conditions: [] })).status).toBe(404)
  })
})
