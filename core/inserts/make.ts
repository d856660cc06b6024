import { insertPhrases } from '../languages'
import type { Ground, Material } from './material'
import { makeCards, makeFile, makeOutline } from './reading'
import { makeQuiz } from './quiz'
import type { Insert, InsertKind, InsertOf } from './schema'
import { makeChart, makeTable } from './tables'

/** The kinds that are made from the library, and are the answer themselves. */
export const MADE_KINDS = ['table', 'chart', 'quiz', 'cards', 'outline', 'file'] as const
export type MadeKind = (typeof MADE_KINDS)[number]
export const isMade = (kind: InsertKind): kind is MadeKind => (MADE_KINDS as readonly string[]).includes(kind)

/** An insert, the sentence that leads it in, and what it rests on: the marker of each part counts them from 1. */
export interface MadeInsert {
  readonly insert: Insert
  readonly lead: string
  readonly grounds: readonly Ground[]
}

/** Makes an insert from the library alone; undefined where too little stands there for one of that kind. */
export function makeInsert(
  kind: MadeKind,
  material: Material,
  { title = '', form = 'pdf' }: { readonly title?: string; readonly form?: InsertOf<'file'>['form'] } = {},
): MadeInsert | undefined {
  const phrases = insertPhrases(material.language)
  const about = material.about && `“${material.about}”`
  const led = <Made extends { insert: Insert; grounds: Ground[] }>(
    made: Made | undefined,
    lead: (insert: Made['insert']) => string,
  ): MadeInsert | undefined => made && { ...made, lead: lead(made.insert) }
  switch (kind) {
    case 'table':
      return led(makeTable(material), () => phrases.table(about))
    case 'chart':
      return led(makeChart(material), () => phrases.chart(about))
    case 'quiz':
      return led(makeQuiz(material), (insert) => phrases.quiz(about, (insert as InsertOf<'quiz'>).questions.length))
    case 'cards':
      return led(makeCards(material), (insert) => phrases.cards(about, (insert as InsertOf<'cards'>).cards.length))
    case 'outline':
      return led(makeOutline(material), ({ title: named }) => phrases.outline(`“${named}”`))
    case 'file':
      return led(makeFile(material, form, title), () => phrases.file(about))
  }
}
