/**
 * Learns how windows are ranked and how sure the first of them is, and writes core/understudy/weights.json. Run by hand
 * after a change of what is measured: `node --import tsx scripts/learn/reading.ts`. It uses the questions that may be
 * looked at, over the small libraries and over real documents, and prints how each library does when left out.
 */
import { writeFileSync } from 'node:fs'
import { readLine } from '@parrot/core/reading'
import { MEASURES, measureAll, PASSAGES_READ, SURENESS, surenessOf, type Ranked } from '@parrot/core/understudy'
import { openCorpus, type OpenCorpus } from '../../bench/quality/corpora'
import { openReal, REAL } from '../../bench/quality/real/corpora'
import { lookedAt } from '../../bench/quality/questions/lookedAt'
import { CORPORA } from '../../bench/quality/questions/question'
import { areaUnder, fit, fitChoice, probability, type Logistic } from './logistic'

/** Real documents are what the engine is for; the small libraries were tuned on for long. */
const REAL_WEIGHT = 10
const RANK_ROUNDS = 150
const SURE_ROUNDS = 3000

interface Row {
  readonly library: string
  readonly weight: number
  readonly isAnswerable: boolean
  readonly windows: readonly {
    readonly x: readonly number[]
    readonly isRight: boolean
    readonly ranked: Omit<Ranked, 'likelihood'>
  }[]
}

const plain = (text: string): string => text.toLowerCase().replace(/[’‘]/g, "'").replace(/\s+/g, ' ')

function rowOf(
  library: string,
  weight: number,
  open: OpenCorpus,
  say: string,
  has: readonly (readonly string[])[] | undefined,
): Row {
  const question = readLine(say).questions[0]!
  const found = open.library.search(question.text, PASSAGES_READ)
  const { all } = measureAll(question, found, (stem) => open.library.rarity(stem))
  return {
    library,
    weight,
    isAnswerable: has !== undefined,
    windows: all.map(({ window, measured }) => ({
      x: MEASURES.map((name) => measured[name]),
      isRight: has !== undefined && has.every((any) => any.some((each) => plain(window.text).includes(plain(each)))),
      ranked: { window, measured },
    })),
  }
}

const rows: Row[] = []
for (const corpus of CORPORA) {
  const open = await openCorpus(corpus)
  for (const { say, has, kind } of lookedAt[corpus]) {
    if (typeof say !== 'string') continue
    const needed = (has ?? []).filter((each) => each !== 'Yes' && each !== 'No').map((each) => [each].flat())
    if (kind !== 'unknown' && (needed.length === 0 || kind === 'sum')) continue
    rows.push(rowOf(corpus, 1, open, say, kind === 'unknown' ? undefined : needed))
  }
}
for (const real of REAL) {
  const open = await openReal(real)
  for (const { say, has } of real.questions.looked) rows.push(rowOf(real.name, REAL_WEIGHT, open, say, [has]))
  for (const say of real.not.looked) rows.push(rowOf(real.name, REAL_WEIGHT, open, say, undefined))
}

const neverBelow = ['spoken', 'around', 'score', 'coverage', 'first', 'heading', 'fits', 'tight', 'whole'].map((name) =>
  MEASURES.indexOf(name as never),
)

const learnRank = (own: readonly Row[]): Logistic =>
  fitChoice(
    own.map(({ windows, weight }) => ({ options: windows, weight })),
    { rounds: RANK_ROUNDS, neverBelow },
  )

const rankedBy = (model: Logistic, { windows }: Row) =>
  windows
    .map(({ x, ranked, isRight }) => ({ ...ranked, isRight, likelihood: probability(model, x) }))
    .sort((a, b) => b.likelihood - a.likelihood || a.window.words - b.window.words)

function learnSure(own: readonly Row[], rank: Logistic): Logistic {
  return fit(
    own.flatMap((row) => {
      const ranked = rankedBy(rank, row)
      if (ranked.length === 0) return []
      const sureness = surenessOf(ranked)
      return [
        { x: SURENESS.map((name) => sureness[name]), y: (ranked[0]!.isRight ? 1 : 0) as 0 | 1, weight: row.weight },
      ]
    }),
    {
      rounds: SURE_ROUNDS,
      ridge: 0.01,
      neverBelow: ['likelihood', 'spoken', 'around', 'whole', 'tight'].map((name) => SURENESS.indexOf(name as never)),
    },
  )
}

const say = (line: string) => process.stdout.write(`${line}\n`)
const real = REAL.map(({ name }) => name)
const scored: { score: number; y: 0 | 1; isAnswerable: boolean; isSecond: boolean; library: string }[] = []
for (const name of [...real, 'clinic', 'museum']) {
  const others = rows.filter(({ library }) => library !== name)
  const rank = learnRank(others)
  const sure = learnSure(others, rank)
  const own = rows.filter(({ library }) => library === name)
  let [right, asked] = [0, 0]
  for (const row of own) {
    const ranked = rankedBy(rank, row)
    const isRight = ranked[0]?.isRight === true
    const second = ranked.find((each) => each.window.passage !== ranked[0]!.window.passage)
    if (row.isAnswerable) asked++
    if (isRight) right++
    const sureness = ranked.length > 0 ? surenessOf(ranked) : undefined
    scored.push({
      score: sureness
        ? probability(
            sure,
            SURENESS.map((each) => sureness[each]),
          )
        : 0,
      y: isRight ? 1 : 0,
      isAnswerable: row.isAnswerable,
      isSecond: second?.isRight === true,
      library: name,
    })
  }
  say(`${name} left out: the first window is right for ${right} of ${asked}`)
}
for (const group of [real, ['clinic', 'museum']]) {
  const own = scored.filter(({ library }) => group.includes(library))
  say(`${group.join(', ')}: area under the curve of being sure ${areaUnder(own).toFixed(3)}`)
  for (const bar of [0.2, 0.25, 0.3, 0.35, 0.4, 0.45, 0.5, 0.55, 0.6]) {
    const over = own.filter(({ score }) => score >= bar)
    const answerable = own.filter(({ isAnswerable }) => isAnswerable).length
    say(
      `  over ${bar}: ${over.filter(({ y }) => y === 1).length} right, ${over.filter(({ y, isAnswerable }) => y === 0 && isAnswerable).length} wrong of ${answerable}; ${over.filter(({ isAnswerable }) => !isAnswerable).length} of ${own.length - answerable} that are not answered; with the second ${over.filter(({ y, isSecond }) => y === 1 || isSecond).length}`,
    )
  }
}

const rank = learnRank(rows)
const sure = learnSure(rows, rank)
const round = (value: number) => Math.round(value * 1000) / 1000
const named = (names: readonly string[], { bias, weights }: Logistic) => ({
  bias: round(bias),
  weights: Object.fromEntries(names.map((name, at) => [name, round(weights[at]!)])),
})
const learned = { rank: named(MEASURES, rank), sure: named(SURENESS, sure) }
writeFileSync(new URL('../../core/understudy/weights.json', import.meta.url), `${JSON.stringify(learned, null, 2)}\n`)
say(JSON.stringify(learned))
