import { describe, expect, it } from 'vitest'
import { stem, words } from '../../text'
import { doneIn, focusOf, isDegree, isPredicate, objectIn, pricedIn, saysOf, verbOf } from './grammar'

/** The words of a question that a test of one word holds for. */
const those = (question: string, test: (question: string, at: { start: number; end: number }) => boolean) =>
  words(question)
    .filter((word) => test(question, word))
    .map((word) => word.text)

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

  it.each([
    ['Is the crew friendly?', ['friendly']],
    ['Are your rooms very old?', ['old']],
    ['Is the queue long in summer?', []],
    ['How long is the queue?', []],
    ['Can a friend come along?', []],
  ])('asks in “%s” to be %j', (question, asked) => expect(those(question, isPredicate)).toEqual(asked))

  it.each([
    ['How early must I be there?', ['early']],
    ['How loud may I play?', []],
    ['Come early!', []],
  ])('takes in “%s” %j for a degree', (question, asked) => expect(those(question, isDegree)).toEqual(asked))

  it.each([
    ['Is the room heated in winter?', 'Is the room heated '],
    ['Does the boat have a bar on deck?', 'Does the boat have a bar '],
    ['Why is the ferry late?', 'is the ferry late?'],
    ['Is the café open on Mondays?', undefined],
    ['Are blades included?', undefined],
    ['Can I bring a dog?', undefined],
  ])('says in “%s” what something is or has: %j', (question, part) => expect(saysOf(question)).toBe(part))

  it.each([
    ['Can I borrow a saw?', 'borrow'],
    ['Do I need to apply for a plot?', 'apply'],
    ['Can my dog swim in the pond?', 'swim'],
    ['Who owns the mill?', 'owns'],
    ['What is the fee?', undefined],
  ])('knows what is to be done in “%s”: %s', (question, deed) => expect(doneIn(question)).toBe(deed && stem(deed)))

  it.each([
    ['When does the desk close?', 'close'],
    ['When is the water turned on in spring?', 'turned'],
    ['How do I change the logo?', undefined],
  ])('knows what happens in “%s”: %s', (question, verb) => expect(verbOf(question)).toBe(verb && stem(verb)))
})
