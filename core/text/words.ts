/** A word as it stands in a text: the surface form and the half-open character range it covers. */
export interface Word {
  readonly text: string
  readonly start: number
  readonly end: number
}

const segmenters = new Map<string, Intl.Segmenter>()

/** The Unicode segmenter (UAX #29) of one language and unit, made once: building one costs milliseconds. */
export function segmenter(granularity: 'word' | 'sentence', language = 'en'): Intl.Segmenter {
  const key = `${granularity}:${language}`
  const known = segmenters.get(key)
  if (known) return known
  const made = new Intl.Segmenter(language, { granularity })
  segmenters.set(key, made)
  return made
}

/** The words of a text in order, by Unicode word boundaries (UAX #29); punctuation and spaces are left out. */
export function words(text: string, language = 'en'): Word[] {
  const found: Word[] = []
  for (const part of segmenter('word', language).segment(text)) {
    if (part.isWordLike) found.push({ text: part.segment, start: part.index, end: part.index + part.segment.length })
  }
  return found
}

/** How many words a text has, as a person would count them. */
export const wordCount = (text: string): number => words(text).length
