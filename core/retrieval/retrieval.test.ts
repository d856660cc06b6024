import { describe, expect, it } from 'vitest'
import { idf, saturation } from './bm25'
import { buildSegment, LibraryIndex, search, SCORERS } from './index'
import { stem } from '../text'

const passage = (body: string, headings: string[] = [], title = 'Rules') => ({ title, headings, body })
const indexOf = (...segments: ReturnType<typeof passage>[][]) => new LibraryIndex(segments.map(buildSegment))
const bodies = ['Dogs travel free on a lead.', 'A bicycle costs £3.50 per crossing.', 'The gangway is raised early.']

describe('BM25', () => {
  it('weighs a rare term more than a common one, and never below nothing', () => {
    expect(idf(1, 100)).toBeGreaterThan(idf(50, 100))
    expect(idf(100, 100)).toBeGreaterThan(0)
    expect(idf(1, 3)).toBeCloseTo(Math.log(1 + 2.5 / 1.5), 10)
  })

  it('grows ever slower with the count and falls with the length', () => {
    const gain = (from: number) => saturation(from + 1, 10, 10) - saturation(from, 10, 10)
    expect(gain(0)).toBeGreaterThan(gain(1))
    expect(saturation(1, 5, 10)).toBeGreaterThan(saturation(1, 20, 10))
    expect(saturation(1, 10, 10)).toBe(1)
  })
})

describe('searching', () => {
  it('puts the passage first that speaks of the question, whatever its inflection', () => {
    const index = indexOf(bodies.map((body) => passage(body)))
    expect(search(index, 'Can my dog travel?')[0]).toMatchObject({ passage: 0, matched: ['dog', 'travel'] })
  })

  it('explains a score by parts that add up to it', () => {
    const index = indexOf([passage('Dogs travel free on a lead.', ['Dogs'], 'Pets and dogs')])
    const [hit] = search(index, 'dogs travel free')
    expect(hit!.parts.map((part) => part.name)).toEqual([
      ...SCORERS.map((scorer) => scorer.name),
      'neighbours',
      'source',
    ])
    expect(hit!.parts.reduce((sum, part) => sum + part.score, 0)).toBeCloseTo(hit!.score, 10)
    expect(hit!.parts.find((part) => part.name === 'title')!.score).toBeGreaterThan(0)
    expect(hit!.parts.find((part) => part.name === 'phrase')!.score).toBeGreaterThan(0)
  })

  it('prefers words that stand together as in the question', () => {
    const index = indexOf([
      passage('The deck of the car is a fine deck.'),
      passage('Nobody stays on the car deck of it.'),
    ])
    expect(search(index, 'car deck')[0]!.passage).toBe(1)
  })

  it('prefers what opens with what is asked: a passage says first what it is about', () => {
    const index = indexOf([
      passage('The office is upstairs. Ask there about lost luggage on weekdays.'),
      passage('Lost luggage is kept for a week. The office is upstairs on weekdays.'),
    ])
    const hits = search(index, 'lost luggage')
    expect(hits[0]!.passage).toBe(1)
    const openings = hits.map(({ parts }) => parts.find((part) => part.name === 'opening')!.score)
    expect(openings[0]).toBeGreaterThan(0)
    expect(openings[1]).toBe(0)
  })

  it('finds what only the headings say', () => {
    const index = indexOf([
      passage('They travel free.', ['Assistance animals']),
      passage('They pay half.', ['Students']),
    ])
    expect(search(index, 'assistance animals')[0]!.passage).toBe(0)
  })

  it('tells how much of the question a passage holds', () => {
    const index = indexOf(bodies.map((body) => passage(body)))
    expect(search(index, 'dogs on a lead')[0]!.coverage).toBe(1)
    expect(search(index, 'dogs in submarines')[0]!.coverage).toBeLessThan(0.7)
  })

  it('gives nothing for words nobody wrote, and for no words at all', () => {
    const index = indexOf([passage('Dogs travel free.')])
    expect(search(index, 'quantum chromodynamics')).toEqual([])
    expect(search(index, '?!')).toEqual([])
    expect(search(new LibraryIndex([]), 'dogs')).toEqual([])
  })

  it('scores the same however the passages are parted into segments', () => {
    const all = bodies.map((body) => passage(body))
    const whole = search(indexOf(all), 'bicycle crossing costs')
    const parted = search(indexOf(all.slice(0, 1), all.slice(1)), 'bicycle crossing costs')
    expect(parted.map((hit) => hit.score)).toEqual(whole.map((hit) => hit.score))
    expect(parted[0]).toMatchObject({ segment: 1, passage: 0 })
  })

  it('finds Wi-Fi as wifi and the other way round', () => {
    expect(search(indexOf([passage('Wi-Fi is free.')]), 'wifi')).toHaveLength(1)
    expect(search(indexOf([passage('The wifi is free.')]), 'Wi-Fi')).toHaveLength(1)
  })
})

describe('words that stand in more passages than are scored', () => {
  const MANY = 2600
  const BEST = 2500
  const index = new LibraryIndex([
    buildSegment(
      Array.from({ length: MANY }, (_, at) => ({
        title: 'Ponds',
        headings: [],
        body:
          at === BEST
            ? 'Pond, pond and pond are painted, painted.'
            : `The pond of row ${at} is a green and painted pool.`,
      })),
    ),
  ])

  it('still find the passage that holds most of them, wherever it stands', () => {
    expect(search(index, 'pond painted')[0]).toMatchObject({ passage: BEST })
  })

  it('are counted passage by passage in library order', () => {
    const count = index.counter(stem('pond'))
    expect([0, BEST - 1, BEST, MANY - 1].map((passage) => count({ segment: 0, passage }))).toEqual([1, 1, 3, 1])
    expect(index.counter('nowhere')({ segment: 0, passage: 0 })).toBe(0)
  })
})
