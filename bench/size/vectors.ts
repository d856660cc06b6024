import { nearest, vectorSet } from '@parrot/core/retrieval'
import { ReadPool } from '../../server/src/library/readPool'
import { row, timed } from './table'

const PASSAGES = 100_000
const DIMENSIONS = 384
const NEAREST = 40

/** What the nearest of many vectors cost to find, every one looked at, here and in a reading thread. */
export async function benchVectors(): Promise<void> {
  const bytes = new Int8Array(PASSAGES * DIMENSIONS).map((_, at) => ((at * 2_654_435_761) >>> 24) - 128)
  const vectors = Array.from({ length: PASSAGES }, (_, at) => bytes.subarray(at * DIMENSIONS, (at + 1) * DIMENSIONS))
  const set = vectorSet(vectors, DIMENSIONS)
  const question = (turn: number) => vectors[(turn * 977) % PASSAGES]!.slice()
  const memory = `${Math.round((set.memory.buffer.byteLength + set.norms.byteLength) / 1_000_000)} MB`
  row(
    'nearest of 100,000 vectors of 384 dimensions',
    await timed((turn) => Promise.resolve(nearest(set, question(turn), NEAREST)), 60),
    `${memory} in shared memory; aim: 30 ms`,
  )
  const pool = new ReadPool()
  row('the same in a reading thread', await timed((turn) => pool.nearest('bench', set, question(turn), NEAREST), 60))
  await pool.close()
}
