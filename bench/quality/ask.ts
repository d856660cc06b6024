/**
 * Asks one corpus a few lines and prints each reply with its workings; `--` begins a new conversation:
 * `npx tsx bench/quality/ask.ts ferries "When is the last boat?" "To Inchmore" -- "Hello"`
 */
import { exchangeOf, takeTurn, type Exchange } from '@parrot/core/dialogue'
import { understudy } from '@parrot/core/understudy'
import { openCorpus } from './corpora'
import { CORPORA } from './questions/question'

const [corpus, ...lines] = process.argv.slice(2)
const open = await openCorpus(CORPORA.find((each) => each === corpus) ?? 'ferries')
const say = (line: string) => process.stdout.write(`${line}\n`)
let conversation: Exchange[] = []
for (const said of lines) {
  if (said === '--') {
    conversation = []
    continue
  }
  const state = await takeTurn(said, { ...open, model: understudy, conversation, clock: () => performance.now() })
  conversation.push(exchangeOf(state))
  say(`> ${said}\n${state.outcome}: ${state.reply}`)
  for (const { step, tookMs, summary, details } of state.workings) {
    say(`    ${step} (${tookMs} ms) ${summary}`)
    for (const detail of details) say(`        ${detail.label}: ${detail.text}`)
  }
}
