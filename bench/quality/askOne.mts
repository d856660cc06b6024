import { openCorpus } from './corpora'
import { exchangeOf } from './judge'
import { takeTurn, type Exchange } from '@parrot/core/dialogue'
import { understudy } from '@parrot/core/understudy'
const [corpus, ...lines] = process.argv.slice(2)
const c = await openCorpus(corpus as 'ferries')
let conv: Exchange[] = []
for (const said of lines) {
  if (said === '--') { conv = []; continue }
  const s = await takeTurn(said, { ...c, model: understudy, conversation: conv, clock: () => performance.now() })
  conv.push(exchangeOf(s))
  console.log('>', said, '\n', s.outcome, '|', s.reply)
  for (const w of s.workings) { console.log('   ', w.step, w.tookMs, w.summary); for (const d of w.details) console.log('        ', d.label, ':', d.text.slice(0, 260)) }
}
