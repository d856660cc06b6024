import type { FoundPassage } from '../dialogue'
import { buildSegment, LibraryIndex, search } from '../retrieval'

export const TEXTS = [
  ['Water', 'Water is turned on in April. It is turned off in October.'],
  ['Fees', 'A small plot costs £40.00 a year. A large plot costs £75.00 a year.'],
  ['Bonfires', 'Bonfires are allowed only in November.'],
] as const

export const passageOf = (at: number): FoundPassage => ({
  passageId: `p${at}`,
  sourceId: 'rules',
  sourceTitle: 'Rules',
  text: TEXTS[at]![1],
  headings: [TEXTS[at]![0]],
  locator: { kind: 'heading', anchor: TEXTS[at]![0].toLowerCase(), label: TEXTS[at]![0] },
  score: 1,
  parts: [],
  coverage: 1,
})
const index = new LibraryIndex([
  buildSegment(TEXTS.map(([heading, body]) => ({ title: 'Rules', headings: [heading], body }))),
])
/** A small library on allotments, searched as a real one is. */
export const allotments = {
  search: (question: string, limit: number) => search(index, question, { limit }).map((hit) => passageOf(hit.passage)),
}
