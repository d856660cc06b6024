/**
 * Learns how a condition and a line are weighed, and writes core/calling/weights.json. Run by hand after a change of
 * what is measured: `node --import tsx scripts/learn/calling.ts`. Prints how it does on conditions left out in turn.
 */
import { writeFileSync } from 'node:fs'
import { conditionOf, FEATURES, measure, senseOf, subjectOf } from '@parrot/core/calling'
import { readLine } from '@parrot/core/reading'
import { looked } from '../../bench/calling/looked'
import { triplesOf } from '../../bench/calling/triples'
import { areaUnder, fit, probability, type Example } from './logistic'

/** Lines that call for one condition seldom call for another; some do, so they count less, and not all are taken. */
const OTHERS_WEIGHT = 0.3
const EVERY = 7
const CAN_SPEAK_AGAINST = new Set<string>(['elsewhere', 'plain'])
const neverBelow = FEATURES.flatMap((name, at) => (CAN_SPEAK_AGAINST.has(name) ? [] : [at]))

interface Row extends Example {
  readonly when: string
}
const row = (when: string, line: string, y: 0 | 1, weight: number): Row => {
  const reading = readLine(line)
  const sense = senseOf(
    line,
    reading.questions.flatMap((question) => question.implied),
  )
  const measured = measure(conditionOf(subjectOf(when)), sense)
  return { when, x: FEATURES.map((name) => measured[name]), y, weight }
}

const own = triplesOf(looked).map(({ when, line, isCalled }) => row(when, line, isCalled ? 1 : 0, 1))
const others = looked.flatMap((one) =>
  looked.flatMap((other) => (one === other ? [] : other.by.map((line) => row(one.when, line, 0, OTHERS_WEIGHT)))),
)
const chosen = others.filter((_, at) => at % EVERY === 0)
const learn = (rows: readonly Row[], rounds: number) => fit(rows, { rounds, neverBelow })

const leftOut = looked.flatMap(({ when }) => {
  const model = learn(
    [...own, ...chosen].filter((each) => each.when !== when),
    600,
  )
  return own.filter((each) => each.when === when).map((each) => ({ y: each.y, score: probability(model, each.x) }))
})
const right = leftOut.filter(({ y, score }) => score >= 0.5 === (y === 1)).length
process.stdout.write(
  `left out in turn: ${right} of ${leftOut.length} right, area under the curve ${areaUnder(leftOut).toFixed(3)}\n`,
)

const model = learn([...own, ...chosen], 3000)
const round = (value: number) => Math.round(value * 1000) / 1000
const weights = Object.fromEntries(FEATURES.map((name, at) => [name, round(model.weights[at]!)]))
const file = new URL('../../core/calling/weights.json', import.meta.url)
writeFileSync(file, `${JSON.stringify({ bias: round(model.bias), weights }, null, 2)}\n`)
process.stdout.write(`${JSON.stringify(weights)}\n`)
