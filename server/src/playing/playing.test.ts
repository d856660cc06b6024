import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { exchangeOf } from '@parrot/core/dialogue'
import type { ScriptResult } from '@parrot/core/rehearsal'
import { sharedTestApp, rulesFile, type TestApp } from '../../testing/testApp'
import { agentById } from '../agents/queries'
import { ask, draftOf } from '../turns/subject'
import { Baselines } from './baselines'
import { playAll, type Played } from './index'

let app: TestApp
let id: string
beforeAll(async () => {
  app = await sharedTestApp()
  id = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(id, rulesFile())
})
afterAll(() => app.end())

const LINES = [
  'Hello',
  'When is the water turned on?',
  'And off?',
  'What does a small plot cost?',
  'Do you sell rockets?',
]
const script: Played = { id: 's', title: 'Everything', turns: LINES.map((say) => ({ say, checks: [] })) }
const draft = async () => draftOf(app.services, await agentById(app.services.db, id))

describe('a script played in a thread', () => {
  it('is answered as the server itself answers, turn by turn', async () => {
    const subject = await draft()
    const { turns } = await (await app.services.players.with(app.services, subject)).play(script)
    let conversation: Parameters<typeof ask>[3] = []
    for (const [at, say] of LINES.entries()) {
      const state = await ask(app.services, subject, say, conversation)
      conversation = [...conversation, exchangeOf(state)]
      expect(turns[at]).toMatchObject({ say, reply: state.reply, outcome: state.outcome, citations: state.citations })
    }
  })

  it('tries edits of brief and library together, and changes neither', async () => {
    const subject = await draft()
    const player = await app.services.players.with(app.services, subject, {
      target: 'both',
      edits: [
        { target: 'library', edit: { kind: 'pair', question: 'Do you sell rockets?', answer: 'Only at new year.' } },
        { target: 'brief', edit: [{ op: 'replace', path: '/openers/greeting', value: 'Ahoy!' }] },
      ],
    })
    const { turns } = await player.play(script)
    expect([turns[0]!.reply, turns[4]!.reply]).toEqual([
      expect.stringContaining('Ahoy!'),
      expect.stringContaining('new year'),
    ])
    const untouched = await (await app.services.players.with(app.services, await draft())).play(script)
    expect(untouched.turns[4]!.outcome).toBe('unknown')
  })

  it('goes on when the index of a source was lost', async () => {
    const folder = join(app.dataFolder, 'indexes')
    for (const name of readdirSync(folder)) rmSync(join(folder, name))
    const { turns, error } = await (await app.services.players.with(app.services, await draft())).play(script)
    expect([error, turns[1]!.reply]).toEqual([undefined, expect.stringContaining('April')])
  })

  it('fails alone when its edit does not fit', async () => {
    const misfit = { target: 'brief', edit: [{ op: 'remove', path: '/rules/nothing' }] } as const
    await expect(app.services.players.with(app.services, await draft(), misfit)).rejects.toThrow('no longer there')
  })

  it('of many stops soon after the signal, with those that were done', async () => {
    const player = await app.services.players.with(app.services, await draft())
    const many = Array.from({ length: 60 }, (_, at) => ({ ...script, id: `s${at}` }))
    const abort = new AbortController()
    const done: ScriptResult[] = []
    const playing = playAll(
      player,
      many,
      (result) => {
        if (done.push(result) === 2) abort.abort()
      },
      { signal: abort.signal },
    )
    await playing.catch((error: unknown) => expect(abort.signal.aborted, String(error)).toBe(true))
    expect(done.length).toBeLessThan(60)
  })
})

describe('runs that trials are held against', () => {
  const scripts = [{ id: 'a', changedAt: new Date(1) }]
  const result: ScriptResult = { scriptId: 'a', title: 'A', passed: true, turns: [] }
  const never = () => Promise.reject(new Error('It was played again.'))

  it('are played once while stance and scripts stay the same', async () => {
    const baselines = new Baselines()
    baselines.keep('draft', scripts, [result])
    expect(await baselines.of('draft', scripts, never)).toEqual([result])
    for (const other of [
      ['edited', scripts],
      ['draft', [{ id: 'a', changedAt: new Date(2) }]],
    ] as const)
      await expect(baselines.of(other[0], other[1], never)).rejects.toThrow('played again')
  })

  it('are not kept of a run that left scripts out, nor of one that failed', async () => {
    const baselines = new Baselines()
    baselines.keep('draft', [...scripts, { id: 'b', changedAt: new Date(1) }], [result])
    await expect(baselines.of('draft', [...scripts, { id: 'b', changedAt: new Date(1) }], never)).rejects.toThrow()
    await expect(baselines.of('x', scripts, never)).rejects.toThrow()
    expect(await baselines.of('x', scripts, () => Promise.resolve([result]))).toEqual([result])
  })
})
