import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Source } from '@parrot/contract'
import { sharedTestApp, untilRead, type TestApp } from '../../testing/testApp'

let app: TestApp
let agent: string
beforeAll(async () => {
  app = await sharedTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(agent, { kind: 'note', title: 'Sheds', text: 'Sheds may be painted green.' })
})
afterAll(() => app.end())

const give = async (question: string, answer: string) => {
  const { body, status } = await app.ask('POST', `/api/agents/${agent}/answers`, { question, answer })
  if (status === 202) await untilRead(app.ask, body.sourceId)
  return { status, ...body }
}
const reply = async (text: string) =>
  (await app.ask('POST', `/api/agents/${agent}/turns`, { text })).body.reply.replace(/ ?\[\d+\]/g, '')
const sources = async (): Promise<Source[]> => (await app.ask('GET', `/api/agents/${agent}/sources`)).body.sources

describe('an answer given by hand', () => {
  it('answers its question from then on, word for word', async () => {
    const given = await give('Who mends the fence?', 'The fence is mended by the parish in May.')
    expect(given).toMatchObject({ status: 202, versionBefore: null })
    expect(await reply('Who mends the fence?')).toContain('The fence is mended by the parish in May.')
  })

  it('joins the others, takes the place of one to the same question, and leads back to what answered before', async () => {
    const second = await give('When is the gate shut?', 'The gate is shut at dusk.')
    const better = await give('who mends the fence', 'Fences are mended by their owners.')
    expect(better.sourceId).toBe(second.sourceId)
    expect((await sources()).filter((each) => each.kind === 'pairs')).toMatchObject([{ passages: 2 }])
    expect(await reply('Who mends the fence?')).toContain('Fences are mended by their owners.')
    await app.ask('POST', `/api/sources/${better.sourceId}/answer-with`, { versionId: better.versionBefore })
    expect(await reply('Who mends the fence?')).toContain('mended by the parish')
    expect(await reply('When is the gate shut?')).toContain('at dusk')
  })

  it('is lost with no other that is given at the same moment', async () => {
    const given = await Promise.all([
      give('Is the well deep?', 'The well is nine metres deep.'),
      give('Is the pond deep?', 'The pond is one metre deep.'),
    ])
    await untilRead(app.ask, given[0].sourceId)
    expect(await reply('Is the well deep?')).toContain('nine metres')
    expect(await reply('Is the pond deep?')).toContain('one metre')
  })

  it('needs a question and an answer, and an agent that is there', async () => {
    expect(await give('', 'Nothing.')).toMatchObject({ status: 400 })
    expect(await give('Why?', '  ')).toMatchObject({ status: 400 })
    const { status } = await app.ask('POST', '/api/agents/nobody/answers', { question: 'Why?', answer: 'So.' })
    expect(status).toBe(404)
  })
})
