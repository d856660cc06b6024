import { beforeAll, describe, expect, it } from 'vitest'
import { openCorpus, type OpenCorpus } from './corpora'
import { ask } from './judge'
import { lookedAt } from './questions/lookedAt'
import { CORPORA } from './questions/question'

/** Known misses stand here until the engine answers them; the list may only shrink. */
const MISSED = new Set([
  'How long is a reserved tool kept for me?',
  'My machine arrived broken. What now?',
  'Until when can I complain?',
  'Until when is unused holiday valid?',
  'What is the weakest spot for the signal?',
  'When can I move in?',
  'When do I have to move out?',
  'Where can dogs drink?',
  'Where is the welfare team?',
  'How much is a black and white A4 print? / And in colour?',
  'Can I report damage three days after arrival?',
  'Is a motor home of 8 metres too long for the Petrel?',
  'how mutch is the montly pass for the gim',
  'quite hours exam period??',
  'wheres the lost proprety',
  'How much do two non-members pay for a tasting?',
  'What do hot buffets for 20 colleagues come to?',
  'What is half a load of glaze firing for a member?',
  'When does the ticket desk close on Sunday?',
  'Can I eat in the wood shop?',
  'Can I extend the loan of a tool?',
  'Can I leave my loose e-bike battery in the bag?',
  'Can I take fireworks on the boat?',
  'Can international students get money from the hardship fund?',
  'Do I get my fees back when I leave?',
  'Does the Bramley froth milk automatically?',
  'Is the listening line confidential?',
  'Will my tutor find out what I tell the welfare team?',
  'Will you repair my chair for me?',
])

/** The question set as examples: what each kind of question gets, over the demo and over libraries of other subjects. */
describe.each(CORPORA)('asked over the library “%s”', (corpus) => {
  let open: OpenCorpus
  beforeAll(async () => {
    open = await openCorpus(corpus)
  })

  it.each(lookedAt[corpus].map((question) => [question.kind, [question.say].flat().join(' / '), question] as const))(
    '%s: %s',
    async (_kind, said, question) => {
      const { result, because, isCitedRight } = await ask(open, question)
      if (MISSED.has(said)) return expect(['wrong', 'abstained']).toContain(result)
      expect([result, because]).toEqual(['correct', []])
      expect(isCitedRight ?? true).toBe(true)
    },
  )
})
