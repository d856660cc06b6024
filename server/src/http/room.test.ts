import { spawnSync } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { blankImage } from '../../testing/blankImage'
import { openTestApp, rulesFile, until, untilRead } from '../../testing/testApp'

/** A small disk of its own; only root may have one. */
const disk = mkdtempSync(join(tmpdir(), 'parrot-disk-'))
const isMounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=140m', 'tmpfs', disk]).status === 0
if (!isMounted) process.stdout.write('The test of a full disk is left out: a small disk could not be mounted.\n')
afterAll(() => {
  if (isMounted) spawnSync('umount', [disk])
  rmSync(disk, { recursive: true, force: true })
})

describe.skipIf(!isMounted)('a disk that fills up', () => {
  it('is read from and not written to, and all is well again once there is room', async () => {
    const folder = join(disk, 'data')
    mkdirSync(folder)
    cpSync(blankImage(), join(folder, 'database'), { recursive: true })
    const app = await openTestApp({ PARROT_RESERVE_MB: '24', PARROT_DURABLE: 'on' }, folder)
    const { id } = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body
    await app.read(id, rulesFile())
    const ballast = join(disk, 'ballast')
    const { bavail, bsize } = statfsSync(disk)
    writeFileSync(ballast, Buffer.alloc(bavail * bsize - 2 * 1024 * 1024))
    await until(async () => (await app.ask('GET', '/api/health')).body.status === 'full')
    expect(await app.ask('POST', `/api/agents/${id}/turns`, { text: 'Hello' })).toMatchObject({
      status: 507,
      body: { code: 'no-room' },
    })
    // A job that was waiting goes on waiting.
    await app.services.jobs.add('read', 'nobody')
    expect((await app.ask('GET', `/api/agents/${id}/search?q=water`)).body.hits.length).toBeGreaterThan(0)
    rmSync(ballast)
    const added = await until(async () => {
      const answer = await app.ask('POST', `/api/agents/${id}/sources`, { kind: 'note', title: 'N', text: 'Bees hum.' })
      return answer.status === 202 && answer.body
    })
    expect(await untilRead(app.ask, added.id)).toMatchObject({ status: 'ready' })
    expect((await app.ask('GET', '/api/health')).body.status).toBe('ok')
    await app.close()
  }, 60_000)
})
