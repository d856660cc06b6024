import { describe, expect, it } from 'vitest'
import { answered, found } from '../../testing'
import { tiersIn } from './tiers'

describe('prices by tiers', () => {
  it.each([
    ['Up to three items cost £38, each further item £9.', 3, 38, 9, ['item']],
    ['The first two hours are £4, every additional hour £1.50.', 2, 4, 1.5, ['hour']],
    ['It is paid: £48 a year for the first bin and £30 for each further one.', 1, 48, 30, ['bin']],
  ])('%s', (text, first, base, further, of) => {
    expect(tiersIn(text)).toEqual({
      first,
      base: { sign: '£', amount: base },
      further: { sign: '£', amount: further },
      of,
    })
  })

  it.each(['Up to three items may be taken.', 'It costs £38, children pay £9.', 'The first item is £4.'])(
    'none: %s',
    (text) => expect(tiersIn(text)).toBeUndefined(),
  )

  const YARD = found('Up to three boats cost £38, each further boat £9. A price like £2, each way, is rare.', [
    'Prices',
  ])
  it.each([
    [
      'How much do I pay for five boats?',
      'The total is £56.00: 1 × £38.00 (first 3 boats) + 2 × £9.00 (further boats).',
    ],
    ['How much do I pay for two boats?', 'The total is £38.00: 1 × £38.00 (first 3 boats).'],
  ])('%s', (question, answer) => {
    expect(answered(question, [YARD]).text.replace(/ ?\[\d+\]/g, '')).toBe(answer)
  })
})
