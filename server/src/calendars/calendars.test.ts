import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { buildCalendar, type StandInCalendar } from '../../../stand-ins'
import { openTestApp, type TestApp } from '../../testing/testApp'

/** Appointments in a calendar of another, through the HTTP surface. */
let app: TestApp
let calendar: StandInCalendar
let origin: string

const ALWAYS = [{ days: [0, 1, 2, 3, 4, 5, 6], from: '09:00', to: '12:00' }]
const SETTINGS = { timeZone: 'Europe/London', hours: ALWAYS, lengthMinutes: 60, noticeMinutes: 0 }

interface Made {
  readonly id: string
  readonly operations: readonly { readonly name: string }[]
}
const toolAt = async (url: string, settings: object = SETTINGS, more: object = {}): Promise<Made> =>
  (await app.ask('POST', '/api/tools', { kind: 'calendar', name: 'Group desk', url, settings: { appointments: settings }, timeoutMs: 3000, ...more })).body // prettier-ignore
/** Calls what a tool offers; a second calendar’s operations have the tool’s name before theirs. */
const call = async ({ id, operations }: Made, kind: string, input: object) => {
  const operation = operations.find(({ name }) => name.includes(kind))!.name
  const { result, isFailed } = (await app.ask('POST', `/api/tools/${id}/try`, { operation, input })).body
  return { result, isFailed, value: result.startsWith('{') ? JSON.parse(result) : undefined }
}
/** A day far enough ahead that all its hours can still be had. */
const DAY = new Date(Date.now() + 3 * 86_400_000).toISOString().slice(0, 10)
const ANA = { name: 'Ana', email: 'ana@school.example', day: DAY, time: '10:00' }

beforeAll(async () => {
  calendar = buildCalendar()
  await calendar.app.listen({ host: '127.0.0.1', port: 0 })
  origin = calendar.app.listeningOrigin
  app = await openTestApp({ PARROT_ALLOW_HOSTS: '127.0.0.1' })
})
afterAll(async () => {
  await calendar?.app.close()
  await app?.end()
})
beforeEach(() => calendar.failWith(0))

describe('appointments', () => {
  it('are found where the calendar is free, booked with an entry of it, moved, and cancelled', async () => {
    const id = await toolAt(`${origin}/calendars/one/`)
    const times = async () =>
      ((await call(id, 'free_times', { day: DAY })).value.times as { time: string }[]).map(({ time }) => time)
    expect(await times()).toEqual(['09:00', '10:00', '11:00'])
    const booked = await call(id, 'book_time', ANA)
    expect(booked.value).toMatchObject({ state: 'booked', time: '10:00', name: 'Ana' })
    expect([...calendar.entries('one').values()][0]).toContain('SUMMARY:Ana')
    expect(await times()).toEqual(['09:00', '11:00'])
    const { number } = booked.value
    const moved = await call(id, 'move_time', { number, email: 'ANA@school.example', day: DAY, time: '11:00' })
    expect(moved.value).toMatchObject({ state: 'moved', time: '11:00' })
    expect(await times()).toEqual(['09:00', '10:00'])
    const again = await call(id, 'book_time', ANA)
    expect([again.isFailed, again.value.number === number]).toEqual([false, false])
    expect((await call(id, 'cancel_time', { ...again.value, email: ANA.email })).isFailed).toBe(false)
    expect((await call(id, 'cancel_time', { number, email: 'eve@else.example' })).isFailed).toBe(true)
    expect((await call(id, 'cancel_time', { number, email: ANA.email })).value).toMatchObject({ state: 'cancelled' })
    expect(calendar.entries('one').size).toBe(0)
  })

  it('go to one of fifty who want the same time at once', async () => {
    const id = await toolAt(`${origin}/calendars/crowd/`)
    const all = await Promise.all(
      Array.from({ length: 50 }, (_, at) => call(id, 'book_time', { ...ANA, email: `visitor${at}@school.example` })),
    )
    expect(all.filter(({ isFailed }) => !isFailed)).toHaveLength(1)
    expect(all.find(({ isFailed }) => isFailed)!.result).toBe('That time is not free.')
    expect(calendar.entries('crowd').size).toBe(1)
  })

  it('are not doubled by two servers: the calendar lets only one entry of a time in', async () => {
    const one = await toolAt(`${origin}/calendars/shared/`)
    const other = await toolAt(`${origin}/calendars/shared/`)
    const both = await Promise.all([call(one, 'book_time', ANA), call(other, 'book_time', ANA)])
    expect(both.filter(({ isFailed }) => !isFailed)).toHaveLength(1)
    expect(calendar.entries('shared').size).toBe(1)
  })

  it('are not there while the calendar is gone, and nothing is booked twice when it comes back', async () => {
    const id = await toolAt(`${origin}/calendars/gone/`)
    calendar.failWith(503)
    const failed = await call(id, 'book_time', ANA)
    expect(failed).toMatchObject({ isFailed: true, result: expect.stringContaining('503') })
    calendar.failWith(0)
    expect((await call(id, 'book_time', ANA)).isFailed).toBe(false)
    expect((await call(id, 'book_time', ANA)).isFailed).toBe(true)
    expect(calendar.entries('gone').size).toBe(1)
  })

  it('are booked once where the answer was lost on the way', async () => {
    const id = await toolAt(`${origin}/calendars/lost/`)
    calendar.failWith(502, true)
    expect((await call(id, 'book_time', ANA)).value).toMatchObject({ state: 'booked' })
    expect(calendar.entries('lost').size).toBe(1)
  })

  it('are refused outside the hours, and for a time of day that is none', async () => {
    const id = await toolAt(`${origin}/calendars/hours/`)
    for (const time of ['08:00', '10:30', '12:00', 'noon'])
      expect((await call(id, 'book_time', { ...ANA, time })).isFailed, time).toBe(true)
  })

  it('can only be looked at in a calendar that is a file', async () => {
    const { operations } = await toolAt(`${origin}/calendars/x.ics`)
    expect(operations.map(({ name }) => name)).toEqual([expect.stringMatching(/free_times/)])
  })

  it('are set up with hours that can be, or not at all', async () => {
    const hours = [{ days: [0], from: '12:00', to: '09:00' }]
    const { status, body } = await app.ask('POST', '/api/tools', { kind: 'calendar', name: 'x', url: origin, settings: { appointments: { ...SETTINGS, hours } } }) // prettier-ignore
    expect(status).toBe(400)
    expect(JSON.stringify(body)).toContain('It must end after it begins.')
  })
})

const hasRadicale = spawnSync('radicale', ['--version']).status === 0
if (!hasRadicale) process.stderr.write('Radicale is not installed: appointments are tried with the stand-in alone.\n')

describe.skipIf(!hasRadicale)('a real CalDAV server', () => {
  let server: ChildProcess
  let folder: string
  const url = 'http://127.0.0.1:5239/ana/desk/'

  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'parrot-radicale-'))
    server = spawn('radicale', ['--server-hosts', '127.0.0.1:5239', '--auth-type', 'none', '--storage-filesystem-folder', folder], { stdio: 'ignore' }) // prettier-ignore
    for (let tries = 0; tries < 100; tries++) {
      if (await fetch('http://127.0.0.1:5239/').then(() => true, () => false)) break // prettier-ignore
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
    const made = await fetch(url, { method: 'MKCALENDAR', headers: { authorization: `Basic ${btoa('ana:x')}` } })
    expect(made.status).toBe(201)
  })
  afterAll(() => {
    server?.kill()
    rmSync(folder, { recursive: true, force: true })
  })

  it('is booked in, looked at, and cancelled in alike', async () => {
    const id = await toolAt(url, SETTINGS, { auth: { kind: 'basic', name: 'ana' }, secret: 'x' })
    const booked = await call(id, 'book_time', ANA)
    expect(booked.value).toMatchObject({ state: 'booked' })
    const left = (await call(id, 'free_times', { day: DAY })).value.times as { time: string }[]
    expect(left.map(({ time }) => time)).toEqual(['09:00', '11:00'])
    expect((await call(id, 'book_time', { ...ANA, email: 'bo@school.example' })).isFailed).toBe(true)
    const { number } = booked.value
    const moved = await call(id, 'move_time', { number, email: ANA.email, day: DAY, time: '11:00' })
    expect(moved.value).toMatchObject({ state: 'moved', time: '11:00' })
    expect((await call(id, 'cancel_time', { number, email: ANA.email })).isFailed).toBe(false)
    expect(((await call(id, 'free_times', { day: DAY })).value.times as unknown[]).length).toBe(3)
  })
})
