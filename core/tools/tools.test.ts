import { describe, expect, it } from 'vitest'
import { calculator, type LookupTable, lookUp, lookupInput, lookupTables, pick } from './index'

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
    ['2027-03-12 + 2 weeks - 1 day', '2027-03-25 (Thursday)'],
    ['2027-01-31 + 1 month', '2027-02-28 (Sunday)'],
    ['2027-05-09 - 2027-03-12', '58 days'],
    ['2028-02-28 to 2028-03-01', '2 days'],
  ])('“%s” is %s', async (expression, result) => expect(await work(expression)).toEqual({ text: result }))

  it.each([
    ['', 'Give an'],
    [7, 'Give an'],
    ['2 *', 'cannot be worked out'],
    ['2027-02-30 + 1 day', 'cannot be worked out'],
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

describe('chance', () => {
  const picked = async (input: object, random: number) => pick(() => random).call(input)
  it.each([
    [{ choices: 'tea, coffee or milk' }, 0.5, 'coffee'],
    [{ choices: 'tea, coffee' }, 0.999, 'coffee'],
    [{ from: 3, to: 4 }, 0.9, '4'],
    [{}, 0.999, '6'],
    [{}, 0, '1'],
  ])('of %j at %d picks %s', async (input, random, text) => expect(await picked(input, random)).toMatchObject({ text }))

  it('needs something to choose from', async () => {
    expect(await picked({ choices: 'tea' }, 0)).toMatchObject({ isFailed: true, asksAgain: ['choices'] })
    expect(await picked({ from: 6, to: 1 }, 0)).toMatchObject({ isFailed: true })
  })
})

describe('a table that is looked up', () => {
  const [fares, docks] = lookupTables([
    'Fares of this summer',
    'Island: Sula Holm; Ticket: Adult; Single: £6.00; Return: £10.80\nIsland: Sula Holm; Ticket: Child; Single: £3.00; Return: £5.40',
    'Island: Inchmore; Ticket: Adult; Single: £8.50; Return: £15.30',
    'Dock: North; Depth: 4 m',
  ]) as [LookupTable, LookupTable]

  it('stands beside others of the same source, each by itself', () => {
    expect(docks.columns.map(({ header }) => header)).toEqual(['Dock', 'Depth'])
    expect(lookUp(docks, { dock: 'North' }).value).toEqual({ Dock: 'North', Depth: '4 m' })
  })

  it('is asked for by what can be chosen, never by figures', () => {
    expect(lookupInput(fares)).toMatchObject({
      properties: { island: { enum: ['Sula Holm', 'Inchmore'] }, ticket: { enum: ['Adult', 'Child'] } },
      required: ['island'],
    })
    expect(Object.keys(lookupInput(fares).properties!)).toEqual(['island', 'ticket'])
  })

  it('gives the row that holds all that is asked for, whole; several as they stand; none as nothing', () => {
    expect(lookUp(fares, { island: 'inchmore' }).value).toEqual({ Island: 'Inchmore', Ticket: 'Adult', Single: '£8.50', Return: '£15.30' }) // prettier-ignore
    expect(lookUp(fares, { island: 'Sula Holm' }).value).toHaveLength(2)
    expect(lookUp(fares, { island: 'Sula Holm', ticket: 'Child' }).value).toMatchObject({ Return: '£5.40' })
    expect(lookUp(fares, { island: 'Little Tarn' }).value).toEqual([])
  })

  it('is none where no row stands', () => expect(lookupTables(['Dogs are welcome.'])).toEqual([]))
})
