import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { sharedTestApp, rulesFile, type TestApp } from '../../testing/testApp'

let app: TestApp
beforeAll(async () => {
  app = await sharedTestApp()
})
afterAll(() => app.end())

const newAgent = async (name: string): Promise<string> => (await app.ask('POST', '/api/agents', { name })).body.id
const listed = async (id: string) =>
  (await app.ask('GET', '/api/agents')).body.agents.find((agent: { id: string }) => agent.id === id)
const stagesOf = async (id: string) => (await listed(id)).stages

/** Changes the job of an agent, as a designer at its brief does. */
async function writeJob(id: string, job: string): Promise<void> {
  const { revision, brief } = (await app.ask('GET', `/api/agents/${id}/brief`)).body
  await app.ask('PUT', `/api/agents/${id}/brief`, { revision, brief: { ...brief, purpose: { ...brief.purpose, job } } })
}

describe('how an agent stands, in the list and on its path', () => {
  it('is empty in every stage at first', async () => {
    expect(await stagesOf(await newAgent('Ada'))).toEqual({
      brief: { text: 'job not written yet', state: 'waiting' },
      library: { text: 'no sources yet', state: 'empty' },
      rehearse: { text: 'no scripts yet', state: 'empty' },
      release: { text: 'not published', state: 'empty' },
      logbook: { text: 'no visitors yet', state: 'empty' },
    })
  })

  it('tells of sources that could not be read before it counts those that were', async () => {
    const id = await newAgent('Bea')
    await app.read(id, rulesFile())
    expect((await stagesOf(id)).library).toEqual({ text: '1 source', state: 'fine' })
    await app.read(id, new File(['%PDF-1.7 broken'], 'broken.pdf'))
    expect((await stagesOf(id)).library).toEqual({ text: '2 sources, 1 failed', state: 'failed' })
  })

  it('says of a run how many scripts passed, and when the brief went on since', async () => {
    const id = await newAgent('Cleo')
    await app.read(id, rulesFile())
    const turns = [{ say: 'May dogs come along?', checks: [{ kind: 'includes', text: 'elephant' }] }]
    await app.ask('POST', `/api/agents/${id}/scripts`, { title: 'Dogs', turns })
    expect((await stagesOf(id)).rehearse).toEqual({ text: '1 script, not run', state: 'waiting' })
    await app.ask('POST', `/api/agents/${id}/rehearsals`, {})
    expect((await stagesOf(id)).rehearse).toEqual({ text: '0 of 1', state: 'failed' })
  })

  it('counts what changed since the edition that is live, and says when none is', async () => {
    const id = await newAgent('Dora')
    await app.read(id, rulesFile())
    await writeJob(id, 'answer questions about the allotments')
    await app.ask('POST', `/api/agents/${id}/editions`, { note: '' })
    expect((await stagesOf(id)).release).toEqual({ text: 'edition 1', state: 'fine' })
    await writeJob(id, 'answer questions about the allotments and their sheds')
    expect((await stagesOf(id)).release).toEqual({ text: 'edition 1, 1 edit since', state: 'waiting' })
  })

  it('is told of each agent alone: what others have is not counted', async () => {
    const [full, bare] = [await newAgent('Etta'), await newAgent('Finn')]
    await app.read(full, rulesFile())
    expect((await stagesOf(full)).library.text).toBe('1 source')
    expect((await stagesOf(bare)).library.text).toBe('no sources yet')
    expect([(await listed(full)).next, (await listed(bare)).next]).toEqual(['ask', 'read'])
  })
})
