import type { ScorePart } from './scorers'

/** Keeps the first few places from counting for everything (Cormack, Clarke and Büttcher, 2009). */
const K = 60

/** Something two rankings may hold both, by its id. */
export interface Fusable {
  readonly id: string
  readonly score: number
  readonly parts: readonly ScorePart[]
}

/**
 * Two rankings made one by reciprocal rank: a hit counts 1 / (60 + its place) in each. The scores are drawn to those of
 * the first ranking, whose parts keep their proportions; what the second gave is the part `embedding`.
 */
export function fuseByRank<T extends Fusable>(first: readonly T[], second: readonly T[], limit: number): T[] {
  const top = first[0]?.score ?? 1
  const whole = 2 / (K + 1)
  const shareAt = (place: number) => (place < 0 ? 0 : top / (K + place + 1) / whole)
  const all = new Map<string, { hit: T; own: number; near: number }>()
  first.forEach((hit, place) => all.set(hit.id, { hit, own: shareAt(place), near: 0 }))
  second.forEach((hit, place) => {
    const known = all.get(hit.id)
    all.set(hit.id, { hit: known?.hit ?? hit, own: known?.own ?? 0, near: shareAt(place) })
  })
  return [...all.values()]
    .sort((a, b) => b.own + b.near - (a.own + a.near))
    .slice(0, limit)
    .map(({ hit, own, near }) => ({
      ...hit,
      score: own + near,
      parts: [
        ...hit.parts.map((part) => ({ ...part, score: hit.score === 0 ? 0 : (part.score / hit.score) * own })),
        { name: 'embedding', score: near },
      ],
    }))
}
