import { terms } from '../text'
import relations from './relations.json' with { type: 'json' }

/** A way to say the same: its stems, and how surely it means it in ordinary use, 0..1. */
export interface Meaning {
  readonly stems: readonly string[]
  readonly share: number
}

/** Weights in the file run from 3 to 9. */
const HIGHEST = 9
const NONE: readonly Meaning[] = []
let table: Map<string, Meaning[]> | undefined

/**
 * The words that mean the same as a stem or come from the same word ("donat" → donation; "purchas" → buy), surest
 * first. English only. From WordNet 3.1; a relation counts as far as both words are mostly used in that sense.
 */
export function meaningsOf(stem: string): readonly Meaning[] {
  table ??= read()
  return table.get(stem) ?? NONE
}

function read(): Map<string, Meaning[]> {
  const all = new Map<string, Meaning[]>()
  for (const line of relations) {
    const [lemma, list] = line.split(':') as [string, string]
    const own = stemsOf(lemma)
    if (own.length !== 1) continue
    const known = all.get(own[0]!) ?? []
    for (const each of list.split(',')) {
      const stems = stemsOf(each.slice(1))
      const share = Number(each[0]) / HIGHEST
      const key = stems.join(' ')
      const at = known.findIndex((other) => other.stems.join(' ') === key)
      if (key === own[0]) continue
      if (at < 0) known.push({ stems, share })
      else if (known[at]!.share < share) known[at] = { stems, share }
    }
    if (known.length > 0) all.set(own[0]!, known)
  }
  for (const known of all.values()) known.sort((a, b) => b.share - a.share)
  return all
}

const stemsOf = (lemma: string): string[] => terms(lemma, 'en').map((term) => term.stem)
