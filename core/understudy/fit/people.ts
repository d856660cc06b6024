import { stem, stemSet } from '../../text'
import { heldBy, type Asked } from '../asked'
import { keyOf, type Unit } from '../units'

/** "Who is the dean?" wants a name; "who may enter?" does not. */
export const ASKS_NAME =
  /^\W*who(?:['’]s| is| are| was| leads?| runs?| heads?| owns?| teaches| gives| founded| wrote) (?!allowed|responsible|able|entitled|liable|it\b)/i
/** Two names, or one with a title; what stands after an article is no person. */
export const PERSON_NAME =
  /(?<!\b(?:the|an?) )(?!(?:The|An?|This|That|Our|Your|My|All|No|Any) )\p{Lu}[\p{Ll}’'-]+ (?:(?:van|de|von|der|la) )?\p{Lu}[\p{Ll}’'-]+|\b(?:Mr|Mrs|Ms|Dr)\.? \p{Lu}/u

/** Whether a unit names somebody; of a row, in another cell than the one that says what the row is about. */
export const namesPerson = ({ text, cells }: Pick<Unit, 'text' | 'cells'>, asked: Pick<Asked, 'terms'>): boolean =>
  cells.length === 0
    ? PERSON_NAME.test(text)
    : cells.some((cell) => cell !== keyOf({ cells }) && PERSON_NAME.test(cell.value)) ||
      (IS_NAMED.test(keyOf({ cells }).header) && PERSON_NAME.test(keyOf({ cells }).value) && isSaidOfKey(cells, asked))

/** Headers of people's names. */
const IS_NAMED =
  /^(?:full )?(?:name|person|people|who|staff|contact|colleague|teacher|tutor|trainer|doctor|author|artist|speaker|guide|member)s?\b/i

/** A row about a person answers who is what another of its cells says: "Name: …; Role: owner". */
const isSaidOfKey = (cells: Unit['cells'], { terms }: Pick<Asked, 'terms'>): boolean => {
  const others = stemSet(
    cells
      .filter((cell) => cell !== keyOf({ cells }))
      .map((cell) => cell.value)
      .join(' '),
  )
  return terms.some((term) => term.role !== 'light' && !term.isAmbient && heldBy(term, others) > 0)
}

/** What somebody is asked to do or to have done: "who *made* the kiln". */
export const deedOf = (question: string): string | undefined =>
  /^\W*who (?!is\b|are\b|was\b|were\b|may\b|can\b|could\b|must\b|should\b|shall\b|has\b|have\b|will\b|would\b|do\b|does\b|did\b|needs?\b|runs?\b|leads?\b|heads?\b)(\p{L}+)/iu.exec(
    question,
  )?.[1]

/** "Who made the kiln?" is answered by what speaks of making, or names somebody together with the kiln. */
export function speaksOfDeed(
  unit: Pick<Unit, 'text' | 'cells'>,
  { text: question, terms }: Pick<Asked, 'text' | 'terms'>,
): boolean {
  const deed = deedOf(question)
  if (deed === undefined) return true
  const own = stemSet(unit.text)
  const term = terms.find((each) => each.stem === stem(deed))
  const isTogether = terms.some((each) => each.role === 'subject' && each !== term && heldBy(each, own) > 0)
  if (isTogether && namesPerson(unit, { terms })) return true
  return own.has(stem(deed)) || (term !== undefined && term.role !== 'light' && heldBy(term, own) > 0)
}

/** "Who issues it?" is answered by what is "issued by" somebody. */
export function isDoneBySomebody(text: string, { text: question }: Pick<Asked, 'text'>): boolean {
  const verb = /^\W*who ([\p{L}]+)/iu.exec(question)?.[1]
  const done =
    /\b(\p{L}+) (?:only )?by (?!(?:bus|train|car|bike|boat|foot|hand|post|mail|e-mail|email|phone|card|cash|cheque|transfer|law|appointment|then|now|far|weight|age)\b|\d)\p{L}/u.exec(
      text,
    )?.[1]
  return verb !== undefined && done !== undefined && stem(verb) === stem(done)
}
