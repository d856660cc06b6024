import { contentStems, oppositesOf, quantitiesIn, sentences, type Quantity } from '../text'

/** A sentence or table row that states one value, with where it stands. */
export interface Statement {
  readonly sourceId: string
  readonly passageId: string
  readonly text: string
}

/** Two current sources that state different values for the same thing. */
export interface Conflict {
  readonly one: Statement
  readonly other: Statement
  /** What both speak of, as words of the first. */
  readonly about: string
  readonly values: readonly [string, string]
}

/** A passage of a source, as conflicts are looked for in it. */
export interface StatedPassage {
  readonly sourceId: string
  readonly passageId: string
  readonly text: string
  readonly headings: readonly string[]
}

/** Statements share at least this much of what they speak of. Lower values report things that only sound alike. */
const SAME_SUBJECT = 0.75
/** A statement speaks of at least this many things: "It costs £5" speaks of nothing. */
const LEAST_STEMS = 2
/** Statements with a word this common are not compared over it; a rarer one leads to the same pairs. */
const MOST_TOGETHER = 60
const MOST_CONFLICTS = 200

interface Stated extends Statement {
  readonly stems: ReadonlySet<string>
  /** One value, or the two ends of a span (“09:00 to 17:00”). */
  readonly values: readonly Quantity[]
  readonly isRow: boolean
}

/**
 * Pairs of statements from different sources with the same subject and another value: fares, hours, limits. A statement
 * is a table cell under its row's key and its header, or a sentence with one figure in it. Sentences that differ in a
 * negation or an opposite ("open", "closed") speak of different things.
 */
export function conflictsAmong(passages: readonly StatedPassage[]): Conflict[] {
  const stated = passages.flatMap(statementsOf)
  const found: Conflict[] = []
  const seen = new Set<string>()
  for (const [a, b] of pairsOf(stated)) {
    if (!isConflict(a, b)) continue
    const values = [saidOf(a), saidOf(b)] as const
    const key = [a.passageId, b.passageId, ...values].join('|')
    if (seen.has(key)) continue
    seen.add(key)
    found.push({ one: shown(a), other: shown(b), about: aboutOf(a), values })
    if (found.length >= MOST_CONFLICTS) break
  }
  return found
}

const shown = ({ sourceId, passageId, text }: Stated): Statement => ({ sourceId, passageId, text })

const saidOf = ({ values }: Stated): string => values.map((value) => value.text).join(' – ')

/** The words of a statement before its figure; the whole of it where those say too little. */
function aboutOf({ text, values }: Stated): string {
  const at = text.indexOf(values[0]!.text)
  const before = text.slice(0, at < 0 ? text.length : at).replace(/[\s:;,(]+$/, '')
  return before.split(' ').length >= 3 ? before : text
}

/** Statements of different sources that share one of their rarer words, each pair once for that word. */
function* pairsOf(stated: readonly Stated[]): Generator<[Stated, Stated]> {
  const byStem = new Map<string, Stated[]>()
  for (const each of stated)
    for (const stem of each.stems) {
      const list = byStem.get(stem)
      if (list) list.push(each)
      else byStem.set(stem, [each])
    }
  for (const list of byStem.values()) {
    if (list.length > MOST_TOGETHER) continue
    for (let a = 0; a < list.length; a++)
      for (let b = a + 1; b < list.length; b++) if (list[a]!.sourceId !== list[b]!.sourceId) yield [list[a]!, list[b]!]
  }
}

function isConflict(a: Stated, b: Stated): boolean {
  if (a.values.length !== b.values.length || !a.values.every((value, at) => isOfOneKind(value, b.values[at]!)))
    return false
  if (a.values.every((value, at) => value.value === b.values[at]!.value)) return false
  if (a.isRow && b.isRow) return a.stems.size === b.stems.size && shareOf(a.stems, b.stems) === 1
  return shareOf(a.stems, b.stems) >= SAME_SUBJECT && !differsInSense(a.stems, b.stems)
}

const isOfOneKind = (a: Quantity, b: Quantity): boolean =>
  a.dimension === b.dimension && (a.dimension !== 'money' || a.unit === b.unit)

/** How much of the two sets is in both (Jaccard). */
function shareOf(a: ReadonlySet<string>, b: ReadonlySet<string>): number {
  let both = 0
  for (const stem of a) if (b.has(stem)) both++
  return both / (a.size + b.size - both)
}

function differsInSense(a: ReadonlySet<string>, b: ReadonlySet<string>): boolean {
  const only = (one: ReadonlySet<string>, other: ReadonlySet<string>) => [...one].filter((stem) => !other.has(stem))
  const [left, right] = [only(a, b), only(b, a)]
  return left.some((stem) => right.some((each) => oppositesOf(stem).has(each)))
}

const ROW = /^[^:;]{1,60}: [^;]+(?:; [^:;]{1,60}: [^;]+)+$/
const NEGATED = /\b(?:not|no|never|without|except|unless|n't)\b/i

function statementsOf(passage: StatedPassage): Stated[] {
  const under = passage.headings.at(-1) ?? ''
  return passage.text
    .split('\n')
    .flatMap((line) =>
      ROW.test(line) ? inRow(passage, line) : sentences(line).flatMap((each) => inSentence(passage, each.text, under)),
    )
}

/** One statement for each cell with a figure: its row's key and its header are what it speaks of. */
function inRow({ sourceId, passageId }: StatedPassage, line: string): Stated[] {
  const cells = line.split('; ').map((cell) => {
    const at = cell.indexOf(': ')
    return { header: cell.slice(0, at), value: cell.slice(at + 2) }
  })
  const keys = cells.filter((cell) => quantitiesIn(cell.value).length === 0)
  return cells.flatMap((cell): Stated[] => {
    const values = figuresIn(cell.value)
    if (!values) return []
    const words = [...keys.map((key) => key.value), cell.header].join(' ')
    const stems = contentStems(words)
    const text = `${keys.map((key) => key.value).join(', ')} · ${cell.header}: ${cell.value}`
    return stems.size >= LEAST_STEMS ? [{ sourceId, passageId, text, stems, values, isRow: true }] : []
  })
}

function inSentence({ sourceId, passageId }: StatedPassage, text: string, under: string): Stated[] {
  const values = figuresIn(text)
  if (!values || text.endsWith('?')) return []
  const rest = values.reduceRight((left, { start, end }) => `${left.slice(0, start)} ${left.slice(end)}`, text)
  const said = contentStems(rest)
  // A short sentence leans on its heading: "£4.00 a day." under "Parking".
  const stems = new Set(said.size > LEAST_STEMS ? said : [...said, ...contentStems(under)])
  if (NEGATED.test(rest)) stems.add('¬')
  return stems.size > LEAST_STEMS ? [{ sourceId, passageId, text, stems, values, isRow: false }] : []
}

/**
 * The figures of a text that can be held against another's: one, or the two ends of a span. Counts of things are too
 * easily something else.
 */
function figuresIn(text: string): readonly Quantity[] | undefined {
  const all = quantitiesIn(text).filter((each) => each.dimension !== 'count')
  if (all.length === 1) return all
  const [from, to] = all
  const isSpan = all.length === 2 && from!.dimension === to!.dimension
  return isSpan && SPAN.test(text.slice(from!.end, to!.start)) ? all : undefined
}

const SPAN = /^\s*(?:to|until|till|and|[-–—])\s*$/i
