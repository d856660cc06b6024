import { describe, expect, it } from 'vitest'
import type { Passage } from '@parrot/contract'
import { headingsOpening, placesIn } from './places'

const passage = (id: string, locator: Partial<Passage['locator']>, headings: string[] = []) =>
  ({ id, locator, headings }) as unknown as Passage

describe('places to jump to in a document', () => {
  it('are the pages of a PDF, each with its first passage', () => {
    const page = (number: number) => ({ kind: 'page', page: number, label: `page ${number}` }) as const
    expect(placesIn([passage('a', page(1)), passage('b', page(1)), passage('c', page(2))])).toEqual([
      { name: 'page 1', id: 'a' },
      { name: 'page 2', id: 'c' },
    ])
  })

  it('are the headings under the title of a page of text', () => {
    const heading = { kind: 'heading', anchor: '#x', label: 'x' } as const
    const all = [
      passage('a', heading, ['Fares']),
      passage('b', heading, ['Fares', 'Dogs']),
      passage('c', heading, ['Fares', 'Dogs']),
    ]
    expect(placesIn(all).map(({ name }) => name)).toEqual(['Fares', 'Dogs'])
  })
})

describe('headings that open with a passage', () => {
  it('are those the passage before did not stand under', () => {
    expect(headingsOpening({ headings: ['Fares', 'Dogs'] }, { headings: ['Fares', 'Bikes', 'Folding'] })).toEqual([
      { text: 'Bikes', level: 1 },
      { text: 'Folding', level: 2 },
    ])
    expect(headingsOpening(undefined, { headings: ['Fares'] })).toEqual([{ text: 'Fares', level: 0 }])
    expect(headingsOpening({ headings: ['Fares'] }, { headings: ['Fares'] })).toEqual([])
  })
})
