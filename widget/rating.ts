import type { Rating } from '@parrot/contract'
import { button, element } from '@parrot/client'
import type { Words } from './words'

/** Whether an answer was of use, with a word where it was not. */
export function ratingFor(
  words: Words,
  given: Rating | null,
  rate: (rating: Rating | null, word?: string) => Promise<void>,
): HTMLElement {
  const box = element('div', 'rating')
  let rating = given
  const up = button('quiet', words.helpful, () => void choose('up'))
  const down = button('quiet', words.notHelpful, () => void choose('down'))
  const more = element('form', 'word')
  const word = Object.assign(element('input'), { maxLength: 500, placeholder: words.whatWrong })
  word.setAttribute('aria-label', words.whatWrong)
  more.append(word, element('button', 'quiet', words.send))
  more.hidden = true
  more.addEventListener('submit', (event) => {
    event.preventDefault()
    void rate('down', word.value).then(() => {
      more.replaceChildren(element('span', '', words.thanks))
    }, fail)
  })
  const failed = element('span', 'wrong')
  box.append(up, down, failed, more)
  draw()

  /** The field for a word opens when it is chosen, not when it is seen again. */
  function draw(isChosen = false): void {
    up.setAttribute('aria-pressed', String(rating === 'up'))
    down.setAttribute('aria-pressed', String(rating === 'down'))
    more.hidden = rating !== 'down' || !isChosen
  }
  const fail = (error: unknown) => void (failed.textContent = (error as Error).message)

  async function choose(which: Rating): Promise<void> {
    const before = rating
    rating = rating === which ? null : which
    failed.textContent = ''
    draw(true)
    await rate(rating).catch((error: unknown) => {
      rating = before
      draw()
      fail(error)
    })
    if (rating === 'down') word.focus()
  }
  return box
}
