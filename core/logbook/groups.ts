import { cosine, meaningsOf, vectorOf, type WordVector } from '../meaning'
import { contentTerms, isLight } from '../text'

/** A question of visitors, and how often it was asked. */
export interface Asked {
  readonly id: string
  readonly text: string
  readonly times: number
}

/** Questions that want the same. */
export interface QuestionGroup {
  /** The question that says best what all of them want, in a visitor's words. */
  readonly title: string
  readonly times: number
  /** The ids of its questions, those nearest to the title first. */
  readonly ids: readonly string[]
}

/** A word of a question: what it weighs, and what it can be recognised by. */
interface Part {
  readonly stem: string
  readonly weight: number
  readonly same: ReadonlyMap<string, number>
  readonly vector: WordVector | undefined
}

/** A word that means the same by a dictionary counts so much of the very word, as far as it is used in that sense. */
const BY_MEANING = 0.9
/** Words count as near from this cosine on; below it they merely belong to the same world. */
const NEAR = 0.5
/** Words that hardly carry a subject ("take", "want") weigh so much of the others. */
const LIGHT = 0.35
/**
 * How alike two questions are to be one group, 0..1: set where pairs that ask the same and pairs that only share a word
 * part best in the example of the tests.
 */
const ALIKE = 0.5
/** A group is known by so many of its questions: those asked most. */
const MOST_COMPARED = 4

/**
 * Puts questions that want the same together, most asked first. Each goes to the group it is most like, by its words,
 * what they mean, how near they are in use and how rare they are among all the questions. Questions times groups.
 */
export function groupQuestions(asked: readonly Asked[]): QuestionGroup[] {
  const rarity = rarityIn(asked)
  const near = nearness()
  const all = asked
    .map((each) => ({ ...each, parts: partsOf(each.text, rarity) }))
    .sort((a, b) => b.times - a.times || a.parts.length - b.parts.length || a.text.length - b.text.length)
  const groups: Placed[][] = []
  const known = new KnownWords(near)
  for (const question of all) {
    let best: Placed[] | undefined
    let most = ALIKE
    for (const group of known.groupsNear(question.parts)) {
      const likeness = toGroup(question, group, near)
      if (likeness >= most) [best, most] = [group, likeness]
    }
    if (!best) groups.push((best = []))
    best.push(question)
    if (best.length <= MOST_COMPARED) known.add(question.parts, best)
  }
  return groups.map((group) => told(group, near)).sort((a, b) => b.times - a.times || b.ids.length - a.ids.length)
}

type Placed = Asked & { readonly parts: readonly Part[] }
type Near = (a: Part, b: Part) => number

/** Which groups have a word, or one near it: only those need to be compared. */
class KnownWords {
  readonly #parts = new Map<string, Part>()
  readonly #groups = new Map<string, Set<Placed[]>>()
  /** Words of groups that are near a word which was asked for before. */
  readonly #nearTo = new Map<string, { readonly part: Part; readonly stems: string[] }>()
  constructor(private readonly near: Near) {}

  groupsNear(parts: readonly Part[]): Set<Placed[]> {
    const stems = parts.flatMap((part) => this.#near(part))
    return new Set(stems.flatMap((stem) => [...this.#groups.get(stem)!]))
  }

  add(parts: readonly Part[], group: Placed[]): void {
    for (const part of parts) {
      const known = this.#groups.get(part.stem)
      if (known) known.add(group)
      else {
        for (const other of this.#nearTo.values()) if (this.near(part, other.part) > 0) other.stems.push(part.stem)
        this.#groups.set(part.stem, new Set([group]))
        this.#parts.set(part.stem, part)
      }
    }
  }

  #near(part: Part): readonly string[] {
    const before = this.#nearTo.get(part.stem)
    if (before) return before.stems
    const stems = [...this.#parts.values()].filter((known) => this.near(part, known) > 0).map(({ stem }) => stem)
    this.#nearTo.set(part.stem, { part, stems })
    return stems
  }
}

/** How like a question is to a group: to the middle of those it is compared with and the one most like it. */
function toGroup(question: Placed, group: readonly Placed[], near: Near): number {
  const each = group.slice(0, MOST_COMPARED).map((member) => alike(question, member, near))
  return (Math.max(...each) + each.reduce((sum, one) => sum + one, 0) / each.length) / 2
}

function told(group: readonly Placed[], near: Near): QuestionGroup {
  const standing = new Map(
    group.map((one) => [one, group.reduce((sum, other) => sum + alike(one, other, near) * other.times, 0)]),
  )
  const ordered = [...group].sort(
    (a, b) => standing.get(b)! - standing.get(a)! || b.times - a.times || a.text.length - b.text.length,
  )
  const times = group.reduce((sum, one) => sum + one.times, 0)
  return { title: ordered[0]!.text, times, ids: ordered.map(({ id }) => id) }
}

/** How rare each stem is among the questions: the logarithm of how many there are for each that has it. */
function rarityIn(asked: readonly Asked[]): (stem: string) => number {
  const counts = new Map<string, number>()
  for (const { text } of asked)
    for (const stem of new Set(contentTerms(text).map((term) => term.stem)))
      counts.set(stem, (counts.get(stem) ?? 0) + 1)
  return (stem) => 1 + Math.log((asked.length + 1) / ((counts.get(stem) ?? 0) + 1))
}

function partsOf(text: string, rarity: (stem: string) => number): Part[] {
  const parts = new Map<string, Part>()
  for (const { stem, start, end } of contentTerms(text)) {
    const same = new Map(
      meaningsOf(stem).flatMap(({ stems, share }) => (stems.length === 1 ? [[stems[0]!, share] as const] : [])),
    )
    const weight = rarity(stem) * (isLight(stem) ? LIGHT : 1)
    parts.set(stem, { stem, weight, same, vector: vectorOf(text.slice(start, end).toLowerCase()) })
  }
  return [...parts.values()]
}

/** How alike two words are, 0..1; each pair is looked at once. */
function nearness(): Near {
  const known = new Map<string, number>()
  return (a, b) => {
    if (a.stem === b.stem) return 1
    const key = a.stem < b.stem ? `${a.stem} ${b.stem}` : `${b.stem} ${a.stem}`
    const before = known.get(key)
    if (before !== undefined) return before
    const meant = Math.max(a.same.get(b.stem) ?? 0, b.same.get(a.stem) ?? 0) * BY_MEANING
    const used = a.vector && b.vector ? Math.max(0, (cosine(a.vector, b.vector) - NEAR) / (1 - NEAR)) : 0
    const found = Math.max(meant, used)
    known.set(key, found)
    return found
  }
}

/** How alike two questions are, 0..1: how much of each is said by the other. */
const alike = (a: Placed, b: Placed, near: Near): number =>
  (saidBy(a.parts, b.parts, near) + saidBy(b.parts, a.parts, near)) / 2

function saidBy(parts: readonly Part[], others: readonly Part[], near: Near): number {
  let said = 0
  let all = 0
  for (const part of parts) {
    let best = 0
    for (const other of others) best = Math.max(best, near(part, other))
    said += best * part.weight
    all += part.weight
  }
  return all === 0 ? 0 : said / all
}
