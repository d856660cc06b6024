import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { buildModelEndpoint, buildSite } from './index'

const site = buildSite(new URL('./site', import.meta.url).pathname)
const model = buildModelEndpoint('the-key')
let siteUrl: string
let modelUrl: string

beforeAll(async () => {
  siteUrl = await site.listen({ host: '127.0.0.1', port: 0 })
  modelUrl = await model.listen({ host: '127.0.0.1', port: 0 })
})
afterAll(async () => {
  await site.close()
  await model.close()
})

describe('the sample website', () => {
  it('serves its pages, each linked from the first', async () => {
    const home = await (await fetch(siteUrl)).text()
    const links = [...home.matchAll(/href="(\/[a-z-]+)"/g)].map((match) => match[1]!)
    expect(links.length).toBeGreaterThan(4)
    for (const link of new Set(links)) expect((await fetch(siteUrl + link)).status).toBe(200)
  })

  it('stands in several layouts, with the outlet that is named and the links that stay within', async () => {
    const page = await fetch(`${siteUrl}/as/ledger/parking?outlet=bubble-0a1b`)
    const html = await page.text()
    expect(page.headers.get('content-security-policy')).toContain("default-src 'none'")
    expect(html).toContain('<script src="http://127.0.0.1:4100/bubble/bubble-0a1b.js"></script></body>')
    expect(html).toContain('href="/as/ledger/contact?outlet=bubble-0a1b"')
    expect(await (await fetch(`${siteUrl}/as/pilot?outlet="><script>`)).text()).not.toContain('/bubble/')
  })

  it.each(['/nothing', '/as/none/parking', '/..%2f..%2fpackage', '/robots'])('has nothing at %s', async (path) => {
    expect((await fetch(siteUrl + path)).status).toBe(404)
  })
})

describe('the model endpoint', () => {
  const ask = (body: unknown, key = 'the-key') =>
    fetch(`${modelUrl}/v1/chat/completions`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', authorization: `Bearer ${key}` },
      body: JSON.stringify(body),
    })
  const messages = [
    { role: 'system', content: '# Openers\n- The visitor was greeted with: “Welcome!”' },
    { role: 'user', content: 'Question: Hello' },
  ]

  it('answers whole', async () => {
    const body = (await (await ask({ model: 'understudy', messages })).json()) as {
      choices: { message: unknown }[]
      object: string
    }
    expect(body).toMatchObject({
      object: 'chat.completion',
      choices: [{ message: { role: 'assistant', content: 'Welcome!' }, finish_reason: 'stop' }],
    })
  })

  it('answers in pieces that end with [DONE]', async () => {
    const lines = (await (await ask({ model: 'm', messages, stream: true })).text()).split('\n\n').filter(Boolean)
    expect(lines.at(-1)).toBe('data: [DONE]')
    const text = lines
      .slice(0, -1)
      .map(
        (line) =>
          (JSON.parse(line.slice(6)) as { choices: { delta: { content?: string } }[] }).choices[0]!.delta.content ?? '',
      )
    expect(text.join('')).toBe('Welcome!')
  })

  it('wants its key, and messages', async () => {
    expect((await ask({ messages }, 'another')).status).toBe(401)
    expect((await ask({ model: 'm' })).status).toBe(400)
  })
})
