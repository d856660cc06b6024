import { mkdtempSync, readdirSync, readFileSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { buildSegment } from '@parrot/core/retrieval'
import { newDataFolder, openTestApp, rulesFile } from '../../testing/testApp'
import { readSnapshot, snapshotPath, sweepSnapshots, writeSnapshot } from './snapshots'

const passages = [
  {
    id: 'a',
    text: 'Water is free.',
    headings: ['Water'],
    locator: { kind: 'line', line: 1, label: 'line 1' } as const,
  },
]
const segment = buildSegment([{ title: 'Rules', headings: ['Water'], body: 'Water is free.' }])
const folder = mkdtempSync(join(tmpdir(), 'parrot-snapshots-'))

describe('a snapshot of an index', () => {
  it('comes back as it was written', () => {
    const path = snapshotPath(folder, 'v1', 'Rules')
    writeSnapshot(path, { passages, segment })
    expect(readSnapshot(path)).toEqual({ passages, segment })
    expect(snapshotPath(folder, 'v1', 'Other title')).not.toBe(path)
  })

  it('that is missing, cut off or no snapshot at all is none', () => {
    const path = snapshotPath(folder, 'v2', 'Rules')
    expect(readSnapshot(path)).toBeUndefined()
    writeSnapshot(path, { passages, segment })
    truncateSync(path, 40)
    expect(readSnapshot(path)).toBeUndefined()
    writeFileSync(path, 'words')
    expect(readSnapshot(path)).toBeUndefined()
  })

  it('in which a single bit was turned is none', () => {
    const path = snapshotPath(folder, 'v2', 'Rules')
    writeSnapshot(path, { passages, segment })
    const whole = readFileSync(path)
    for (const at of [0, 5, Math.floor(whole.length / 2), whole.length - 1]) {
      const turned = Buffer.from(whole)
      turned[at]! ^= 1
      writeFileSync(path, turned)
      expect(readSnapshot(path)).toBeUndefined()
    }
  })

  it('of a version that nobody uses is removed, as is one half written', () => {
    writeFileSync(join(folder, 'v3-x.index.part'), '')
    sweepSnapshots(folder, new Set(['v1']))
    expect(readdirSync(folder)).toEqual([snapshotPath(folder, 'v1', 'Rules').split('/').at(-1)])
  })
})

describe('a library after a restart', () => {
  const data = newDataFolder()
  const open = () => openTestApp({}, data)
  const last: { end?: () => Promise<void> } = {}
  afterAll(() => last.end?.())

  it('answers from its snapshots, and from the database when they are gone or broken', async () => {
    const first = await open()
    const agent = (await first.ask('POST', '/api/agents', { name: 'Ada' })).body.id
    await first.read(agent, rulesFile())
    const search = async (app: typeof first) =>
      (await app.ask('GET', `/api/agents/${agent}/search?q=bonfires`)).body.hits
    const expected = await search(first)
    expect(expected[0].text).toContain('November')
    await first.close()
    const indexes = join(data, 'indexes')
    const [name] = readdirSync(indexes)
    const second = await open()
    expect(await search(second)).toEqual(expected)
    await second.close()
    truncateSync(join(indexes, name!), 100)
    const third = await open()
    expect(await search(third)).toEqual(expected)
    expect(readFileSync(join(indexes, name!)).length).toBeGreaterThan(100)
    last.end = third.end
  })
})
