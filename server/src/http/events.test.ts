import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openTestApp, rulesFile, type TestApp } from '../../testing/testApp'

/** Streams over a real port: what a browser sees, and what happens when it goes away. */
let app: TestApp
let url: string
let agent: string

beforeAll(async () => {
  app = await openTestApp()
  url = await app.server.listen({ host: '127.0.0.1', port: 0 })
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(agent, rulesFile())
})
afterAll(() => app.end())

/** Reads a stream until a text comes by. */
async function until(reader: ReadableStreamDefaultReader<Uint8Array>, text: string): Promise<string> {
  let heard = ''
  while (!heard.includes(text)) {
    const part = await reader.read()
    if (part.done) throw new Error(`The stream ended before “${text}”: ${heard}`)
    heard += new TextDecoder().decode(part.value)
  }
  return heard
}

describe('the events of an agent', () => {
  it('tell of each change, and end when the browser goes away', async () => {
    const abort = new AbortController()
    const response = await fetch(`${url}/api/agents/${agent}/events`, { signal: abort.signal })
    expect(response.headers.get('content-type')).toContain('text/event-stream')
    const reader = response.body!.getReader()
    await until(reader, 'event: open')
    await app.ask('POST', `/api/agents/${agent}/scripts`, { title: 'x', turns: [{ say: 'Hello' }] })
    expect(await until(reader, 'event: change')).toContain('{"change":"scripts"}')
    abort.abort()
  })

  it('are not opened for an agent that is not there', async () => {
    expect((await fetch(`${url}/api/agents/nobody/events`)).status).toBe(404)
  })
})

describe('a turn as a stream', () => {
  const post = (path: string, body: object) =>
    fetch(`${url}${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', accept: 'text/event-stream' },
      body: JSON.stringify(body),
    })

  it('carries the security headers of every other answer', async () => {
    const response = await post(`/api/agents/${agent}/turns`, { text: 'Hello' })
    expect(response.headers.get('x-content-type-options')).toBe('nosniff')
    expect(response.headers.get('cache-control')).toBe('no-store')
    await response.text()
  })

  it('tells a failure as an event, since the status is sent already', async () => {
    const text = await (await post(`/api/agents/${agent}/turns`, { text: 'Hello', conversationId: 'nobody' })).text()
    expect(text).toMatch(/event: problem\ndata: {.*"title":"There is no such conversation\."/)
    expect(text).not.toContain('event: done')
  })

  it('refuses a body that does not fit before any stream begins', async () => {
    const response = await post(`/api/agents/${agent}/turns`, { words: 'Hello' })
    expect(response.status).toBe(400)
    expect(response.headers.get('content-type')).toContain('problem+json')
  })
})

describe('sizes', () => {
  it('refuses JSON that is far too large with words, not a crash', async () => {
    const body = JSON.stringify({ kind: 'note', title: 'x', text: 'y'.repeat(9_000_000) })
    const response = await fetch(`${url}/api/agents/${agent}/sources`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body,
    })
    expect(response.status).toBe(413)
    expect(await response.json()).toMatchObject({ title: 'That is too large.', code: 'too-large' })
  })

  it('takes a multipart body without a file for what it is', async () => {
    const form = new FormData()
    form.append('note', 'no file here')
    const response = await fetch(`${url}/api/agents/${agent}/sources`, { method: 'POST', body: form })
    expect(response.status).toBe(400)
    expect(((await response.json()) as { title: string }).title).toContain('no file')
  })
})

describe('closing', () => {
  it('ends open streams and frees the folder, so that the next start finds everything', async () => {
    const own = await openTestApp()
    const address = await own.server.listen({ host: '127.0.0.1', port: 0 })
    const id = (await own.ask('POST', '/api/agents', { name: 'Bo' })).body.id
    const stream = await fetch(`${address}/api/agents/${id}/events`)
    await own.close()
    await stream.text().catch(() => undefined)
    const again = await openTestApp({}, own.dataFolder)
    expect((await again.ask('GET', '/api/agents')).body.agents[0].name).toBe('Bo')
    await again.end()
  })
})
