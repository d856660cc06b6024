import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { buildCalendar, buildSite, startMails } from './index'

const site = buildSite(new URL('./site', import.meta.url).pathname)
const { app: calendar } = buildCalendar()
let siteUrl: string
let entry: string

beforeAll(async () => {
  siteUrl = await site.listen({ host: '127.0.0.1', port: 0 })
  entry = `${await calendar.listen({ host: '127.0.0.1', port: 0 })}/calendars/desk/a.ics`
})
afterAll(async () => {
  await site.close()
  await calendar.close()
})

describe('the calendar', () => {
  const put = (body: string, headers: Record<string, string> = {}) =>
    fetch(entry, { method: 'PUT', body, headers: { 'content-type': 'text/calendar', ...headers } })

  it('makes an entry only where none of its name is, gives it, and takes it out once', async () => {
    const first = await put('BEGIN:VCALENDAR\r\nX:1\r\nEND:VCALENDAR', { 'if-none-match': '*' })
    expect([first.status, first.headers.get('etag')]).toEqual([201, expect.stringMatching(/^"[0-9a-f]+"$/)])
    expect((await put('BEGIN:VCALENDAR\r\nX:2\r\nEND:VCALENDAR', { 'if-none-match': '*' })).status).toBe(412)
    expect(await (await fetch(entry)).text()).toContain('X:1')
    expect((await put('no calendar')).status).toBe(415)
    expect((await fetch(entry, { method: 'DELETE' })).status).toBe(204)
    expect((await fetch(entry, { method: 'DELETE' })).status).toBe(404)
  })
})

describe('the search of the sample website', () => {
  it('finds pages by their words, the best first, and takes what is asked for as words only', async () => {
    const found = async (query: string) => (await fetch(`${siteUrl}/search?q=${encodeURIComponent(query)}`)).text()
    expect(await found('parking electric car')).toMatch(/<item><title>[^<]*[Pp]arking/)
    expect(await found('</description><script>')).not.toContain('<script>')
    expect(await found('xylophone')).not.toContain('<item>')
  })
})

describe('the mailbox', () => {
  it('opens to its user', async () => {
    const box = await startMails({ user: 'desk', password: 'x' }, ['Subject: Hello\r\n\r\nHi.'])
    expect(box.port).toBeGreaterThan(0)
    await box.close()
  })
})
