import { de } from './de/phrases'
import { en } from './en/phrases'
import { es } from './es/phrases'
import { fr } from './fr/phrases'
import { it } from './it/phrases'
import { nl } from './nl/phrases'
import type { Phrases, Register } from './phrases'

const BY_LANGUAGE: Readonly<Record<string, Phrases>> = { en, fr, de, es, it, nl }

/** The wordings for a BCP 47 tag; English when the language is not one the agent has words in. */
export const phrasesFor = (language: string): Phrases => BY_LANGUAGE[language.toLowerCase().split('-')[0]!] ?? en

/** From this formality on the formal wordings are used; up to CASUAL the casual ones. */
export const FORMAL = 70
export const CASUAL = 30

/** The wordings of a register that suit a formality 0..100. */
export const inFormality = (register: Register, formality: number): readonly string[] =>
  formality >= FORMAL ? register.formal : formality <= CASUAL ? register.casual : register.plain

/** "a", "a and b", "a, b and c". */
export const listed = (items: readonly string[], joint: string): string =>
  items.length < 2 ? items.join('') : `${items.slice(0, -1).join(', ')} ${joint} ${items.at(-1)}`

/**
 * Every set text of a language: what an agent says by itself without claiming anything. A wording that takes facts is
 * given with nothing filled in.
 */
export function ownWords(language: string): string[] {
  const texts = (value: unknown): string[] => {
    if (typeof value === 'string') return [value]
    if (typeof value === 'function')
      return [String((value as (...parts: string[]) => string)(...Array<string>(value.length).fill('')))]
    return typeof value === 'object' && value !== null ? Object.values(value).flatMap(texts) : []
  }
  return texts(phrasesFor(language)).filter((text) => text.trim() !== '')
}
