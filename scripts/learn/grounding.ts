/**
 * Learns how surely a ground backs the wording of a claim, and writes core/grounding/weights.json. Run by hand after a
 * change of what is measured: `node --import tsx scripts/learn/grounding.ts`. Prints how it does on replies left out in
 * turn. The best ground is chosen by the present weights, so it is run until they settle.
 */
import { writeFileSync } from 'node:fs'
import { MEASURES } from '@parrot/core/grounding'
import { openCorpus } from '../../bench/quality/corpora'
import { looked } from '../../bench/quality/replies'
import { hear } from '../../bench/quality/replies/measure'
import type { Corpus } from '../../bench/quality/questions/question'
import { areaUnder, fit, probability, type Example } from './logistic'

interface Row extends Example {
  readonly to: string
}
/** What holds a backed sentence back costs a visitor the answer; both kinds count the same in the end. */
const BACKED_WEIGHT = Number(process.argv[2] ?? 1)

const rows: Row[] = []
for (const [corpus, replies] of Object.entries(looked))
  for (const { to, label, measured } of await hear(await openCorpus(corpus as Corpus), replies))
    if (measured && label !== '.')
      rows.push({
        to: `${corpus} ${to}`,
        x: MEASURES.map((name) => measured[name]),
        y: label === '+' ? 1 : 0,
        weight: label === '+' ? BACKED_WEIGHT : 1,
      })

const neverBelow = MEASURES.map((_, at) => at)
const learn = (examples: readonly Row[], rounds: number) => fit(examples, { rounds, neverBelow })
const replies = [...new Set(rows.map(({ to }) => to))]
const leftOut = replies.flatMap((to) => {
  const model = learn(
    rows.filter((each) => each.to !== to),
    400,
  )
  return rows.filter((each) => each.to === to).map(({ x, y }) => ({ y, score: probability(model, x) }))
})
const kept = leftOut.filter(({ y, score }) => y === 1 && score >= 0.5).length
const caught = leftOut.filter(({ y, score }) => y === 0 && score < 0.5).length
const of = (y: 0 | 1) => leftOut.filter((each) => each.y === y).length
process.stdout.write(
  `left out in turn: ${kept} of ${of(1)} kept, ${caught} of ${of(0)} caught, area under the curve ${areaUnder(leftOut).toFixed(3)}\n`,
)

const model = learn(rows, 3000)
const round = (value: number) => Math.round(value * 1000) / 1000
const weights = Object.fromEntries(MEASURES.map((name, at) => [name, round(model.weights[at]!)]))
const file = new URL('../../core/grounding/weights.json', import.meta.url)
writeFileSync(file, `${JSON.stringify({ bias: round(model.bias), weights }, null, 2)}\n`)
process.stdout.write(`${JSON.stringify(weights)}\n`)
