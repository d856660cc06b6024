import { diffArrays } from 'diff'

/** A stretch of two versions held against each other: passages both have, or those one has in place of the other's. */
export type PassageChange =
  | { readonly kind: 'same'; readonly passages: number }
  | { readonly kind: 'changed'; readonly before: string[]; readonly now: string[] }

/** What changed from one list of passage texts to the next, in reading order. */
export function changesBetweenPassages(before: readonly string[], now: readonly string[]): PassageChange[] {
  const changes: PassageChange[] = []
  for (const part of diffArrays([...before], [...now])) {
    const last = changes.at(-1)
    if (!part.added && !part.removed) changes.push({ kind: 'same', passages: part.value.length })
    else {
      const texts = { before: part.removed ? part.value : [], now: part.added ? part.value : [] }
      if (last?.kind === 'changed')
        changes.splice(-1, 1, {
          kind: 'changed',
          before: [...last.before, ...texts.before],
          now: [...last.now, ...texts.now],
        })
      else changes.push({ kind: 'changed', ...texts })
    }
  }
  return changes
}
