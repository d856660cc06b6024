import { once } from 'node:events'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createDeflate } from 'node:zlib'
import { describe, expect, it } from 'vitest'
import { CUTTING } from '@parrot/core/library'
import { ReadPool } from './readPool'

const folder = mkdtempSync(join(tmpdir(), 'parrot-pool-'))
const good = join(import.meta.dirname, '../../../demo/files/conditions-of-carriage.pdf')
const read = (pool: ReadPool, path: string) =>
  pool.read(
    { origin: { kind: 'file', name: 'x.pdf', mediaType: '' }, path, mediaType: undefined, cutting: CUTTING, edits: [] },
    () => undefined,
    new AbortController().signal,
  )

/** A PDF whose only page unfolds to so many bytes. */
async function bomb(bytes: number): Promise<Buffer> {
  const deflate = createDeflate({ level: 9 })
  const packed: Buffer[] = []
  deflate.on('data', (part: Buffer) => packed.push(part))
  const spaces = Buffer.alloc(1024 * 1024, ' ')
  for (let at = 0; at < bytes; at += spaces.length) if (!deflate.write(spaces)) await once(deflate, 'drain')
  deflate.end()
  await once(deflate, 'end')
  const stream = Buffer.concat(packed)
  const objects = [
    '<</Type/Catalog/Pages 2 0 R>>',
    '<</Type/Pages/Kids[3 0 R]/Count 1>>',
    '<</Type/Page/Parent 2 0 R/MediaBox[0 0 99 99]/Contents 4 0 R>>',
  ].map((object, at) => `${at + 1} 0 obj\n${object}\nendobj\n`)
  const head = `%PDF-1.4\n${objects.join('')}4 0 obj\n<</Length ${stream.length}/Filter/FlateDecode>>\nstream\n`
  return Buffer.concat([Buffer.from(head), stream, Buffer.from('\nendstream\nendobj\ntrailer\n<</Root 1 0 R>>\n')])
}

describe('the threads that read', () => {
  it('refuse a PDF that unfolds to more memory than it gets, and read the next one with a fresh engine', async () => {
    const path = join(folder, 'bomb.pdf')
    const small = await bomb(900 * 1024 * 1024)
    expect(small.length).toBeLessThan(2_000_000)
    writeFileSync(path, small)
    const pool = new ReadPool()
    const result = await read(pool, path)
    expect(result).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('more memory than there is') },
    })
    for (const _again of [1, 2, 3, 4]) expect(await read(pool, good)).toMatchObject({ ok: true })
    await pool.close()
  })

  it('end a reading that gives no sign of life, and go on with others', async () => {
    const pool = new ReadPool(1)
    expect(await read(pool, good)).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('far longer') },
    })
    await pool.close()
    const patient = new ReadPool()
    expect(readFileSync(good).length).toBeGreaterThan(1000)
    expect(await read(patient, good)).toMatchObject({ ok: true })
    await patient.close()
  })
})
