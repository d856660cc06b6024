import { describe, expect, it } from 'vitest'
import { whatItTook } from './whatItTook'

describe('what a turn took', () => {
  it('is nothing for a model that needs no tokens', () => expect(whatItTook([])).toBe(''))

  it('is summed up over its requests, with the cost where prices are set', () => {
    const cost = (amount: number) => ({ amount, currency: '£' })
    expect(
      whatItTook([
        { prompt: 1000, completion: 200, cost: cost(0.004) },
        { prompt: 1200, completion: 100, cost: cost(0.00512) },
      ]),
    ).toBe(', 2,500 tokens, £0.0091')
  })

  it('says when it was reckoned and not counted', () =>
    expect(whatItTook([{ prompt: 10, completion: 5, isReckoned: true }])).toBe(', about 15 tokens'))
})
