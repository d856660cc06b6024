import { describe, expect, it } from 'vitest'
import { terms } from '../text'
import { buildSegment, type IndexedText } from './index'
import { POSTING_WIDTH } from './segment'

const PASSAGES: IndexedText[] = [
  { title: 'House rules', headings: ['Water'], body: 'Water is on. The water tank stands by the gate.' },
  { title: 'House rules', headings: ['Water'], body: 'The gate is locked at night.' },
  { title: 'House rules', headings: ['Fees', 'Water rates'], body: 'Dogs pay nothing.' },
]

/** What a segment holds of one term, read back: passage, counts by field, and positions in the body. */
function postingsOf(word: string, passages = PASSAGES) {
  const segment = buildSegment(passages)
  const term = segment.terms.indexOf(terms(word)[0]!.stem)
  if (term < 0) return []
  const ends = (posting: number) =>
    (posting + 1) * POSTING_WIDTH < segment.postings.length
      ? segment.postings[(posting + 1) * POSTING_WIDTH + 4]!
      : segment.positions.length
  return Array.from({ length: segment.starts[term + 1]! - segment.starts[term]! }, (_, n) => {
    const posting = segment.starts[term]! + n
    const [passage, title, headings, body, begins] = segment.postings.subarray(posting * POSTING_WIDTH)
    return { passage, title, headings, body, at: [...segment.positions.subarray(begins, ends(posting))] }
  })
}

describe('the segment of an index', () => {
  it('holds of each term where it stands: in title, headings and body, with its places in the body', () => {
    expect(postingsOf('water')).toEqual([
      { passage: 0, title: 0, headings: 1, body: 2, at: [0, 4] },
      { passage: 1, title: 0, headings: 1, body: 0, at: [] },
      { passage: 2, title: 0, headings: 1, body: 0, at: [] },
    ])
    expect(postingsOf('gate').map(({ passage, at }) => [passage, at])).toEqual([
      [0, [9]],
      [1, [1]],
    ])
    expect(postingsOf('kites')).toEqual([])
  })

  it('counts a title for each passage below it, though it is taken apart only once', () => {
    expect(postingsOf('house').map(({ passage, title }) => [passage, title])).toEqual([
      [0, 1],
      [1, 1],
      [2, 1],
    ])
  })

  it('keeps the words of each field, and where the first sentence ends', () => {
    const { lengths, openings, passages } = buildSegment(PASSAGES)
    expect(passages).toBe(3)
    expect([...lengths]).toEqual([2, 1, 10, 2, 1, 6, 2, 3, 3])
    expect(openings[1]).toBe(5)
  })

  it('lists its terms in order, each with as many postings as passages it stands in', () => {
    const segment = buildSegment(PASSAGES)
    expect([...segment.terms]).toEqual([...segment.terms].sort())
    segment.terms.forEach((_, term) => {
      const passages = Array.from(
        { length: segment.starts[term + 1]! - segment.starts[term]! },
        (_, n) => segment.postings[(segment.starts[term]! + n) * POSTING_WIDTH]!,
      )
      expect(passages.length).toBeGreaterThan(0)
      expect(passages).toEqual([...new Set(passages)].sort((a, b) => a - b))
    })
  })

  it('reads neighbouring passages of different languages each in its own', () => {
    const german = {
      title: 'Regeln',
      headings: ['Hunde'],
      body: 'Die Hunde dürfen nicht in das Haus, und der Hof ist zu.',
    }
    const english = {
      title: 'Regeln',
      headings: ['Hunde'],
      body: 'The dogs may not go into the house, and the yard is shut.',
    }
    const segment = buildSegment([german, english])
    expect(segment.terms).toContain('hund')
    expect(segment.terms).toContain('dog')
  })

  it('of nothing is empty', () => {
    const segment = buildSegment([])
    expect([segment.passages, segment.terms.length, segment.postings.length]).toEqual([0, 0, 0])
  })
})
