import relations from './relations.json' with { type: 'json' }

/** A way to say the same: its stems, and how surely it means it in ordinary use, 0..1. */
export interface Meaning {
  readonly stems: readonly string[]
  readonly share: number
}

/** Weights in the file run from 3 to 9. */
const HIGHEST = 9
const NONE: readonly Meaning[] = []
let lines: Map<string, string> | undefined
const read = new Map<string, readonly Meaning[]>()

/**
 * The words that mean the same as a stem or come from the same word ("donat" → donation; "purchas" → buy), surest
 * first. English only. From WordNet 3.1; a relation counts as far as both words are mostly used in that sense. The file
 * is written by scripts/meanings.ts.
 */
export function meaningsOf(stem: string): readonly Meaning[] {
  const known = read.get(stem)
  if (known) return known
  lines ??= new Map(relations.map((line) => [line.slice(0, line.indexOf(':')), line]))
  const line = lines.get(stem)
  if (line === undefined) return NONE
  const meanings = line
    .slice(line.indexOf(':') + 1)
    .split(',')
    .map((each): Meaning => ({ stems: each.slice(1).split(' '), share: Number(each[0]) / HIGHEST }))
  read.set(stem, meanings)
  return meanings
}
