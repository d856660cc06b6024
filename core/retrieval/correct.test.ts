import { describe, expect, it } from 'vitest'
import { buildSegment, correctSpelling, LibraryIndex, search } from './index'

const TEXTS = ['The luggage rack holds a bicycle.', 'Parking costs £3.00.', 'Complaints are answered in a week.']
const index = new LibraryIndex([buildSegment(TEXTS.map((body) => ({ title: 'Rules', headings: [], body })))])
const slips = (question: string, known?: Set<string>) =>
  correctSpelling(index, question, known).map((slip) => [slip.from, slip.stem])

describe('slips of the pen', () => {
  it.each([
    ['where is the lugagge', 'lugagge', 'luggag'],
    ['can i bring my bycicle', 'bycicle', 'bicycl'],
    ['parkng please', 'parkng', 'park'],
  ])('“%s”', (question, from, stem) => expect(slips(question)).toEqual([[from, stem]]))

  it('leaves words alone that are right, short, names, numbers, or the brief’s own', () => {
    for (const question of ['compare the prices', 'teh bike', 'a boat to Parkang', 'room 4711b', 'bring the rackk']) {
      expect(slips(question, new Set(['rackk']))).toEqual([])
    }
  })

  it('looks everyday synonyms up where the library has another word', () => {
    expect(search(index, 'Can I complain?')[0]).toMatchObject({ passage: 2 })
  })
})
