import { phrasesIn } from '../languages'
import { remembered, words } from '../text'

/** A word of a line in small letters, with where it stands. */
export interface Token {
  readonly text: string
  readonly start: number
  readonly end: number
}

/** The words of a text as phrases are matched on: small letters, one kind of apostrophe. */
export const tokensOf = remembered((text): readonly Token[] =>
  words(text.replace(/[’ʼ]/g, "'")).map(({ text: word, start, end }) => ({ text: word.toLowerCase(), start, end })),
)

/** A phrase found among tokens: from which to which, the second not included. */
export interface Match {
  readonly phrase: string
  readonly from: number
  readonly to: number
}

interface Compiled {
  readonly phrase: string
  readonly parts: readonly string[]
  readonly isOpening: boolean
}

/** "…" stands for up to so many words. */
const LONGEST_GAP = 4
const compiled = new Map<string, ReadonlyMap<string, readonly Compiled[]>>()

/** A list of phrases by their first words; made once. */
function compile(list: string): ReadonlyMap<string, readonly Compiled[]> {
  const known = compiled.get(list)
  if (known) return known
  const made = new Map<string, Compiled[]>()
  for (const written of phrasesIn(list)) {
    const isOpening = written.startsWith('^')
    const phrase = isOpening ? written.slice(1) : written
    const parts = phrase
      .split(' ')
      .flatMap((part) => (part === '…' ? [part] : tokensOf(part).map((token) => token.text)))
    const first = parts[0] ?? ''
    made.set(first, [...(made.get(first) ?? []), { phrase, parts, isOpening }])
  }
  compiled.set(list, made)
  return made
}

/**
 * The first place where a phrase of a list stands among tokens; the longest one there. `opening` is where the sentence
 * begins once courtesies are left out: phrases marked `^` are found only there. Linear in the number of tokens.
 */
export function find(list: string, tokens: readonly Token[], opening = 0): Match | undefined {
  for (let from = 0; from < tokens.length; from++) {
    const match = matchAt(list, tokens, from, from === opening)
    if (match) return match
  }
  return undefined
}

/** The longest phrase of a list that begins at a token, if one does; those marked `^` only where the sentence opens. */
export function matchAt(list: string, tokens: readonly Token[], from: number, isAtOpening = true): Match | undefined {
  let best: Match | undefined
  for (const { phrase, parts, isOpening } of compile(list).get(tokens[from]?.text ?? '') ?? []) {
    if (isOpening && !isAtOpening) continue
    const to = endOf(parts, tokens, from)
    if (to !== undefined && (!best || to > best.to)) best = { phrase, from, to }
  }
  return best
}

/** Where a phrase that begins at a token ends; undefined when it does not stand there. */
function endOf(parts: readonly string[], tokens: readonly Token[], from: number): number | undefined {
  let at = from
  for (let part = 0; part < parts.length; part++) {
    if (parts[part] !== '…') {
      if (tokens[at]?.text !== parts[part]) return undefined
      at++
      continue
    }
    const next = parts[part + 1]
    const gap = tokens.slice(at, at + LONGEST_GAP + 1).findIndex((token) => token.text === next)
    if (gap < 0) return undefined
    at += gap
  }
  return at
}

/** Whether a phrase of a list stands among tokens. */
export const holds = (list: string, tokens: readonly Token[]): boolean => find(list, tokens) !== undefined

/** The tokens that are left when all phrases of the lists are taken out, list after list, each from left to right. */
export const without = (lists: readonly string[], tokens: readonly Token[]): readonly Token[] =>
  lists.reduce<readonly Token[]>((left, list) => {
    const kept: Token[] = []
    for (let at = 0; at < left.length;) {
      // What opens a sentence does so too where only courtesies stood before it.
      const match = matchAt(list, left, at, kept.length === 0)
      if (!match) kept.push(left[at]!)
      at = match?.to ?? at + 1
    }
    return kept
  }, tokens)

const wordLists = new Map<string, ReadonlySet<string>>()

/** A list of single words as a set; made once. */
export function wordsIn(list: string): ReadonlySet<string> {
  const known = wordLists.get(list)
  if (known) return known
  const made = new Set(phrasesIn(list))
  wordLists.set(list, made)
  return made
}
