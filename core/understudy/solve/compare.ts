import { sidesOf, type Sides } from '../../question'
import { finished, quantitiesIn, terms, type Quantity, stemSet } from '../../text'
import { gatherEvidence, type Evidence } from '../evidence'
import { sayUnit } from '../phrase'
import { headersOf, isRunningNumber } from '../rows'
import { asNoun, sayCell } from '../rowWords'
import { listed } from '../../languages'
import type { Finding, Piece, Solver, Task } from '../task'
import { keyOf, unitsOf } from '../units'

/** Statements told of each side. */
const MOST_EACH = 2
const MOST_CELLS = 5

/**
 * Sets two or three things side by side on what matters for the question: the cells of their rows, or the statements
 * that speak of each; and says which is ahead when the question asks for more or less of something both state.
 */
export const sideBySide: Solver = (task): Finding | undefined => {
  if (task.kind !== 'comparison') return undefined
  const sides = sidesOf(task.asked.text)
  if (!sides) return undefined
  return byRows(sides, task) ?? byWishedFor(sides.names, task) ?? byStatements(sides, task)
}

const speaksOf = (stems: ReadonlySet<string>, name: string): boolean =>
  terms(name).every((term) => stems.has(term.stem))

/** Whether a row is the thing named and no longer-named one: "Plus" is not "Plus family". */
const isCalled = (value: string, name: string): boolean => value.trim().toLowerCase() === name.trim().toLowerCase()

/** Both sides are rows of one table. */
function byRows(sides: Sides, task: Task): Finding | undefined {
  // Each side is named in its own row only.
  const terms = task.asked.terms.map((term) => (term.role === 'name' ? { ...term, role: 'subject' as const } : term))
  const rows = gatherEvidence({ ...task.asked, terms }, task.kind, task.passages)
    .filter((unit) => unit.kind === 'row')
    .sort((a, b) => a.passage.number - b.passage.number || a.order - b.order)
  for (const row of rows) {
    const others = rows.filter((other) => headersOf(other) === headersOf(row))
    const chosen = sides.names.map(
      (name) =>
        others.find((other) => isCalled(keyOf(other).value, name)) ??
        others.find((other) => speaksOf(stemSet(keyOf(other).value), name)) ??
        others.find((other) =>
          speaksOf(
            stemSet(
              keyOf(other)
                .value.split(/\bto\b/i)
                .at(-1)!,
            ),
            name,
          ),
        ),
    )
    if (chosen.some((each) => each === undefined) || new Set(chosen).size < 2) continue
    const about = stemSet(sides.about)
    const columns = row.cells.filter((cell) => cell !== keyOf(row) && !isRunningNumber(cell)).map((cell) => cell.header)
    const named = columns.filter((header) => [...stemSet(header)].some((each) => about.has(each)))
    const differing = columns.filter((header) => new Set(chosen.map((each) => value(each!, header))).size > 1)
    const told = (named.length > 0 ? named : differing).slice(0, MOST_CELLS)
    if (told.length === 0) continue
    const pieces = chosen.map((each): Piece => ({
      text: task.phrases.forRow(
        asNoun(keyOf(each!).value),
        listed(
          told.map((header) => sayCell({ header, value: value(each!, header) }, task)),
          task.phrases.and,
        ),
      ),
      cites: [each!.passage.number],
      rows: [[keyOf(each!), ...told.map((header) => ({ header, value: value(each!, header) }))]],
    }))
    return { solver: 'comparison', pieces, note: `Compared by ${told.join(', ')}.` }
  }
  return undefined
}

const value = (row: Evidence, header: string): string => row.cells.find((cell) => cell.header === header)?.value ?? ''

/** Which of several named things has most (or least) of what is wished for, with what is said of each. */
export function byWishedFor(names: readonly string[], task: Task): Finding | undefined {
  const wish = WANTED.find(([pattern]) => pattern.test(task.asked.text))
  if (!wish) return undefined
  const [, dimension, direction] = wish
  const measured = names.flatMap((name) => {
    const units = task.passages.flatMap((passage) => unitsOf(passage).map((unit) => ({ unit, passage })))
    const found = units
      .filter(({ unit }) => speaksOf(stemSet(unit.text), name))
      .flatMap(({ unit }) =>
        quantitiesIn(clauseOf(unit.text, name, names))
          .filter((each) => each.dimension === dimension)
          .map((quantity) => ({ name, unit, quantity })),
      )
    return found.slice(0, 1)
  })
  if (measured.length < 2) return undefined
  measured.sort((a, b) =>
    direction === 'most' ? b.quantity.value - a.quantity.value : a.quantity.value - b.quantity.value,
  )
  const texts = [...new Map(measured.map(({ unit }) => [unit.text, unit])).values()]
  const [best, next] = measured
  return {
    solver: 'recommendation',
    pieces: [
      ...texts.map((unit): Piece => ({ text: finished(unit.text), cites: [unit.passage.number] })),
      {
        text: task.phrases.ahead(named(best!.name), best!.quantity.text, next!.quantity.text),
        cites: [best!.unit.passage.number],
      },
    ],
    note: `Wished for: ${direction} ${dimension}; ${measured.map(({ name, quantity }) => `${name} ${quantity.text}`).join(', ')}.`,
  }
}

/** Each side has statements of its own. */
function byStatements(sides: Sides, task: Task): Finding | undefined {
  const aspects = task.asked.terms.filter(
    (term) =>
      term.role !== 'number' &&
      !sides.names.some((name) => terms(name).some((each) => each.stem === term.stem)) &&
      stemSet(sides.about).has(term.stem),
  )
  const all = gatherEvidence(
    {
      ...task.asked,
      terms:
        aspects.length > 0
          ? aspects.map((term) => ({ ...term, role: 'subject' as const, weight: 1 }))
          : task.asked.terms,
    },
    'open',
    task.passages,
  )
  const perSide = sides.names.map((name) => {
    const own = all
      .filter((unit) => speaksOf(stemSet(`${unit.text}`), name))
      .map((unit) => ({
        unit,
        rank:
          unit.coverage +
          (speaksOf(stemSet(unit.text.split(/\s+/).slice(0, 4).join(' ')), name) ? 0.3 : 0) +
          (aspects.length === 0 ? speaksOfAll(unit, sides.names) : onlyAbout(unit, name, sides.names)),
      }))
      .sort((a, b) => b.rank - a.rank)
    return own
      .filter((each) => each.rank >= (own[0]?.rank ?? 0) - 0.35)
      .slice(0, MOST_EACH)
      .map((each) => each.unit)
  })
  if (perSide.some((units) => units.length === 0)) return undefined
  const units = [...new Set(perSide.flat())].filter(
    (unit, at, list) => !list.slice(0, at).some((other) => other.text === unit.text || other.text.includes(unit.text)),
  )
  const pieces = units.map((unit): Piece => ({ text: sayUnit(unit, task), cites: [unit.passage.number] }))
  const ahead = aheadIn(sides, perSide, task)
  return {
    solver: 'comparison',
    pieces: ahead ? [...pieces, ahead] : pieces,
    note: `Compared ${sides.names.join(' with ')}${aspects.length > 0 ? ` by ${aspects.map((term) => term.stem).join(', ')}` : ''}.`,
  }
}

/** Without anything to compare by, a statement that names both sides says most. */
const speaksOfAll = (unit: Evidence, names: readonly string[]): number =>
  names.every((name) => speaksOf(stemSet(unit.text), name)) ? 0.5 : 0

const onlyAbout = (unit: Evidence, name: string, names: readonly string[]): number => {
  const stems = stemSet(unit.text)
  return names.some((other) => other !== name && speaksOf(stems, other)) ? 0 : 0.1
}

/** Whether more or less of something is wanted, and of what. */
const WANTED: readonly (readonly [RegExp, Quantity['dimension'], 'most' | 'least'])[] = [
  [/\b(?:light|lighter|lightest)\b/i, 'mass', 'least'],
  [/\b(?:heavy|heavier|heaviest)\b/i, 'mass', 'most'],
  [/\b(?:cheap|cheaper|cheapest)\b/i, 'money', 'least'],
  [/\b(?:fast|faster|fastest|quick|quicker|shorter time)\b/i, 'duration', 'least'],
  [/\b(?:long|longer|longest)\b/i, 'duration', 'most'],
  [/\b(?:big|bigger|biggest|large|larger|largest|wide|wider|tall|taller)\b/i, 'length', 'most'],
  [/\b(?:small|smaller|smallest|narrow|narrower)\b/i, 'length', 'least'],
]

/** Who is ahead, when both sides state a quantity of the kind the question wants more or less of. */
function aheadIn(sides: Sides, perSide: readonly (readonly Evidence[])[], task: Task): Piece | undefined {
  const want = WANTED.find(([pattern]) => pattern.test(task.asked.text))
  if (!want) return undefined
  const [, dimension, direction] = want
  const found = sides.names.map(
    (name, at) =>
      perSide[at]!.flatMap((unit) =>
        quantitiesIn(clauseOf(unit.text, name, sides.names)).filter((each) => each.dimension === dimension),
      )[0],
  )
  if (found.some((each) => each === undefined) || found[0]!.value === found[1]!.value) return undefined
  const order = [0, 1].sort((a, b) =>
    direction === 'most' ? found[b]!.value - found[a]!.value : found[a]!.value - found[b]!.value,
  )
  return {
    text: task.phrases.ahead(named(sides.names[order[0]!]!), found[order[0]!]!.text, found[order[1]!]!.text),
    cites: [...new Set(perSide.flatMap((units) => units.map((unit) => unit.passage.number)))].slice(0, 2),
  }
}

const named = (name: string): string => (/^\p{Lu}/u.test(name) ? `the ${name}` : name)

/** The part of a text that speaks of one name: from where it is named to where another one is. */
function clauseOf(text: string, name: string, names: readonly string[]): string {
  const from = text.toLowerCase().indexOf(name.toLowerCase())
  if (from < 0) return text
  const ends = names
    .filter((other) => other !== name)
    .map((other) => text.toLowerCase().indexOf(other.toLowerCase(), from + 1))
    .filter((at) => at > 0)
  return text.slice(from, Math.min(text.length, ...ends))
}
