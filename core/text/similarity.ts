import { contentStems } from './terms'

/** How many members two sets share. */
export function shared<T>(a: ReadonlySet<T>, b: ReadonlySet<T>): number {
  let count = 0
  for (const member of a) if (b.has(member)) count++
  return count
}

/** Jaccard index of two sets: shared members over all members, 0..1; two empty sets are alike (1). */
export function jaccard<T>(a: ReadonlySet<T>, b: ReadonlySet<T>): number {
  if (a.size === 0 && b.size === 0) return 1
  const both = shared(a, b)
  return both / (a.size + b.size - both)
}

/** The share of `of`'s members that `within` has too, 0..1; an empty `of` is wholly covered. */
export const coverage = <T>(of: ReadonlySet<T>, within: ReadonlySet<T>): number =>
  of.size === 0 ? 1 : shared(of, within) / of.size

/** How alike two texts are in subject: Jaccard index of their content stems, 0..1. */
export const likeness = (a: string, b: string): number => jaccard(contentStems(a), contentStems(b))
