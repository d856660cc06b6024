import { topics as en } from './en/topics'
import type { Spoken } from './index'

/** A subject people write about, with the phrases that show it, surest first. */
export interface Topic {
  readonly name: string
  readonly phrases: readonly string[]
}

const TOPICS: Partial<Readonly<Record<Spoken, string>>> = { en }

/** The subjects known in a language; none where nobody wrote them down yet. */
export const topicsOf = (language: Spoken): Topic[] =>
  (TOPICS[language] ?? '')
    .trim()
    .split('\n')
    .filter(Boolean)
    .map((line) => {
      const at = line.indexOf(':')
      return {
        name: line.slice(0, at),
        phrases: line
          .slice(at + 1)
          .split(',')
          .map((phrase) => phrase.trim()),
      }
    })
