import { openCorpus } from './quality/corpora'
import { askedOf, namesIn } from '../core/understudy/wanted'
import { gatherEvidence } from '../core/understudy/evidence'
import { answerKindOf, splitQuestion } from '../core/question'
import { takeTurn } from '@parrot/core/dialogue'
const [corpus, ...qs] = process.argv.slice(2)
const { library, brief } = await openCorpus(corpus as never)
for (const q of qs) {
  let given: any[] = []
  const model = {
    name: 'x',
    async *answer(messages: any) {
      const u = messages.at(-1).content
      const { parseQuestionMessage } = await import('@parrot/core/dialogue')
      given = [...parseQuestionMessage(u).passages]
      yield { kind: 'text', text: 'x' }
    },
  }
  const state: any = await takeTurn(q, { brief, library, model: model as never, conversation: [], clock: () => 0 })
  console.log('#', q, splitQuestion(q), answerKindOf(q), given.length)
  for (const part of splitQuestion(q)) {
    const view: any = {
      glossary: brief.glossary ?? [],
      name: brief.identity.name,
      role: brief.identity.role,
      audience: brief.purpose.audience,
    }
    const asked = askedOf(part, view, namesIn(given.map((p: any) => p.text)))
    for (const t of asked.terms)
      console.log(
        '  ',
        t.role,
        t.stem,
        t.weight,
        t.isVerb ? 'V' : '',
        t.isDone ? 'D' : '',
        t.forms
          .map((f: any) => f.stems.join('+') + ':' + f.share.toFixed(2))
          .join(' ')
          .slice(0, 200),
      )
    for (const e of gatherEvidence(asked, answerKindOf(part), given).slice(0, 8))
      console.log(
        '  ',
        e.coverage.toFixed(2),
        e.direct.toFixed(2),
        e.score.toFixed(2),
        e.fits,
        e.kind,
        e.text.slice(0, 130),
        '<<',
        e.leadIn.slice(0, 40),
      )
  }
}
