import { describe, expect, it } from 'vitest'
import { quantitiesIn } from './index'

const first = (text: string) => {
  const [quantity] = quantitiesIn(text)
  return quantity && [quantity.dimension, quantity.amount, quantity.bound]
}

describe('people and ages said in passing', () => {
  it.each([
    ['Can ten of us stay?', ['count', 10, 'exact']],
    ['We are eight. Is there room?', ['count', 8, 'exact']],
    ['You must be at least 16.', ['age', 16, 'least']],
    ['You must be 18 or older to drive.', ['age', 18, 'least']],
  ])('%s', (text, quantity) => expect(first(text)).toEqual(quantity))

  it('are not read from other figures', () => {
    expect(first('We are open.')).toBeUndefined()
    expect(first('It must be 16 mm wide.')?.[0]).toBe('length')
  })
})
