import { describe, expect, it } from 'vitest'
import { linesOf, pathsIn, schemaOf, valuesOf } from './kinds'

const LINES = [
  { name: 'day', type: 'date', description: 'When', required: true, choices: [] },
  { name: 'to', type: 'choice', description: '', required: true, choices: ['Inchmore', 'Sula Holm'] },
  { name: 'people', type: 'integer', description: '', required: false, choices: [] },
  { name: 'isReturn', type: 'boolean', description: '', required: false, choices: [] },
] as const

describe('what an operation is given', () => {
  it('is the same as lines of a form and as a schema', () => {
    expect(linesOf(schemaOf(LINES))).toEqual(LINES)
    expect(schemaOf([{ ...LINES[0], name: ' ' }])).toMatchObject({ properties: {}, required: [] })
  })

  it('is typed as text and sent by type; what is empty is left out', () => {
    expect(valuesOf(LINES, { day: '2027-03-12', people: '4', isReturn: 'yes', to: ' ' })).toEqual({
      day: '2027-03-12',
      people: 4,
      isReturn: true,
    })
  })
})

describe('what can be taken of a reply', () => {
  it('is named by its path, of a list the first', () => {
    expect(pathsIn({ sailings: [{ at: '09:10' }, { at: '10:10' }], total: 2 }).map(({ path }) => path)).toEqual([
      'sailings',
      'total',
      'sailings.0',
      'sailings.0.at',
    ])
    expect(pathsIn('words')).toEqual([])
  })
})
