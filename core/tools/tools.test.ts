import { describe, expect, it } from 'vitest'
import { calculator } from './index'

const work = async (expression: unknown) => calculator.call({ expression })

describe('the calculator', () => {
  it.each([
    ['2 * 10.80 + 5.40', '27'],
    ['£1,120.00 / 12', '93.33333333'],
    ['15 % of 80', '12'],
    ['(3 − 1) × 4 ÷ 2', '4'],
    ['2.5 h to minutes', '150 minutes'],
    ['sqrt(16)', '4'],
    ['0.1 + 0.2', '0.3'],
  ])('“%s” is %s', async (expression, result) => expect(await work(expression)).toEqual({ text: result }))

  it.each([
    ['', 'Give an'],
    [7, 'Give an'],
    ['2 *', 'cannot be worked out'],
    ['f(x) = x', 'only numbers'],
    ['import({a: 1})', 'only numbers'],
    ['createUnit("x")', 'not allowed'],
    ['evaluate(1)', 'not allowed'],
    ['9 ^ 9999999', 'powers go up to'],
    ['factorial(170)', 'not worked out here'],
    ['1 + '.repeat(100), 'longer than'],
    ['"a".constructor', 'only numbers'],
  ])('“%s” is refused in words', async (expression, because) => {
    const result = await work(expression)
    expect(result.isFailed).toBe(true)
    expect(result.text).toContain(because)
  })
})
