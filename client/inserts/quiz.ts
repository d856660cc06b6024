import type { InsertOf } from '@parrot/contract'
import { button, element } from '../dom'
import { markerOf, type InsertRoom } from './draw'

/** A quiz, one question after the other: what was chosen is judged at once with why, and counted at the end. */
export function drawQuiz({ questions }: InsertOf<'quiz'>, room: InsertRoom): HTMLElement {
  const { words } = room
  const made = element('div')
  let right = 0
  const ask = (at: number) => {
    const { question, choices, right: rightOne, why, marker } = questions[at]!
    const field = element('fieldset')
    const legend = element('legend')
    legend.append(element('span', 'insert-count', words.of(at + 1, questions.length)), element('span', '', question))
    const told = element('div', 'insert-told')
    const taps = choices.map((choice, n) =>
      button('insert-choice', choice, () => {
        for (const [each, tap] of taps.entries()) {
          tap.disabled = true
          if (each === rightOne) tap.classList.add('is-right')
        }
        const isRight = n === rightOne
        if (isRight) right++
        else taps[n]!.classList.add('is-wrong')
        const verdict = isRight ? words.right : words.wrong(choices[rightOne]!)
        const because = element('p', 'insert-note', why)
        because.append(' ', ...markerOf(marker, words))
        const isLast = at === questions.length - 1
        const on = button('insert-button', isLast ? words.score(right, questions.length) : words.next, () =>
          isLast ? end() : ask(at + 1),
        )
        told.append(element('p', isRight ? 'is-right' : 'is-wrong', `${isRight ? '✓' : '✗'} ${verdict}`), because, on)
        room.tell?.(`${verdict} ${why}`)
        on.focus({ preventScroll: true })
      }),
    )
    field.append(legend, ...taps, told)
    made.replaceChildren(field)
    if (at > 0) taps[0]!.focus({ preventScroll: true })
  }
  const end = () => {
    const score = words.score(right, questions.length)
    const again = button('insert-button', words.again, () => {
      right = 0
      ask(0)
      made.querySelector<HTMLElement>('.insert-choice')?.focus({ preventScroll: true })
    })
    made.replaceChildren(element('p', 'insert-score', score), again)
    room.tell?.(score)
    again.focus({ preventScroll: true })
  }
  ask(0)
  return made
}
