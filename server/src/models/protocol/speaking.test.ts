import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { buildModelEndpoint } from '@parrot/stand-ins'
import { openTestApp, rulesFile, type TestApp } from '../../../testing/testApp'

/** Through the whole server: what becomes of what a model says, on the designer's sheet and on the visitor's page. */

const standIn = buildModelEndpoint()
let app: TestApp
let agent: string
let slug: string
let simulated: string
const servers: Server[] = []

beforeAll(async () => {
  simulated = `${await standIn.listen({ host: '127.0.0.1', port: 0 })}/v1`
  app = await openTestApp({ PARROT_SIMULATED_MODELS: simulated })
  const made = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body
  agent = made.id
  slug = made.slug
  await app.read(agent, rulesFile())
  await app.ask('POST', `/api/agents/${agent}/editions`, { summary: 'First.' })
})
afterAll(async () => {
  await app.end()
  await standIn.close()
  for (const server of servers) {
    server.closeAllConnections()
    server.close()
  }
})

interface Sent {
  readonly model: string
  readonly messages: { role: string; content: string }[]
  readonly [more: string]: unknown
}
const STREAM = { 'content-type': 'text/event-stream' }
const chunk = (content: string, finish: string | null = null) =>
  `data: ${JSON.stringify({ choices: [{ delta: { content }, finish_reason: finish }] })}\n\n`

/** An endpoint that answers by hand; what it was sent is kept. */
async function endpoint(answer: (response: ServerResponse, sent: Sent, times: number) => void | Promise<void>) {
  const sent: Sent[] = []
  const server = createServer((request: IncomingMessage, response) => {
    let body = ''
    request.on('data', (part: Buffer) => (body += part.toString()))
    request.on('end', () => {
      sent.push(JSON.parse(body || '{}') as Sent)
      void answer(response, sent.at(-1)!, sent.length)
    })
  })
  servers.push(server)
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  return { sent, baseUrl: `http://127.0.0.1:${(server.address() as { port: number }).port}/v1` }
}

async function use(baseUrl: string, more: object = {}): Promise<string> {
  const body = { name: 'Cloud', baseUrl, model: 'm', ...more }
  const { id } = (await app.ask('POST', '/api/endpoints', body)).body
  await app.ask('PATCH', `/api/agents/${agent}`, { endpointId: id })
  return id
}
const saying =
  (...pieces: string[]) =>
  (response: ServerResponse) =>
    void response.writeHead(200, STREAM).end([...pieces.map((piece) => chunk(piece)), chunk('', 'stop')].join(''))

const QUESTION = 'When is the water turned on?'
const ask = async (text = QUESTION) => (await app.ask('POST', `/api/agents/${agent}/turns`, { text })).body
const visit = async (text = QUESTION) => {
  const { body } = await app.ask('POST', `/api/talk/${slug}/turns`, { text }, { accept: 'text/event-stream' })
  const events = [...String(body).matchAll(/event: (\w+)\ndata: (.*)\n/g)].map(([, name, data]) => ({
    name,
    data: JSON.parse(data!),
  }))
  const heard = events.flatMap(({ name, data }) => (name === 'text' ? [data.text as string] : [])).join('')
  return { heard, last: events.at(-1)!, raw: String(body) }
}

describe('what a model streams', () => {
  const BAD = [
    'The water is turned on in April [1]. ',
    'Pay with 4111 11',
    '11 1111 1111. ',
    'Elephants receive champagne at midnight. ',
    'See [the list](https://evil.example/x). ',
    'It is turned off in Oct',
  ]

  it('reaches a visitor without card number, invention, foreign link and broken-off sentence', async () => {
    const { baseUrl } = await endpoint((response) => {
      response.writeHead(200, STREAM)
      for (const piece of BAD) response.write(chunk(piece))
      setTimeout(() => response.destroy(), 50)
    })
    await use(baseUrl)
    const { heard, last, raw } = await visit()
    expect(raw).not.toMatch(/4111 11|11 1111|lephant|evil|off in Oct(?!ober)/)
    expect(heard).toMatch(/^The water is turned on in April \[1\]\./)
    // What came right before the line broke may be lost on its way.
    expect(last.data.reply).toMatch(/^The water is turned on in April \[1\]\.(?: See the list\.)?$/)
  })

  it('is marked for the designer, with why', async () => {
    const { baseUrl } = await endpoint(saying(...BAD.slice(0, 4)))
    await use(baseUrl)
    const turn = await ask()
    expect(turn.reply).toContain('Elephants')
    expect(turn.support.find(({ text }: { text: string }) => text.startsWith('Elephants'))).toMatchObject({
      isSupported: false,
      because: expect.any(String),
    })
  })

  it('is asked about once more for a visitor, who hears nothing of it', async () => {
    const { baseUrl, sent } = await endpoint((response, _sent, times) =>
      saying(
        times === 1 ? 'The water is free of salt and comes from Mars [1].' : 'The water is turned on in April [1].',
      )(response),
    )
    await use(baseUrl)
    const { raw, last } = await visit()
    expect(last.data.reply).toBe('The water is turned on in April [1].')
    expect(raw).not.toContain('Mars')
    expect(sent[1]!.messages.at(-1)!.content).toContain('“The water is free of salt and comes from Mars.”')
  })

  it('is sent on as soon as a sentence ended, though the model goes on thinking', async () => {
    // The endpoint says its second sentence only once the first one has arrived.
    let arrived: () => void
    const hasArrived = new Promise<void>((resolve) => (arrived = resolve))
    const { baseUrl } = await endpoint(async (response) => {
      response.writeHead(200, STREAM).write(chunk('The water is turned on in April [1].'))
      await hasArrived
      response.end(chunk(' It is free [1].') + chunk('', 'stop'))
    })
    await use(baseUrl)
    const address = await app.server.listen({ host: '127.0.0.1', port: 0 })
    const response = await fetch(`${address}/api/talk/${slug}/turns`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', accept: 'text/event-stream' },
      body: JSON.stringify({ text: QUESTION }),
    })
    let heard = ''
    for await (const part of response.body! as unknown as AsyncIterable<Uint8Array>) {
      heard += Buffer.from(part).toString()
      if (heard.includes('in April')) arrived!()
    }
    expect(heard).toContain('event: done')
  })
})

describe('an endpoint', () => {
  it('is asked as its settings say, and what it took is told with its cost', async () => {
    const { baseUrl, sent } = await endpoint(
      (response) =>
        void response
          .writeHead(200, STREAM)
          .end(
            chunk('The water is turned on in April [1].', 'stop') +
              `data: ${JSON.stringify({ choices: [], usage: { prompt_tokens: 1000, completion_tokens: 500 } })}\n\n`,
          ),
    )
    const options = {
      temperature: 0.2,
      maxTokens: 300,
      seed: 7,
      contextTokens: 4000,
      priceIn: 2,
      priceOut: 8,
      currency: '£',
    }
    await use(baseUrl, { options })
    const turn = await ask()
    expect(sent[0]).toMatchObject({ temperature: 0.2, max_tokens: 300, seed: 7, stream: true })
    expect(sent[0]!.tools).toMatchObject([{ type: 'function', function: { name: 'calculator' } }])
    expect(turn.usage).toEqual([{ prompt: 1000, completion: 500, cost: { amount: 0.006, currency: '£' } }])
    expect(JSON.stringify(turn.workings)).toContain('1000 in the prompt, 500 in the answer; £0.006')
  })

  it('that knows less of the protocol is asked without what it refuses', async () => {
    const { baseUrl, sent } = await endpoint((response, body) =>
      'tools' in body
        ? void response.writeHead(400).end('{}')
        : saying('The water is turned on in April [1].')(response),
    )
    await use(baseUrl)
    expect((await ask()).reply).toContain('in April')
    expect(sent).toHaveLength(2)
  })

  it('whose answer reached its longest is not taken to have ended', async () => {
    const { baseUrl } = await endpoint(
      (response) =>
        void response
          .writeHead(200, STREAM)
          .end(chunk('The water is turned on in April [1]. And it is turned', 'length')),
    )
    await use(baseUrl)
    const turn = await ask()
    expect(turn.reply).toBe('The water is turned on in April [1].')
    expect(JSON.stringify(turn.workings)).toContain('longest reply')
  })

  it('that thinks aloud has its thoughts in the workings, not in the answer', async () => {
    const { baseUrl } = await endpoint(
      saying('<thi', 'nk>Let me see.\nWater…</think>', 'The water is turned on in April [1].'),
    )
    await use(baseUrl)
    const turn = await ask()
    expect(turn.reply).toBe('The water is turned on in April [1].')
    expect(JSON.stringify(turn.workings)).toContain('Let me see.')
  })

  it('in whose place another one answers is named in the workings', async () => {
    await use('http://127.0.0.1:9/v1', { options: { next: 'built-in' } })
    const turn = await ask()
    expect(turn.reply).toContain('April')
    expect(JSON.stringify(turn.workings)).toMatch(/cannot be reached.*Understudy answered in its place/)
  })

  it('cannot be asked in a circle', async () => {
    const one = await use('http://127.0.0.1:9/v1')
    const two = await use('http://127.0.0.1:9/v1', { options: { next: one } })
    const body = { name: 'One', baseUrl: 'http://127.0.0.1:9/v1', model: 'm', options: { next: two } }
    expect(await app.ask('PUT', `/api/endpoints/${one}`, body)).toMatchObject({
      status: 400,
      body: { title: expect.stringContaining('circle') },
    })
  })

  it('that fails is told in full to the designer, and to a visitor in a sentence', async () => {
    await use('http://127.0.0.1:9/v1')
    expect((await app.ask('POST', `/api/agents/${agent}/turns`, { text: QUESTION })).body.title).toContain('“Cloud”')
    const { status, body } = await app.ask('POST', `/api/talk/${slug}/turns`, { text: QUESTION })
    expect(status).toBe(502)
    expect(`${body.title} ${body.detail}`).toBe('There is no answer just now. Please ask again in a moment.')
  })
})

describe('tools', () => {
  const simulate = (model: string | null) => app.ask('PUT', `/api/agents/${agent}/simulated-model`, { model })
  const callsOf = (turn: { workings: { details: { label: string; text: string }[] }[] }) =>
    turn.workings.flatMap(({ details }) => details.filter(({ label }) => label === 'Tool').map(({ text }) => text))

  it('are called by an outside model, answered, and shown', async () => {
    await simulate('calling')
    const turn = await ask('What do 3 small plots cost?')
    expect(callsOf(turn)).toEqual([
      expect.stringMatching(/^calculator \{"expression":"3 \* 40\.00"\} → 120 \(\d+ ms\)$/),
    ])
    expect(turn.reply).toContain('£120')
    expect(turn.support.every((each: { isSupported: boolean }) => each.isSupported)).toBe(true)
  })

  it('are called by the built-in model too', async () => {
    await simulate(null)
    const turn = await ask('What is 12.5 × 8?')
    expect(callsOf(turn)).toHaveLength(1)
    expect(turn.reply).toBe('12.5 × 8 is 100.')
  })

  it('are no longer offered to a model that calls without end', async () => {
    const { baseUrl, sent } = await endpoint((response, body) =>
      'tools' in body
        ? void response
            .writeHead(200, STREAM)
            .end(
              `data: ${JSON.stringify({ choices: [{ delta: { tool_calls: [{ index: 0, id: 'c', function: { name: 'nothing', arguments: '{' } }] }, finish_reason: 'tool_calls' }] })}\n\n`,
            )
        : saying('The water is turned on in April [1].')(response),
    )
    await use(baseUrl)
    expect((await ask()).reply).toContain('in April')
    expect(sent).toHaveLength(5)
    expect(sent[1]!.messages.at(-1)).toMatchObject({ role: 'tool', content: 'There is no tool “nothing”.' })
  })
})

describe('trying an endpoint', () => {
  const tried = async (model: string) => {
    const { id } = (await app.ask('POST', '/api/endpoints', { name: model, baseUrl: simulated, model })).body
    return (await app.ask('POST', `/api/endpoints/${id}/test`)).body
  }
  const can = ({ proofs }: { proofs: { name: string; ok: boolean }[] }) =>
    proofs.filter(({ ok }) => ok).map(({ name }) => name)

  it('tells whether it answers, streams and calls tools', async () => {
    expect(can(await tried('calling'))).toEqual(['answers', 'streams', 'tools'])
    const faithful = await tried('faithful')
    expect(can(faithful)).toEqual(['answers', 'streams'])
    expect(faithful.message).toContain('does not call tools')
  })

  it.each([
    ['failing-500', 'status 500'],
    ['failing-page', 'web page'],
    ['failing-half', 'not JSON'],
    ['failing-empty', 'nothing'],
  ])('says what is wrong with “%s”', async (model, message) => {
    const result = await tried(model)
    expect(result.ok).toBe(false)
    expect(result.message).toContain(message)
  })

  it('lists its models, and takes the kept key to no other host', async () => {
    const heard: string[] = []
    const server = createServer((request, response) => {
      heard.push(request.headers.authorization ?? 'none')
      response.writeHead(200, { 'content-type': 'application/json' }).end('{"data":[{"id":"b"},{"id":"a"},{}]}')
    })
    servers.push(server)
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    const baseUrl = `http://127.0.0.1:${(server.address() as { port: number }).port}/v1`
    const list = (body: object) => app.ask('POST', '/api/endpoints/models', body)
    const own = (await app.ask('POST', '/api/endpoints', { name: 'A', baseUrl, model: 'm', key: 'k-1' })).body.id
    const other = (await app.ask('POST', '/api/endpoints', { name: 'B', baseUrl: simulated, model: 'm', key: 'k-2' }))
      .body.id
    expect((await list({ baseUrl, id: own })).body).toEqual({ models: ['a', 'b'] })
    await list({ baseUrl, id: other })
    expect(heard).toEqual(['Bearer k-1', 'none'])
  })
})

describe('simulated models', () => {
  it('are listed with what they do, and one click has an agent answer through one', async () => {
    const { body } = await app.ask('GET', '/api/settings/simulated-models')
    expect(body.models.map(({ id }: { id: string }) => id)).toEqual(
      expect.arrayContaining(['faithful', 'loose', 'calling']),
    )
    const first = (await app.ask('PUT', `/api/agents/${agent}/simulated-model`, { model: 'faithful' })).body.endpointId
    expect((await ask()).reply).toMatch(/April.*\[1\]/)
    await app.ask('PUT', `/api/agents/${agent}/simulated-model`, { model: null })
    const again = (await app.ask('PUT', `/api/agents/${agent}/simulated-model`, { model: 'faithful' })).body.endpointId
    expect(again).toBe(first)
  })

  it('loose: the invention is marked for the designer, and no visitor hears it', async () => {
    await app.ask('PUT', `/api/agents/${agent}/simulated-model`, { model: 'loose' })
    const turn = await ask()
    const unbacked = turn.support.filter((each: { isSupported: boolean }) => !each.isSupported)
    expect(unbacked.length).toBeGreaterThan(0)
    const { raw, last } = await visit()
    for (const { text } of unbacked) expect(raw).not.toContain(text)
    expect(last.data.reply).toContain('April')
  })
})
