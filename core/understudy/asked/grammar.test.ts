import { describe, expect, it } from 'vitest'
import { stem } from '../../text'
import { focusOf, objectIn, pricedIn } from './grammar'

describe('the grammar of a question', () => {
  it.each([
    ['How much is dog insurance?', 'insurance'],
    ['How much is the yearly pass?', 'pass'],
    ['How much is it to hire a boat?', undefined],
    ['How much is a blood test for a rabbit?', undefined],
  ])('%s asks the price of %s', (question, thing) => expect(pricedIn(question)).toBe(thing && stem(thing)))

  it.each([
    ['Can I begin in the middle of the year?', undefined],
    ['Can I hand in the form?', 'form'],
    ['Can I bring my dog?', 'dog'],
  ])('%s is about what is done to %s', (question, thing) => expect(objectIn(question)).toBe(thing && stem(thing)))

  it('asks for the thing, not for how it is', () => {
    expect(focusOf('Which room is best for a family?')).toBe(stem('room'))
    expect(focusOf('What is the emergency number?')).toBe(stem('number'))
  })
})
