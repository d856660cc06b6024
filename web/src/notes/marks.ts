import type { QuickMark } from '@parrot/contract'

/** The quick marks as the screen puts them, those used most first. */
export const MARKS: readonly (readonly [QuickMark, string])[] = [
  ['wrong', 'wrong'],
  ['missing', 'missing'],
  ['tooLong', 'too long'],
  ['offTone', 'off tone'],
  ['wrongSource', 'wrong source'],
  ['shouldDecline', 'should have declined'],
  ['shouldAsk', 'should have asked'],
  ['shouldPassOn', 'should have passed on'],
]

/** What a note says in one line: its own words, else its marks, else that an answer was wanted. */
export function noteInWords({
  wrong,
  marks,
  wanted,
}: {
  wrong: string
  marks: readonly QuickMark[]
  wanted: string
}): string {
  if (wrong.trim() !== '') return wrong
  const marked = MARKS.filter(([mark]) => marks.includes(mark)).map(([, words]) => words)
  return marked.join(', ') || `wanted: ${wanted}`
}
