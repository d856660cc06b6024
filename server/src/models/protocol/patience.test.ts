import { createServer, type RequestListener, type Server } from 'node:http'
import { afterEach, describe, expect, it } from 'vitest'
import { endpointOptions } from '@parrot/contract'
import { endpointModel } from './endpointModel'
import { leadsAstray } from './reach'
import { retryAfterMs, withPauses } from './patience'

const servers: Server[] = []
afterEach(() => {
  for (const server of servers.splice(0)) {
    server.closeAllConnections()
    server.close()
  }
})

const QUICK = { firstWordMs: 1200, betweenWordsMs: 700, restMs: 5, pauseMs: 1000, mostRestMs: 100 }
const STREAM = { 'content-type': 'text/event-stream' }
const said = (content: string, finish: string | null = null) =>
  `data: ${JSON.stringify({ choices: [{ delta: { content }, finish_reason: finish }] })}\n\n`
const DONE = 'data: [DONE]\n\n'

/** What an endpoint is heard to say, one answer per time it is asked; the last again and again. */
async function heard(answers: readonly RequestListener[], signal?: AbortSignal) {
  let asked = 0
  const server = createServer((request, response) => answers[Math.min(asked++, answers.length - 1)]!(request, response))
  servers.push(server)
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const baseUrl = `http://127.0.0.1:${(server.address() as { port: number }).port}/v1`
  const options = endpointOptions.parse({})
  const endpoint = { name: 'Cloud', baseUrl, model: 'm', options, key: () => undefined }
  let text = ''
  const problem = await (async () => {
    const model = endpointModel(endpoint, QUICK)
    for await (const event of model.answer({ messages: [{ role: 'user', content: 'Hello' }] }, signal))
      if (event.kind === 'text') text += event.text
  })().then(
    () => '',
    (error: Error & { advice?: string }) => `${error.message} ${error.advice ?? ''}`,
  )
  return { text, problem, asked }
}

const busy =
  (status: number, headers: Record<string, string> = {}): RequestListener =>
  (_request, response) =>
    response.writeHead(status, headers).end()
const answers: RequestListener = (_request, response) => response.writeHead(200, STREAM).end(said('Good day.') + DONE)

describe('an endpoint that is too busy', () => {
  it.each([429, 500, 503])('is asked again after status %i', async (status) => {
    expect(await heard([busy(status), busy(status), answers])).toEqual({ text: 'Good day.', problem: '', asked: 3 })
  })

  it('is given up once the rests are used up', async () => {
    const { problem, asked } = await heard([busy(503)])
    expect(problem).toMatch(/status 503/)
    expect(asked).toBe(5)
  })

  it('is left alone when it asks for longer than a visitor waits', async () => {
    const { problem, asked } = await heard([busy(429, { 'retry-after': '120' }), answers])
    expect(problem).toMatch(/left alone for 120 seconds/)
    expect(asked).toBe(1)
  })

  it('is not asked again when asking again helps nothing', async () => {
    expect((await heard([busy(401), answers])).asked).toBe(1)
  })
})

describe('an endpoint that', () => {
  it('says nothing for too long is given up', async () => {
    expect((await heard([() => undefined])).problem).toMatch(/silent for 1.2 seconds.*faster model/)
  })

  it('stops speaking is given up, sooner', async () => {
    const { text, problem } = await heard([(_request, response) => response.writeHead(200, STREAM).write(said('Good'))])
    expect(text).toBe('Good')
    expect(problem).toMatch(/silent for 0.7 seconds/)
  })

  it('speaks slowly is heard to the end', async () => {
    const drip: RequestListener = (_request, response) => {
      response.writeHead(200, STREAM)
      let left = 6
      const timer = setInterval(() => {
        response.write(said('word '))
        if (--left === 0) {
          clearInterval(timer)
          response.end(DONE)
        }
      }, 200)
    }
    expect(await heard([drip])).toMatchObject({ text: 'word '.repeat(6), problem: '' })
  })

  it('answers with nothing is told apart from one that answers', async () => {
    expect((await heard([(_request, response) => response.writeHead(200, STREAM).end(DONE)])).problem).toMatch(
      /answered with nothing/,
    )
  })

  it('ends in the midst of its answer is not taken at its word', async () => {
    expect(
      (await heard([(_request, response) => response.writeHead(200, STREAM).end(said('You may'))])).problem,
    ).toMatch(/broke off/)
    expect(
      (await heard([(_request, response) => response.writeHead(200, STREAM).end(said('You may.', 'stop'))])).problem,
    ).toBe('')
  })

  it('is no longer asked when the visitor has left', async () => {
    const left = new AbortController()
    setTimeout(() => left.abort(), 20)
    const { problem, asked } = await heard([busy(503, { 'retry-after': '0' }), () => undefined], left.signal)
    expect(problem).not.toBe('')
    expect(asked).toBeLessThanOrEqual(2)
  })
})

describe('Retry-After', () => {
  it.each([
    ['3', 3000],
    ['Sat, 28 Nov 2026 10:00:05 GMT', 5000],
    ['Sat, 28 Nov 2026 09:00:00 GMT', 0],
    ['soon', undefined],
  ])('“%s” is %s ms', (value, ms) => {
    expect(retryAfterMs(new Headers({ 'retry-after': value }), Date.parse('2026-11-28T10:00:00Z'))).toBe(ms)
  })
})

describe('events with pauses', () => {
  const after = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

  it('tell of a silence once, and lose nothing', async () => {
    async function* slow() {
      yield 'a'
      await after(60)
      yield 'b'
      yield 'c'
    }
    const heard: unknown[] = []
    for await (const event of withPauses(slow(), 20)) heard.push(event)
    expect(heard.filter((event) => typeof event === 'string')).toEqual(['a', 'b', 'c'])
    expect(heard[1]).toEqual({ kind: 'pause' })
  })

  it('end with what they are of, also when that fails or nobody listens any more', async () => {
    let hasEnded = false
    async function* endless() {
      try {
        for (;;) yield 'x'
      } finally {
        hasEnded = true
      }
    }
    for await (const event of withPauses(endless(), 20)) if (event === 'x') break
    expect(hasEnded).toBe(true)
    // eslint-disable-next-line require-yield -- it fails before its first piece
    async function* failing(): AsyncIterable<string> {
      throw new Error('gone')
    }
    await expect(withPauses(failing(), 20)[Symbol.asyncIterator]().next()).rejects.toThrow('gone')
  })
})

describe('events that never come', () => {
  it('are no longer waited for once the signal aborts, whatever they hear of it', async () => {
    const silent: AsyncIterable<string> = {
      [Symbol.asyncIterator]: () => ({
        next: () => new Promise(() => undefined),
        return: () => new Promise(() => undefined),
      }),
    }
    const heard = (async () => {
      for await (const each of withPauses(silent, 5, AbortSignal.timeout(30))) expect(each).toEqual({ kind: 'pause' })
    })()
    await expect(heard).rejects.toThrow(/timeout/)
  })
})

describe('where a service is asked', () => {
  it.each(['http://169.254.169.254/v1', 'http://[fe80::1]/v1', 'http://0.0.0.0:8080/v1', 'http://2852039166/v1'])(
    'is nowhere clouds keep their secrets: %s',
    async (address) => expect(await leadsAstray(address)).toBe(true),
  )

  it.each([
    'http://127.0.0.1:11434/v1',
    'http://10.0.0.5/v1',
    'http://localhost/v1',
    'https://no-such-host.invalid/v1',
  ])('may be this machine or a private network, or nothing at all: %s', async (address) =>
    expect(await leadsAstray(address)).toBe(false),
  )
})
