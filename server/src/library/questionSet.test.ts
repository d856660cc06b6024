import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { formOf, sharedTestApp, rulesFile, untilRead, type TestApp } from '../../testing/testApp'

let app: TestApp
let agent: string
let source: string

beforeAll(async () => {
  app = await sharedTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  source = (await app.read(agent, rulesFile())).id
})
afterAll(() => app.end())

const path = () => `/api/agents/${agent}/question-set`
const set = async () => (await app.ask('GET', path())).body
const passageHolding = async (text: string) =>
  (await app.ask('GET', `/api/sources/${source}/passages`)).body.passages.find((each: { text: string }) =>
    each.text.includes(text),
  ).id as string
const expecting = async (question: string, text: string) =>
  app.ask('POST', path(), { question, passageId: await passageHolding(text) })

describe('the question set', () => {
  it('is empty at first, and keeps no history of nothing', async () => {
    expect(await set()).toEqual({ questions: [], scores: { hit1: 0, hit5: 0, mrr: 0, ndcg10: 0 }, history: [] })
  })

  it('tells where each expected passage stands, and the scores over all', async () => {
    expect((await expecting('When is the water turned on?', 'April')).status).toBe(201)
    const { questions, scores, history } = await set()
    expect(questions).toMatchObject([{ question: 'When is the water turned on?', rank: 1, sourceId: source }])
    expect(scores).toEqual({ hit1: 1, hit5: 1, mrr: 1, ndcg10: 1 })
    expect(history).toHaveLength(1)
  })

  it('keeps one score for each state of library and set, however often it is looked at', async () => {
    await set()
    expect((await set()).history).toHaveLength(1)
    await expecting('Which flowers are yellow?', 'April')
    const { history, questions } = await set()
    expect(questions[1].rank).toBeNull()
    expect(history.map((each: { hit1: number }) => each.hit1)).toEqual([1, 0.5])
  })

  it('finds the expected passage again in a newer version of its source', async () => {
    const text = (await rulesFile().text()).replace('April', 'early April')
    await app.ask('POST', `/api/sources/${source}/versions`, formOf(rulesFile(text)))
    await untilRead(app.ask, source)
    const [first] = (await set()).questions
    expect(first.passageId).toBe(await passageHolding('early April'))
    expect(first.rank).toBe(1)
  })

  it('lets a question be taken out and put back', async () => {
    const [, second] = (await set()).questions
    expect((await app.ask('DELETE', `${path()}/${second.id}`)).status).toBe(204)
    expect((await set()).questions).toHaveLength(1)
    expect((await app.ask('POST', `${path()}/${second.id}/restore`)).status).toBe(204)
    expect((await set()).questions).toHaveLength(2)
    expect((await app.ask('DELETE', `${path()}/nothing`)).status).toBe(404)
  })

  it('refuses a passage that is not there', async () => {
    expect((await app.ask('POST', path(), { question: 'When?', passageId: 'nowhere' })).status).toBe(404)
  })
})

describe('why an expected passage did not win', () => {
  const why = async (question: string, text: string) =>
    (
      await app.ask(
        'GET',
        `/api/agents/${agent}/search/why?q=${encodeURIComponent(question)}&passageId=${await passageHolding(text)}`,
      )
    ).body

  it('is told by rank and reasons', async () => {
    expect(await why('When is the water turned on?', 'early April')).toMatchObject({ rank: 1, reasons: [] })
    expect(await why('When is the water turned on?', 'Small plot')).toMatchObject({
      rank: null,
      reasons: [/shares no word/],
    })
  })
})
