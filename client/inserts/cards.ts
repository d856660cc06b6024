import type { InsertOf } from '@parrot/contract'
import { button, element } from '../dom'
import { markerOf, type InsertRoom } from './draw'

/** Cards to learn from, one at a time: turned over, and on to the next. */
export function drawCards({ cards }: InsertOf<'cards'>, { words, tell }: InsertRoom): HTMLElement {
  const made = element('div')
  const show = (at: number, isTurned: boolean, focus = true) => {
    const { front, back, marker } = cards[at]!
    const card = button('insert-card', '', () => show(at, !isTurned))
    card.setAttribute('aria-label', `${isTurned ? back : front}. ${words.turn}`)
    card.append(element('span', isTurned ? 'insert-note' : '', front), ...(isTurned ? [element('span', '', back)] : []))
    const step = (by: number, label: string) => {
      const made = button('insert-choice', label, () => show(at + by, false))
      made.disabled = at + by < 0 || at + by >= cards.length
      return made
    }
    const foot = element('div', 'insert-foot')
    foot.append(
      step(-1, words.before),
      element('span', 'insert-count', words.of(at + 1, cards.length)),
      step(1, words.next),
      ...(isTurned ? markerOf(marker, words) : []),
    )
    made.replaceChildren(card, foot)
    if (!focus) return
    card.focus({ preventScroll: true })
    if (isTurned) tell?.(back)
  }
  show(0, false, false)
  return made
}
