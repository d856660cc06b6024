/**
 * Asks the question set and prints, by kind, how many answers were correct, wrong, abstained or invented, how many
 * cited the right source, and what share of the sentences is supported; "near" counts the abstentions that quote what answers. The questions that were looked at while the
 * engine was built and the third that was kept apart are counted separately. `--show` prints each miss with its reply;
 * `--held-out` shows those of the kept third too. Ends with an error when the aims are missed on the first part.
 */
import { openCorpus } from './corpora'
import { ask, type Verdict } from './judge'
import { heldOut } from './questions/heldOut'
import { lookedAt } from './questions/lookedAt'
import { CORPORA, KINDS, type Corpus, type Question } from './questions/question'

const AIM = 0.95
const shows = process.argv.includes('--show')
const showsHeldOut = process.argv.includes('--held-out')
const only = process.argv.find((argument) => argument.startsWith('--kind='))?.slice(7)

const onlyCorpus = process.argv.find((argument) => argument.startsWith('--library='))?.slice(10)

const sets: readonly [name: string, isHeldOut: boolean, questions: Readonly<Record<Corpus, readonly Question[]>>][] = [
  ['questions looked at', false, lookedAt],
  ['kept apart', true, heldOut],
]
const say = (line: string) => process.stdout.write(`${line}\n`)
const percent = (part: number, whole: number) => (whole === 0 ? '–' : `${((100 * part) / whole).toFixed(1)} %`)

function table(verdicts: readonly Verdict[]): void {
  say('kind            asked correct wrong abstained near invented  cited right  supported sentences')
  const line = (name: string, of: readonly Verdict[]) => {
    const count = (result: Verdict['result']) => of.filter((verdict) => verdict.result === result).length
    const cited = of.filter((verdict) => verdict.isCitedRight !== undefined)
    const sentences = of.flatMap((verdict) => verdict.state.support)
    say(
      [
        name.padEnd(15),
        String(of.length).padStart(5),
        String(count('correct')).padStart(7),
        String(count('wrong')).padStart(5),
        String(count('abstained')).padStart(9),
        String(of.filter((verdict) => verdict.isNear).length).padStart(4),
        String(count('invented')).padStart(8),
        `${cited.filter((verdict) => verdict.isCitedRight).length} of ${cited.length}`.padStart(12),
        percent(sentences.filter((each) => each.isSupported).length, sentences.length).padStart(20),
      ].join(' '),
    )
  }
  for (const kind of KINDS) {
    const of = verdicts.filter((verdict) => verdict.question.kind === kind)
    if (of.length > 0) line(kind, of)
  }
  line('all', verdicts)
}

let isShort = false
for (const [name, isHeldOut, questions] of sets) {
  const verdicts: Verdict[] = []
  for (const corpus of CORPORA) {
    if (onlyCorpus && corpus !== onlyCorpus) continue
    const open = await openCorpus(corpus)
    for (const question of questions[corpus]) {
      if (only && question.kind !== only) continue
      verdicts.push(await ask(open, question))
    }
  }
  say(`\n${name}: ${verdicts.length} questions`)
  if (shows && (!isHeldOut || showsHeldOut)) {
    for (const { question, state, result, because } of verdicts) {
      if (result === 'correct') continue
      say(
        `  [${question.kind}] ${[question.say].flat().join(' / ')}\n    ${result}: ${because.join('; ')}\n    → ${state.reply.replace(/\n/g, '\n      ')}`,
      )
      if (process.argv.includes('--why'))
        for (const { step, details } of state.workings)
          if (step === 'model' || step === 'retrieval')
            for (const detail of details) say(`        ${detail.label}: ${detail.text}`)
    }
  }
  table(verdicts)
  const answerable = verdicts.filter((verdict) => verdict.question.kind !== 'unknown')
  const unanswerable = verdicts.filter((verdict) => verdict.question.kind === 'unknown')
  const right = answerable.filter((verdict) => verdict.result === 'correct').length
  const declined = unanswerable.filter((verdict) => verdict.result === 'correct').length
  const share = (part: number, whole: number) => (whole === 0 ? 1 : part / whole)
  say(
    `correct of the answerable: ${percent(right, answerable.length)}; unanswerable declined: ${percent(declined, unanswerable.length)}`,
  )
  if (!isHeldOut) isShort = share(right, answerable.length) < AIM || share(declined, unanswerable.length) < AIM
}
process.exitCode = isShort ? 1 : 0
