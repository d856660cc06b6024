import { answerKindOf, splitQuestion, intentOf, tamperingIn } from '@parrot/core/question'
import { ferries } from '/work/main/bench/quality/questions/ferries'
import { handbook } from '/work/main/bench/quality/questions/handbook'
for (const q of [...ferries, ...handbook]) {
  const l = [q.say].flat().at(-1)!
  const p = splitQuestion(l)
  console.log(
    q.kind.padEnd(14),
    intentOf(l).padEnd(9),
    p.map((x) => answerKindOf(x) + ': ' + x).join(' || '),
    tamperingIn(l) ? 'TAMPER' : '',
  )
}
