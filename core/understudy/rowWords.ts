import { daysIn, finished, isEnglishWord, stemSet } from '../text'
import { listed } from '../languages'
import type { Evidence } from './evidence'
import { hitsValue } from './rows'
import type { Piece, Task } from './task'
import { keyOf, type Cell } from './units'
import type { Asked } from './asked'

/**
 * A row as a sentence: "For Long Isle, the adult return is £10.80." The first cell says what the row is about, cells
 * whose value the question names narrow it, and the told columns give the answer.
 */
export function sayRow(row: Evidence, told: readonly string[], task: Task): string {
  const key = keyOf(row)
  const others = row.cells.filter((cell) => cell !== key)
  const narrowing = others.filter(
    (cell) => !told.includes(cell.header) && hitsValue(cell, task.asked) && !/^\d/.test(cell.value),
  )
  const about = [key, ...narrowing].map((cell) => asNoun(cell.value)).join(', ')
  const facts = row.cells
    .filter((cell) => told.includes(cell.header) && cell !== key)
    .map((cell) => sayCell(cell, task))
  if (facts.length === 0)
    return finished(`${key.value}: ${others.map((cell) => `${asNoun(cell.header)} ${cell.value}`).join(', ')}`)
  return task.phrases.forRow(about, listed(facts, task.phrases.and))
}

/**
 * A cell as a clause: "the yearly fee is £75.00", "there are 40 seats", "it is £9.00 per month", "it includes all
 * rooms"; under a header that is a name: "it is £54.00 (Long Isle)".
 */
export function sayCell({ header, value }: Cell, { asked, phrases }: Pick<Task, 'asked' | 'phrases'>): string {
  const noun = header.toLowerCase()
  if (/^(?:notes?|remarks?|comments?|details?|info(?:rmation)?)$/.test(noun)) return lowerFirst(value)
  if (/^(?:per|each|every|a|an|at|in|on|with|without|by|before|after) |^online$/.test(noun))
    return `it is ${value} ${noun}`
  if (daysIn(header).size > 0) return `on ${header} it is ${value}`
  if (
    /^(?:can|may|must|is|are|has|have|needs|arrives|opens|closes|starts|ends|lasts|costs|takes|allows) \p{L}/u.test(
      noun,
    )
  )
    return `it ${noun} ${value}`
  if (HAPPENS.has(noun)) return `it ${noun} ${prepositionFor(value)}${value}`
  if (/ (?:pay|pays|cost|costs|get|gets)$/.test(noun)) return `${asNoun(header)} ${value}`
  if (/^(?:what|how|when|where|who|why) /.test(noun)) return `${noun}: ${value}`
  if (/^\d+$/.test(value) && /[^s]s\b/.test(noun)) return phrases.thereAre(value, asNoun(header))
  if (/^(?:yes|no)$/i.test(value)) return `${asNoun(header)}: ${value.toLowerCase()}`
  const isOfName = /^\p{Lu}\p{Ll}/u.test(asNoun(header)) && (isName(header, asked) || !isEnglishWord(header))
  return isOfName
    ? `it is ${value} (${header})`
    : phrases.cellIs(/^\p{Lu}{2}/u.test(header) ? header : header[0]!.toLowerCase() + header.slice(1), value)
}

const isName = (header: string, asked: Asked): boolean => [...stemSet(header)].some((each) => asked.names.has(each))

/** Headers that are verbs: "Starts", "Includes". */
const HAPPENS = new Set(
  'starts begins ends finishes opens closes departs arrives leaves includes contains covers needs requires takes lasts costs weighs holds seats sleeps carries applies'.split(
    ' ',
  ),
)

/** "starts *on* 20 January", "opens *at* 09:00"; nothing before anything else. */
const prepositionFor = (value: string): string =>
  /^\d{1,2}[:.h]\d{2}/.test(value) ? 'at ' : A_DAY.test(value) ? 'on ' : ''
const A_DAY = /^(?:\d{1,2} \p{Lu}\p{L}+(?: \d{4})?|(?:mon|tues|wednes|thurs|fri|satur|sun)day)$/iu

/** A row told as a piece of a reply: the sentence, where it stands, and its cells for a reply laid out as a table. */
export const rowPiece = (row: Evidence, told: readonly string[], task: Task): Piece => ({
  text: sayRow(row, told, task),
  cites: [row.passage.number],
  rows: [[keyOf(row), ...row.cells.filter((cell) => told.includes(cell.header) && cell !== keyOf(row))]],
})

/** Lower case at the start, unless the first word is a name or an abbreviation. */
export function lowerFirst(text: string): string {
  return /^\p{Lu}\p{Ll}/u.test(text) && COMMON_OPENERS.test(text) ? text[0]!.toLowerCase() + text.slice(1) : text
}

/** A cell's words inside a sentence: "Yearly fee" loses its capital, "Long Isle" and "Eastmere" keep theirs. */
export const asNoun = (header: string): string =>
  /^\p{Lu}[\p{Ll}-]+(?: [\p{Ll}\p{N}]\S*)+$/u.test(header)
    ? header[0]!.toLowerCase() + header.slice(1)
    : lowerFirst(header)

/** Words that are never names: only these lose their capital. */
const COMMON_OPENERS =
  /^(?:A|An|All|Any|Each|Every|The|This|These|Your|Our|One|Two|Three|No|Please|Under|Over|Adult|Adults|Child|Children|Return|Single|Price|Fare|From|To|Bring|Keep|Go|Take|Show|Book|Pay|Days?|Departs?|Arrives?|Boat|Weight|Size|Note|Notes|Notice|Concession|Family|Infants?|Bicycles?|Dogs?|Cars?|First|Last|Seats?|Screen|Floor|Room|Order|Route|Ticket|Stay|Card|Opens|Closes|Cost|Costs|Fee|Half|Full|Smallest|Largest|Journey|Crossing|Capacity|Places?|Hours?|Duration|Length|Deposit|Age|Level|Name|Type|Model|Colour)\b/
