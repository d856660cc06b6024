import { describe, expect, it } from 'vitest'
import { readFileSync, readdirSync } from 'node:fs'
import { segmentedWords } from './words'
import {
  contentStems,
  contentTerms,
  coverage,
  finished,
  likeness,
  listSignOf,
  sentences,
  sentencesOfLine,
  stem,
  withoutListSign,
  wordCount,
  words,
} from './index'

describe('a line of a list', () => {
  it.each([
    ['- a lead', '- '],
    ['  2. Walk on.', '  2. '],
    ['• soup', '• '],
    ['2.5 metres', ''],
    ['-5 degrees', ''],
  ])('“%s” has the sign “%s”', (line, sign) => {
    expect(listSignOf(line)).toBe(sign)
    expect(withoutListSign(line)).toBe(line.slice(sign.length))
  })

  it('keeps its sign with its first sentence', () => {
    expect(sentencesOfLine('1. Buy a ticket. Keep it.')).toEqual([
      { text: '1. Buy a ticket.', start: 0 },
      { text: 'Keep it.', start: 17 },
    ])
    expect(sentencesOfLine('2. ').map(({ text }) => text)).toEqual(['2.'])
  })
})

describe('words', () => {
  it('keeps prices and times whole and says where each word stands', () => {
    const found = words('A return is £12.50, sailing 07:30.')
    expect(found.map((word) => word.text)).toContain('12.50')
    expect('A return is £12.50, sailing 07:30.'.slice(found[1]!.start, found[1]!.end)).toBe('return')
  })

  it('finds in Latin text just what the Unicode segmenter finds', () => {
    const folder = new URL('../../demo/texts/', import.meta.url)
    const texts = readdirSync(folder).map((name) => readFileSync(new URL(name, folder), 'utf8'))
    const odd = 'At 7.30 a.m. (not 19:45), O’Neil’s 1,120.50 e-bikes_2 cost €5; “naïve” café… 3:1 x;y a:b 5% №'
    for (const text of [...texts, odd]) expect(words(text)).toEqual(segmentedWords(text))
  })

  it('finds just what it finds in made-up text as well, wherever signs and digits stand', () => {
    const pieces = ['a', 'Zé', '7', '42', '_', "'", '’', '.', ',', ':', ';', '-', ' ', '  ', '\n', '€', '·', '(']
    let state = 7
    const next = () => (state = (state * 16807) % 2147483647)
    for (let n = 0; n < 400; n++) {
      const text = Array.from({ length: 1 + (next() % 14) }, () => pieces[next() % pieces.length]!).join('')
      expect([text, words(text)]).toEqual([text, segmentedWords(text)])
    }
  })

  it('keeps a raised figure with its unit', () => {
    expect(words('120 m² or ½ a plot').map((word) => word.text)).toEqual(['120', 'm²', 'or', '½', 'a', 'plot'])
  })

  it('parts text of other scripts too', () => {
    expect(words('船は何時に出ますか').length).toBeGreaterThan(2)
  })

  it('counts as a person counts', () => {
    expect(wordCount("Don't bring two dogs.")).toBe(4)
  })
})

describe('terms', () => {
  it('brings plural, tense, case and accents to one stem', () => {
    expect(stem('Ferries')).toBe(stem('ferry'))
    expect(stem('cancelled')).toBe(stem('cancel'))
    expect(stem('Café')).toBe(stem('cafe'))
    expect(stem('passenger’s')).toBe(stem('passengers'))
  })

  it('drops words that do not carry the subject, and keeps negation and order', () => {
    expect([...contentStems('Can I please board the last boat, not the first?')]).toEqual([
      'board',
      'last',
      'boat',
      'not',
      'first',
    ])
  })

  it('keeps everything when only stop words are there', () => {
    expect(contentTerms('what is it').length).toBe(3)
  })
})

describe('sentences', () => {
  it('does not end at abbreviations, initials or decimals', () => {
    const text = 'Dr. Moss paid £4.50, e.g. for a return. See p. 3 of the guide. The boat leaves.'
    expect(sentences(text).map((sentence) => sentence.text)).toEqual([
      'Dr. Moss paid £4.50, e.g. for a return.',
      'See p. 3 of the guide.',
      'The boat leaves.',
    ])
  })

  it('gives ranges that cut the original text exactly', () => {
    const text = '  One here.  Two there!\nThree'
    for (const sentence of sentences(text)) expect(text.slice(sentence.start, sentence.end)).toBe(sentence.text)
  })

  it('takes a very long text in its stride and cuts it only between sentences', () => {
    const one = 'The allotment by the long meadow has a tap, e.g. for cans, and a gate. '
    const found = sentences(one.repeat(3000))
    expect(found).toHaveLength(3000)
    expect(new Set(found.map((sentence) => sentence.text)).size).toBe(1)
    expect(sentences('word '.repeat(5000))).toHaveLength(1)
  })

  it('closes what was left open and no more', () => {
    expect(finished('Bring a lead,')).toBe('Bring a lead.')
    expect(finished('Really?')).toBe('Really?')
    expect(finished('')).toBe('')
  })
})

describe('similarity', () => {
  it('is high for the same thing in other forms and low for another subject', () => {
    expect(likeness('Dogs travel free.', 'A dog travels free')).toBe(1)
    expect(likeness('Dogs travel free.', 'Bikes need a ticket.')).toBe(0)
  })

  it('measures how much of one set another covers', () => {
    expect(coverage(new Set(['a', 'b']), new Set(['b', 'c', 'd']))).toBe(0.5)
  })
})
