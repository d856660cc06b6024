import { contentStems, finished, stem, words } from '../text'
import { answerKindOf } from '../rules'
import { suits } from './evidence'
import { withoutBullet, type Unit } from './units'

/** Columns shown of a table row when the question names none. */
const MOST_CELLS = 4

/** A unit as a finished sentence that can stand alone; `question` decides which cells of a row are told. */
export function sayUnit(unit: Unit, question: string): string {
  if (unit.kind === 'row') return sayRow(unit, question)
  if (unit.kind === 'item') return sayItem(unit)
  return finished(unit.text)
}

/** An item under a leading line is said with it: "You may not bring: fireworks" → "You may not bring fireworks." */
function sayItem(unit: Unit): string {
  const item = withoutBullet(unit.text)
  const isClause = words(item).length >= 6 && /^\p{Lu}/u.test(item)
  if (unit.leadIn === '' || isClause) return finished(item)
  return finished(`${unit.leadIn.replace(/:\s*$/, '')}: ${lowerFirst(item)}`)
}

/**
 * A table row as a sentence: "For Sula Holm, the adult return is £10.80." The first cell says what the row is about,
 * cells whose value the question names narrow it, and the cells whose header it names (most of its words) are told.
 */
function sayRow(unit: Unit, question: string): string {
  const [key, ...others] = unit.cells
  if (!key) return finished(unit.text)
  const asked = contentStems(question)
  const overlap = (text: string) => words(text).filter((word) => asked.has(stem(word.text))).length
  const narrowing = others.filter((cell) => overlap(cell.value) > 0)
  const open = others.filter((cell) => !narrowing.includes(cell))
  const told = suitable(mostNamed(open, overlap), question)
  const facts = told.map(sayCell)
  const about = [key, ...narrowing].map((cell) => asNoun(cell.value)).join(', ')
  if (facts.length === 0) return finished(`${key.value}: ${unit.cells.map((cell) => cell.value).join(', ')}`)
  return finished(`For ${about}, ${listed(facts)}`)
}

type Cells = Unit['cells']

/** "the yearly fee is £75.00"; under a header that is a name: "it is £54.00 (Sula Holm)". */
function sayCell({ header, value }: Cells[number]): string {
  const noun = asNoun(header)
  return /^\p{Lu}\p{Ll}/u.test(noun) ? `it is ${value} (${noun})` : `the ${noun} is ${value}`
}

/** The cells whose headers share most words with the question; all when none shares any. */
function mostNamed(cells: Cells, overlap: (text: string) => number): Cells {
  const most = Math.max(0, ...cells.map((cell) => overlap(cell.header)))
  return most === 0 ? cells : cells.filter((cell) => overlap(cell.header) === most)
}

/** Of these cells, those that hold the kind of value asked for (sums for "how much"), if any do. */
function suitable(cells: Cells, question: string): Cells {
  const kind = answerKindOf(question)
  const fitting = cells.filter((cell) => suits(cell.value, kind))
  return (fitting.length > 0 ? fitting : cells).slice(0, MOST_CELLS)
}

/** "a", "a and b", "a, b and c". */
export const listed = (items: readonly string[]): string =>
  items.length < 2 ? items.join('') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)}`

/** Lower case at the start, unless the first word is a name or an abbreviation. */
export function lowerFirst(text: string): string {
  return /^\p{Lu}\p{Ll}/u.test(text) && COMMON_OPENERS.test(text) ? text[0]!.toLowerCase() + text.slice(1) : text
}

/** A cell's words inside a sentence: "Yearly fee" loses its capital, "Sula Holm" and "Inchmore" keep theirs. */
const asNoun = (header: string): string =>
  /^\p{Lu}[\p{Ll}-]+(?: [\p{Ll}\p{N}]\S*)+$/u.test(header)
    ? header[0]!.toLowerCase() + header.slice(1)
    : lowerFirst(header)

/** Words that are never names: only these lose their capital. */
const COMMON_OPENERS =
  /^(?:A|An|All|Any|Each|Every|The|This|These|Your|Our|One|Two|Three|No|Please|Under|Over|Adult|Adults|Child|Children|Return|Single|Price|Fare|From|To|Bring|Keep|Go|Take|Show|Book|Pay|Days?|Departs?|Arrives?|Boat|Weight|Size|Note|Notes|Concession|Family|Infants?|Bicycles?|Dogs?|Cars?|First|Last)\b/
