/**
 * Asks the question sets and prints, for each library, how many answers were right, offered and right, flatly wrong, or
 * declined, and how many of the questions that cannot be answered were answered flatly all the same. Real documents come
 * first; their sealed third is asked only with `--sealed`, which is for telling a result, not for working. `--show` prints
 * each miss with its reply, `--why` its workings, `--library=mail` asks one library, `--calls` judges the sealed conditions.
 */
import { judge as judgeCall, BARS } from '@parrot/core/calling'
import { readLine } from '@parrot/core/reading'
import { looked } from '../calling/looked'
import { sealed as sealedCalls } from '../calling/sealed'
import { triplesOf } from '../calling/triples'
import { openCorpus, type OpenCorpus } from './corpora'
import { ask, type Verdict } from './judge'
import { heldOut } from './questions/heldOut'
import { lookedAt } from './questions/lookedAt'
import { CORPORA, type Corpus, type Question } from './questions/question'
import { openReal, REAL } from './real/corpora'
import { hear } from './replies/measure'
import { checked as checkedReplies, looked as lookedReplies, sealed as sealedReplies } from './replies'
import type { RealQuestion } from './real/question'

const has = (flag: string) => process.argv.includes(`--${flag}`)
const value = (name: string) => process.argv.find((each) => each.startsWith(`--${name}=`))?.slice(name.length + 3)
const only = value('library')
const say = (line: string) => process.stdout.write(`${line}\n`)
const percent = (part: number, whole: number) => (whole === 0 ? '–' : `${((100 * part) / whole).toFixed(0)} %`)

const asQuestion = ({ say: line, has: any }: RealQuestion): Question => ({ kind: 'fact', say: line, has: [[...any]] })
const notAnswered = (line: string): Question => ({ kind: 'unknown', say: line })

say('library      asked right offered wrong declined | cannot be answered: asked, answered flatly')
function row(name: string, verdicts: readonly Verdict[]): void {
  const answerable = verdicts.filter(({ question }) => question.kind !== 'unknown')
  const not = verdicts.filter(({ question }) => question.kind === 'unknown')
  const count = (result: Verdict['result'], of = answerable) => of.filter((each) => each.result === result).length
  const good = count('correct') + count('offered')
  say(
    [
      name.padEnd(12),
      String(answerable.length).padStart(5),
      String(count('correct')).padStart(5),
      String(count('offered')).padStart(7),
      String(count('wrong')).padStart(5),
      String(count('abstained')).padStart(8),
      '|',
      String(not.length).padStart(4),
      String(count('invented', not)).padStart(4),
      `   right or offered ${percent(good, answerable.length)}, flatly wrong ${percent(count('wrong'), answerable.length)}, answered flatly ${percent(count('invented', not), not.length)}`,
    ].join(' '),
  )
}

function show({ question, state, result, because }: Verdict): void {
  if (result === 'correct' || result === 'offered') return
  say(
    `  [${question.kind}] ${[question.say].flat().join(' / ')}\n    ${result}: ${because.join('; ')}\n    → ${state.reply.replace(/\n/g, '\n      ')}`,
  )
  if (!has('why')) return
  for (const { step, details } of state.workings)
    if (['read', 'model', 'retrieval'].includes(step))
      for (const { label, text } of details) say(`        ${label}: ${text}`)
}

async function askAll(
  name: string,
  open: OpenCorpus,
  questions: readonly Question[],
  isShown: boolean,
): Promise<Verdict[]> {
  const verdicts: Verdict[] = []
  for (const question of questions) {
    const verdict = await ask(open, question)
    verdicts.push(verdict)
    if (has('show') && isShown) show(verdict)
  }
  row(name, verdicts)
  return verdicts
}

const all = { looked: [] as Verdict[], sealed: [] as Verdict[], small: [] as Verdict[], kept: [] as Verdict[] }
for (const real of REAL) {
  if (only && real.name !== only) continue
  const open = await openReal(real)
  const { looked: may, sealed } = real.questions
  all.looked.push(
    ...(await askAll(real.name, open, [...may.map(asQuestion), ...real.not.looked.map(notAnswered)], true)),
  )
  if (has('sealed'))
    all.sealed.push(
      ...(await askAll(
        `${real.name} sealed`,
        open,
        [...sealed.map(asQuestion), ...real.not.sealed.map(notAnswered)],
        false,
      )),
    )
}
for (const corpus of CORPORA) {
  if (only && corpus !== only) continue
  const open = await openCorpus(corpus)
  all.small.push(...(await askAll(corpus, open, lookedAt[corpus], true)))
  if (has('sealed')) all.kept.push(...(await askAll(`${corpus} kept`, open, heldOut[corpus], false)))
}
say('')
if (all.looked.length > 0) row('real', all.looked)
if (all.sealed.length > 0) row('real sealed', all.sealed)
if (all.small.length > 0) row('small', all.small)
if (all.kept.length > 0) row('small kept', all.kept)

say('\nwhether a line calls for a condition')
for (const [name, set] of [
  ['looked at', looked],
  ...(has('sealed') ? [['sealed', sealedCalls] as const] : []),
] as const) {
  const triples = triplesOf(set).map((each) => ({
    ...each,
    said: judgeCall({ when: each.when }, readLine(each.line)).confidence >= BARS.always,
  }))
  const others = set.flatMap(({ when }) =>
    set
      .filter((each) => each.when !== when)
      .flatMap(({ by }) => by.map((line) => judgeCall({ when }, readLine(line)).confidence >= BARS.always)),
  )
  const right = triples.filter(({ said, isCalled }) => said === isCalled).length
  const missed = triples.filter(({ said, isCalled }) => isCalled && !said)
  const near = triples.filter(({ isCalled }) => !isCalled)
  say(
    `${name}: ${percent(right, triples.length)} of ${triples.length} right; ${missed.length} of ${triples.length - near.length} missed; called without cause: ${near.filter(({ said }) => said).length} of ${near.length} lines made to be near, ${others.filter(Boolean).length} of ${others.length} lines of other conditions (${percent(others.filter(Boolean).length, others.length)})`,
  )
  if (has('show') && name === 'looked at')
    for (const { when, line, said, isCalled } of triples)
      if (said !== isCalled) say(`  ${isCalled ? 'missed' : 'without cause'}: ${when} | ${line}`)
}

say('\nwhat a language model may say: sentences labelled by hand')
for (const [name, set] of [
  ['looked at', lookedReplies],
  ['not learned from', checkedReplies],
  ...(has('sealed') ? [['sealed', sealedReplies] as const] : []),
] as const) {
  const heard = (
    await Promise.all(
      Object.entries(set).map(async ([corpus, replies]) => hear(await openCorpus(corpus as Corpus), replies)),
    )
  ).flat()
  const of = (label: string) => heard.filter((each) => each.label === label)
  const kept = (label: string) => of(label).filter((each) => each.isBacked).length
  const caught = of('-').length - kept('-')
  say(
    `${name}: backed and kept ${kept('+')} of ${of('+').length} (${percent(kept('+'), of('+').length)}), without a claim and kept ${kept('.')} of ${of('.').length}, inventions caught ${caught} of ${of('-').length} (${percent(caught, of('-').length)})`,
  )
  if (has('show') && name !== 'sealed')
    for (const { to, text, label, isBacked } of heard)
      if (isBacked !== (label !== '-')) say(`  ${isBacked ? 'let pass' : 'held back'}: ${to} | ${text}`)
}
