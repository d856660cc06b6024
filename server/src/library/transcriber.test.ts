import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { zipSync } from 'fflate'
import { buildTranscriber, labelledWav } from '@parrot/stand-ins'
import { formOf, sharedTestApp, untilRead, type TestApp } from '../../testing/testApp'

let app: TestApp
let agent: string
const service = buildTranscriber()
let url = ''
beforeAll(async () => {
  app = await sharedTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  url = `${await service.listen({ host: '127.0.0.1', port: 0 })}/transcriptions`
})
afterAll(async () => {
  await app.end()
  await service.close()
})

const wav = labelledWav([
  { from: 1, to: 4, text: 'Welcome to the island tour.' },
  { from: 65, to: 69, text: 'The lighthouse was lit in 1881.' },
])
const file = (bytes: Uint8Array, name: string) => new File([bytes as never], name)
const set = (address: string) => app.ask('PUT', '/api/settings/transcriber', { url: address })

describe('recordings', () => {
  it('without a transcriber are refused with what to do, and read once one is set up', async () => {
    const { id, status, error } = await app.read(agent, file(wav, 'tour.wav'))
    expect([status, error]).toEqual(['failed', '“tour.wav” is a recording, and no transcriber is set up.'])
    await set(url)
    await app.ask('POST', `/api/sources/${id}/retry`)
    expect(await untilRead(app.ask, id)).toMatchObject({ status: 'ready', passages: 1 })
    const hits = (await app.ask('GET', `/api/agents/${agent}/search?q=when+was+the+lighthouse+lit`)).body.hits
    expect(hits[0]).toMatchObject({ locator: { kind: 'time', label: '0:01' } })
    expect(hits[0].text).toContain('1881')
  })

  it('are listened to once, however often they are cut anew', async () => {
    const { id } = await app.read(agent, file(wav, 'again.wav'))
    await set('http://127.0.0.1:9/')
    await app.ask('POST', `/api/sources/${id}/cutting`, { by: 'sentence', target: 700, overlap: 0 })
    expect(await untilRead(app.ask, id)).toMatchObject({ status: 'ready', passages: 2 })
  })

  it('that the transcriber cannot hear, or that it does not answer for, fail with its reason', async () => {
    await set(url)
    expect(await app.read(agent, file(new Uint8Array([1, 2, 3]), 'noise.mp3'))).toMatchObject({
      status: 'failed',
      error: expect.stringContaining('The transcriber answered with status 415'),
    })
    await set('http://127.0.0.1:9/')
    expect(await app.read(agent, file(wav, 'late.wav'))).toMatchObject({
      error: expect.stringContaining('could not be reached'),
    })
    expect((await set('not an address')).status).toBe(400)
  })

  it('with captions beside them in an archive are left to the captions', async () => {
    const captions = new TextEncoder().encode('WEBVTT\n\n00:00:01.000 --> 00:00:04.000\nThe kiln is warm.\n')
    const zip = zipSync({ 'a/talk.wav': wav, 'a/talk.vtt': captions })
    const { body } = await app.ask('POST', `/api/agents/${agent}/sources`, formOf(file(zip, 'talks.zip')))
    expect(body.more).toBeUndefined()
    expect(await untilRead(app.ask, body.id)).toMatchObject({ status: 'ready', title: 'talk' })
  })
})
