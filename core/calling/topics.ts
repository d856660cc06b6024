import { topicsOf, type Spoken } from '../languages'
import { stem, terms } from '../text'

/** How clearly a text shows each subject that it shows at all, 0..1, by the subject's place. */
export type Topics = ReadonlyMap<number, number>

interface Shown {
  readonly topic: number
  readonly weight: number
  readonly stems: readonly string[]
}

/** A phrase of several words shows more than one word, and each subject more that shares it makes it show less. */
const ONE_WORD = 0.6
const MORE_WORDS = 1
const WEAK = 0.28

const tables = new Map<Spoken, ReadonlyMap<string, readonly Shown[]>>()

/** The phrases of all subjects by their first stems. */
function tableOf(language: Spoken): ReadonlyMap<string, readonly Shown[]> {
  const known = tables.get(language)
  if (known) return known
  const all = topicsOf(language)
  const phrases = all.flatMap(({ phrases: own }, topic) =>
    own.map((written) => {
      const phrase = written.replace(/^~/, '')
      return { topic, isWeak: phrase !== written, stems: phrase.split(/[\s-]+/).map((word) => stem(word, language)) }
    }),
  )
  const shared = new Map<string, number>()
  // "Offer" and "offers" are one phrase of a subject, not two.
  const seen = new Set<string>()
  const distinct = phrases.filter(({ topic, stems }) => {
    const key = `${topic} ${stems.join(' ')}`
    return !seen.has(key) && seen.add(key)
  })
  for (const { stems } of distinct) shared.set(stems.join(' '), (shared.get(stems.join(' ')) ?? 0) + 1)
  const table = new Map<string, Shown[]>()
  for (const { topic, stems, isWeak } of distinct) {
    const weight = (isWeak ? WEAK : stems.length > 1 ? MORE_WORDS : ONE_WORD) / Math.sqrt(shared.get(stems.join(' '))!)
    table.set(stems[0]!, [...(table.get(stems[0]!) ?? []), { topic, weight, stems }])
  }
  tables.set(language, table)
  return table
}

/** The subjects that a text shows. */
export function topicsIn(text: string, language: Spoken): Topics {
  const table = tableOf(language)
  const found = new Map<number, number>()
  // Joined forms of hyphened words stand beside their parts; phrases are written in parts.
  const stems = terms(text.replace(/[-‐‑]/g, ' '), language).map((term) => term.stem)
  stems.forEach((first, at) => {
    for (const { topic, weight, stems: wanted } of table.get(first) ?? []) {
      if (!wanted.every((each, n) => stems[at + n] === each)) continue
      const before = found.get(topic) ?? 0
      found.set(topic, before + weight * (1 - before))
    }
  })
  return found
}

/** How much two texts show the same subject, 0..1: for the subject both show most clearly, the less clear of the two. */
export function sharedTopic(a: Topics, b: Topics): number {
  let most = 0
  for (const [topic, how] of a) most = Math.max(most, Math.min(how, b.get(topic) ?? 0))
  return most
}

/** The name of the subject that two texts show most clearly together; undefined when they share none. */
export function nameOfShared(a: Topics, b: Topics, language: Spoken): string | undefined {
  let best: { topic: number; how: number } | undefined
  for (const [topic, how] of a) {
    const both = Math.min(how, b.get(topic) ?? 0)
    if (both > (best?.how ?? 0)) best = { topic, how: both }
  }
  return best && topicsOf(language)[best.topic]?.name
}
