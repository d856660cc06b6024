import { insertPhrases, type InsertPhrases } from '../languages'
import type { Locator } from '../library'
import { holds, tokensOf, without } from '../reading'
import {
  cellsIn,
  contentStems,
  isStopWord,
  pairIn,
  sentences,
  withoutClauseNumber,
  withoutListSign,
  wordCount,
  type RowCell,
} from '../text'

/** A passage of the library as inserts are made from it. */
export interface MaterialPassage {
  readonly passageId: string
  readonly sourceId: string
  readonly sourceTitle: string
  readonly text: string
  readonly headings: readonly string[]
  readonly locator: Locator
  /** How near it is to what is asked for, 0..1; 1 where all of a source is meant. */
  readonly coverage: number
}

/** What an insert is made from: passages, the nearest first, what they are to be about, and how many things at most. */
export interface Material {
  /** What it is about, in the visitor's own words; empty for anything there is. */
  readonly about: string
  readonly passages: readonly MaterialPassage[]
  /** All passages of a source in their order. */
  readonly whole: (sourceId: string) => readonly MaterialPassage[]
  readonly language: string
  readonly most: number
}

/** What a part of an insert rests on: words that stand in a passage. */
export interface Ground {
  readonly passage: MaterialPassage
  readonly quote: string
}

const LONGEST_ABOUT = 8

/** What asks for an insert in a language, or in English. */
const asksIn = (language: string): InsertPhrases['asks'][] => [language, 'en'].map((tag) => insertPhrases(tag).asks)

/** Whether a line names the kind of thing that it wants: "as a table", "quiz me". */
export const namesKind = (line: string, kind: keyof InsertPhrases['asks'], language: string): boolean =>
  asksIn(language).some((asks) => holds(asks[kind], tokensOf(line)))

/**
 * What a line wants something about: its words of content without those that ask for the thing itself, as they stand there.
 * "Quiz me on life jackets, please" is about "life jackets"; "Quiz me" is about nothing in particular.
 */
export function aboutIn(line: string, language: string): string {
  const asked = asksIn(language).flatMap((asks) => Object.values(asks))
  const own = without(asked, tokensOf(line)).filter(({ text }) => !isStopWord(text))
  const [from, to] = [own[0], own.at(-1)]
  if (!from || !to) return ''
  const between = line.slice(from.start, to.end)
  return wordCount(between) <= LONGEST_ABOUT
    ? between
    : own
        .slice(-LONGEST_ABOUT)
        .map(({ text }) => text)
        .join(' ')
}

/** The rows of tables in a passage, each with the line it stands in. */
export const rowsIn = (passage: MaterialPassage): { cells: readonly RowCell[]; line: string }[] =>
  passage.text.split('\n').flatMap((line) => {
    const cells = cellsIn(line.trim())
    return cells ? [{ cells, line: line.trim() }] : []
  })

/** A heading by its name; the number of a clause before it is no part of that. */
export const nameOf = (heading = ''): string => heading.replace(/^\d+(?:\.\d+)*\.?\s+/, '')

const SHORTEST = 5
const LONGEST = 32

/** The whole sentences of a passage that can be read alone, without numbers of clauses and signs of lists. */
export const sentencesFrom = ({ text }: MaterialPassage): string[] =>
  (pairIn({ text })?.answer ?? text)
    .split('\n')
    .filter((line) => !cellsIn(line.trim()))
    .flatMap((line) => sentences(withoutClauseNumber(withoutListSign(line.trim()))))
    .map((sentence) => sentence.text.trim())
    .filter((sentence) => {
      const count = wordCount(sentence)
      return count >= SHORTEST && count <= LONGEST && /[.!]$/.test(sentence)
    })

/** Sentences that speak of what is asked for before those beside them. */
export const nearestFirst = (sentencesHere: readonly string[], about: string): string[] => {
  const wanted = contentStems(about)
  const isNear = (sentence: string) => [...contentStems(sentence)].some((each) => wanted.has(each))
  return [...sentencesHere.filter(isNear), ...sentencesHere.filter((sentence) => !isNear(sentence))]
}

/** A whole number from a text, the same for the same text: what is shuffled is shuffled alike every time (FNV-1a). */
export function seedOf(text: string): number {
  let hash = 0x811c9dc5
  for (let at = 0; at < text.length; at++) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193) >>> 0
  return hash
}

/** The same values in an order that a text decides. */
export const shuffled = <Value>(values: readonly Value[], seed: string, nameOf: (value: Value) => string): Value[] =>
  values
    .map((value) => ({ value, order: seedOf(`${seed} ${nameOf(value)}`) }))
    .sort((a, b) => a.order - b.order)
    .map(({ value }) => value)
