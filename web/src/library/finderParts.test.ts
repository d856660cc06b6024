import { describe, expect, it } from 'vitest'
import { matchedPieces } from './finderParts'

const marked = (text: string, matched: string[]) =>
  matchedPieces({ text, matched })
    .filter(({ isHit }) => isHit)
    .map((piece) => piece.text)

describe('the words of a passage that matched', () => {
  it('are marked in other forms too', () => {
    expect(marked('Tickets cost £3; a ticket is valid all day.', ['ticket'])).toEqual(['Tickets', 'ticket'])
  })

  it('are not marked inside longer words that only begin alike', () => {
    expect(marked('The port and the portcullis.', ['port'])).toEqual(['port'])
  })

  it('keep the passage whole', () => {
    expect(
      matchedPieces({ text: 'a  b\nc', matched: [] })
        .map((piece) => piece.text)
        .join(''),
    ).toBe('a  b\nc')
  })
})
