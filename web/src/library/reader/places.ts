import type { Passage } from '@parrot/contract'

/** Places of the original to jump to, each with the first passage there: pages, slides, sheets, or outer headings. */
export function placesIn(passages: readonly Passage[]): { name: string; id: string }[] {
  const seen = new Map<string, string>()
  for (const { id, locator, headings } of passages) {
    const name =
      locator.kind === 'heading' || locator.kind === 'line'
        ? (headings[0] ?? '')
        : locator.kind === 'row'
          ? locator.sheet
          : locator.label
    const inner = locator.kind === 'heading' && headings.length > 1 ? headings[1]! : name
    if (inner !== '' && !seen.has(inner)) seen.set(inner, id)
  }
  return [...seen].map(([name, id]) => ({ name, id }))
}

/** Headings that open with a passage: those the one before it did not stand under, with how deep each stands. */
export function headingsOpening(
  before: Pick<Passage, 'headings'> | undefined,
  own: Pick<Passage, 'headings'>,
): { text: string; level: number }[] {
  const above = before?.headings ?? []
  let same = 0
  while (same < own.headings.length && own.headings[same] === above[same]) same++
  return own.headings.slice(same).map((text, index) => ({ text, level: same + index }))
}
