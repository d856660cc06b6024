import { describe, expect, it } from 'vitest'
import { fieldsOf, inputFrom, partAt, tellResult, today } from './index'

const WORDS = { nothingFound: 'Nothing.', more: (count: number) => `and ${count} more` }

describe('what a tool gave back', () => {
  it.each([
    ['a word', 'Open until six.', 'Open until six.'],
    ['nothing', null, 'Nothing.'],
    ['an empty list', [], 'Nothing.'],
    ['words', ['a', 'b'], '- a\n- b'],
    ['a value with parts', { departsAt: '09:10', boat_name: 'Petrel' }, '- departs at: 09:10\n- boat name: Petrel'],
    [
      'rows',
      [
        { to: 'A', at: 1 },
        { to: 'B|C', at: 2 },
      ],
      '| to | at |\n| --- | --- |\n| A | 1 |\n| B/C | 2 |',
    ],
  ])('that is %s is told plainly', (_, value, told) => expect(tellResult(value, WORDS)).toBe(told))

  it('is cut where it is long', () => {
    const told = tellResult(
      Array.from({ length: 40 }, (_, n) => ({ n })),
      WORDS,
    )
    expect(told).toContain('and 28 more')
  })

  it('fills a pattern, with what was given too, and falls back where a part is missing', () => {
    const value = { fare: { total: '£43.20' } }
    expect(tellResult(value, WORDS, 'For {{people}}: {{fare.total}}.', { people: 4 })).toBe('For 4: £43.20.')
    expect(tellResult(value, WORDS, 'For {{people}}: {{fare.sum}}.', { people: 4 })).toContain('total: £43.20')
  })

  it('reaches no part that is not its own', () => {
    expect(partAt({ a: [{ b: 1 }] }, 'a.0.b')).toBe(1)
    expect(partAt({}, 'constructor.name')).toBeUndefined()
  })
})

describe('what a tool asks for', () => {
  const schema = {
    type: 'object',
    properties: {
      day: { type: 'string', format: 'date' },
      people: { type: 'integer' },
      isReturn: { type: 'boolean' },
      to: { enum: ['Inchmore', 'Sula Holm'] },
      deep: { type: 'object' },
    },
    required: ['day', 'people'],
  } as const

  it('are its plain inputs, by type', () => {
    expect(fieldsOf(schema).map(({ name, type, required }) => [name, type, required])).toEqual([
      ['day', 'date', true],
      ['people', 'number', true],
      ['isReturn', 'choice', false],
      ['to', 'choice', false],
    ])
  })

  it('become its input again', () => {
    expect(inputFrom(schema, { people: '4', isReturn: 'yes', to: '–', other: 'x' })).toEqual({
      people: 4,
      isReturn: true,
    })
  })
})

describe('today', () => {
  const tool = today(() => new Date('2027-03-28T00:30:00Z'))
  it('is told in a place, also where clocks just changed', async () => {
    expect((await tool.call({ zone: 'America/New_York' })).value).toMatchObject({
      date: '2027-03-27',
      weekday: 'Saturday',
    })
    expect((await tool.call({ zone: 'Europe/Berlin' })).value).toMatchObject({ date: '2027-03-28', time: '01:30' })
    expect(await tool.call({ zone: 'Moon/Base' })).toMatchObject({ isFailed: true })
  })
})
