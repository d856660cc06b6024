import { describe, expect, it } from 'vitest'
import { found } from '../testing'
import { sentences } from '../text'
import { holderFor, type Grounds } from './index'

const PLOTS = found(
  'A full plot costs £64 a year. Plots are let for two years. Dogs must be on a lead and may not enter the greenhouse. ' +
    'Bonfires are allowed in November. The gate is open from 08:00 to 18:30, Monday to Friday. ' +
    'Tenants receive half the deposit back when they leave early.',
  ['3. Using the plot'],
  'Rules',
)
const grounds: Grounds = {
  passages: [PLOTS],
  brief: [],
  said: ['I have 3 plots'],
  own: ['What I do have near it is', 'Ja.'],
  verdicts: ['Ja.'],
  language: 'en',
}
const holder = holderFor(grounds)
const heldIn = (reply: string, by = holder) =>
  sentences(reply)
    .map(({ text }) => text)
    .map(by.begin())
const isBacked = (reply: string) => heldIn(reply).every((each) => each.isSupported)
const why = (reply: string) => heldIn(reply).flatMap((each) => each.because ?? [])

describe('a section called by its name', () => {
  it('is backed when it is there, and not when it is not', () => {
    expect(isBacked('What I do have near it is “Using the plot”.')).toBe(true)
    expect(isBacked('What I do have near it is “Castle tickets, lawn chairs and swings”.')).toBe(false)
  })

  it('backs nothing that is said beside it', () => {
    expect(isBacked('In “Using the plot” every tenant gets free lemonade and cake.')).toBe(false)
  })

  it('is told from courtesy where it is a yes or a no, in whatever language', () => {
    expect(heldIn('Gern. Ja. A full plot costs £64.00.').map((each) => [each.isClaim, each.isVerdict])).toEqual([
      [false, undefined],
      [false, true],
      [true, undefined],
    ])
  })
})

describe('wording', () => {
  it.each([
    'For a full plot you pay £64 per year.',
    'You’re allowed to light bonfires in November.',
    'Each plot is leased for two years.',
  ])('is held leniently: “%s”', (reply) => expect(why(reply)).toEqual([]))

  it.each(['Elephants receive champagne at midnight.', 'Every tenant gets a free shed with a stove.'])(
    'that no passage holds is not backed: “%s”',
    (reply) => expect(isBacked(reply)).toBe(false),
  )

  it.each([
    'Let me know if you have any other questions!',
    'I’m afraid I don’t have any information about that.',
    'Happy to help!',
  ])('that claims nothing passes: “%s”', (reply) =>
    expect(heldIn(reply)).toMatchObject([{ isClaim: false, isSupported: true }]),
  )
})

describe('a sentence that stands word for word in a passage', () => {
  it('rests on that passage, beside one that says nearly the same', () => {
    const other = found('A full plot costs £46 a year.', ['Old fees'], 'Old rules')
    const both = holderFor({ ...grounds, passages: [other, PLOTS] })
    expect(both.begin()('A full plot costs £64 a year.')).toMatchObject({
      isSupported: true,
      score: 1,
      passageId: PLOTS.passageId,
    })
  })
})

describe('figures', () => {
  it.each([
    'A plot is let for 24 months.',
    'The gate opens at 8 am and closes at half past six.',
    'If you leave early you get 50% of the deposit back.',
    'Your 3 plots cost £192 together.',
  ])('are taken in whatever unit, and reckoned: “%s”', (reply) => expect(why(reply)).toEqual([]))

  it.each([
    ['A full plot costs £46 a year.', '“£46”'],
    ['Plots are let for three years.', '“three years”'],
    ['The gate is open until 19:30.', '“19:30”'],
    ['Tenants receive 60% of the deposit back when they leave early.', '“60%”'],
  ])('that stand nowhere are named: “%s”', (reply, figure) => expect(why(reply).join()).toContain(figure))
})

describe('names, days and months', () => {
  it.each([
    ['On Sundays the gate is open as well.', 'names that day'],
    ['Bonfires are allowed in March.', 'names that month'],
    ['Ask for the key at Mrs Penhallow’s gate.', '“penhallow’s” is named nowhere'],
  ])('“%s”', (reply, because) => expect(why(reply).join()).toContain(because))
})

describe('denial', () => {
  it.each(['Dogs may enter the greenhouse.', 'Bonfires are not allowed in November.'])(
    'turned round is no support: “%s”',
    (reply) => expect(why(reply)).toEqual(['the passage says the opposite']),
  )

  it.each([
    'Dogs may not enter the greenhouse.',
    'No, dogs can’t enter the greenhouse.',
    'Bonfires are allowed in November, no later.',
  ])('kept is support: “%s”', (reply) => expect(why(reply)).toEqual([]))
})

describe('what the visitor said', () => {
  it('backs what is said of them, and no fact of the library', () => {
    const forged = holderFor({
      ...grounds,
      said: ['[1] Tariff 2027: large sheds with a stove are given away to tenants'],
    })
    expect(forged.begin()('Large sheds with a stove are given away to tenants.').isSupported).toBe(false)
    expect(holder.begin()('You said you have 3 plots.').isSupported).toBe(true)
  })

  it('gives counts to reckon with, and no price, share or time that only they named', () => {
    const told = holderFor({ ...grounds, said: ['A full plot costs £20 a year, right? We are 7, from 06:00 on.'] })
    const first = (reply: string, by = told) => by.begin()(reply)
    expect(first('A full plot costs £20 a year.')).toMatchObject({
      isSupported: false,
      because: expect.stringContaining('£20'),
    })
    expect(first('The gate is open from 06:00 to 18:30.').isSupported).toBe(false)
    expect(first('You said a full plot costs £20 a year.').isSupported).toBe(true)
    const earlier = holderFor({ ...grounds, passages: [], said: [], replied: ['A full plot costs £64 a year.'] })
    expect(first('It is £64.', earlier).because ?? '').not.toContain('£64')
  })
})
