import { meanOf } from '../calling'
import { vectorOf, type WordVector } from '../meaning'
import { contentTermsIn, daysIn, monthsIn, sentencesIn, type Spoken } from '../text'
import { figuresOf, type Figures } from './figures'

/** A passage as a reply may rest on it. */
export interface GroundPassage {
  readonly passageId: string
  readonly sourceId: string
  readonly sourceTitle: string
  readonly headings: readonly string[]
  readonly text: string
}

/** A word of a text, ready to be compared by meaning. */
export interface GroundWord {
  readonly stem: string
  readonly word: string
  readonly vector: WordVector | undefined
}

/** A stretch of a ground that is read together: two sentences, or a row of a table. */
export interface Window {
  readonly text: string
  readonly words: ReadonlyMap<string, GroundWord>
  /** The mean of its words' vectors. */
  readonly mean: Float64Array | undefined
  readonly figures: Figures
  readonly days: ReadonlySet<number>
  readonly months: ReadonlySet<number>
}

/** One thing that a sentence may rest on: a passage, or a line of the brief. */
export interface Ground {
  readonly by: 'passage' | 'brief'
  readonly passageId?: string
  readonly sourceId?: string
  readonly field?: string
  readonly words: ReadonlyMap<string, GroundWord>
  readonly windows: readonly Window[]
  readonly days: ReadonlySet<number>
  readonly months: ReadonlySet<number>
}

/** The words that carry a text, by stem. */
export function wordsIn(text: string, language: Spoken): Map<string, GroundWord> {
  const found = new Map<string, GroundWord>()
  for (const term of contentTermsIn(text, language)) {
    if (found.has(term.stem)) continue
    const word = text.slice(term.start, term.end).toLowerCase()
    found.set(term.stem, { stem: term.stem, word, vector: language === 'en' ? vectorOf(word) : undefined })
  }
  return found
}

/** A passage with its title and headings, which say what it is about. */
export function passageGround(passage: GroundPassage, language: Spoken): Ground {
  const about = [passage.sourceTitle, ...passage.headings].join('\n')
  return {
    by: 'passage',
    passageId: passage.passageId,
    sourceId: passage.sourceId,
    ...partsOf(passage.text, about, language),
  }
}

export const briefGround = (field: string, text: string, language: Spoken): Ground => ({
  by: 'brief',
  field,
  ...partsOf(text, '', language),
})

/** The same passages and lines of a brief are held against in turn after turn. */
const known = new Map<string, Omit<Ground, 'by'>>()
const MOST_KNOWN = 2000

function partsOf(text: string, about: string, language: Spoken): Omit<Ground, 'by'> {
  const key = `${language}\n${about}\n\n${text}`
  let parts = known.get(key)
  if (!parts) {
    if (known.size >= MOST_KNOWN) known.clear()
    known.set(key, (parts = readParts(text, about, language)))
  }
  return parts
}

function readParts(text: string, about: string, language: Spoken): Omit<Ground, 'by'> {
  const whole = `${about}\n${text}`
  const pieces = sentencesIn(text)
  const windows = pieces.map((piece, at): Window => {
    const together = at + 1 < pieces.length ? `${piece} ${pieces[at + 1]}` : piece
    const words = wordsIn(`${about}\n${together}`, language)
    return {
      text: together,
      words,
      mean: meanOf([...words.values()].map(({ vector }) => ({ vector, weight: 1 }))),
      figures: figuresOf(together),
      days: daysIn(together),
      months: monthsIn(together),
    }
  })
  return {
    words: wordsIn(whole, language),
    windows,
    days: daysIn(whole),
    months: monthsIn(whole),
  }
}
