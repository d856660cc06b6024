import { daysIn, stemSet } from '../../text'
import { heldBy, type Asked, type Wanted } from '../asked'
import type { Unit } from '../units'
import { isNegated, saysOpposite } from './negation'

/** The clause of a unit that holds most terms of the question; the first of several. */
export function clauseFor(unit: Unit, asked: Asked): string {
  // A case that opens the sentence ("If nobody can move it, …") is not what is said of it.
  const told = unit.text.replace(
    /^(?:If|When|Where|In case|Should)\b[^,;.]*(?:, (?:\p{L}+,? )*(?:or|and) [^,;.]*)*, /u,
    '',
  )
  const clauses = told.split(
    /(?<=[.;!?])\s+|,\s+(?=but|and|although|while|except|unless|or)|\s+(?=(?:but|although|whereas|while)\s|and\s(?!(?:in|on|at|for|during|to|from|by|with|of)\s))/i,
  )
  const ofDay = [...asked.days].length === 1 ? clauses.find((clause) => namesDay(clause, asked.days)) : undefined
  if (ofDay !== undefined) return ofDay
  const who = subjectOf(asked)
  let best = { clause: clauses[0] ?? '', hits: -1 }
  for (const clause of whole(clauses)) {
    const stems = stemSet(clause)
    const hits = asked.terms.reduce(
      (sum, term) => sum + heldBy(term, stems) * (term.role === 'name' ? 0.6 : term.weight),
      who && heldBy(who, stems) > 0 ? OF_WHOM : 0,
    )
    // Of two that say as much, the one that denies is the one that matters.
    if (
      hits > best.hits ||
      (hits === best.hits && hits > 0 && (isNegated(clause, asked) || saysOpposite(clause, asked)))
    )
      best = { clause, hits }
  }
  return denialOf(ofTheSame(clauses, best.clause, who), best.clause, asked) ?? best.clause
}

/**
 * "Dogs are welcome in the yard; they cannot come into the *pottery*", asked of the pottery: a clause that denies and alone
 * speaks of something asked about, or of doing what is asked, decides before one that speaks of more.
 */
function denialOf(clauses: readonly string[], best: string, asked: Asked): string | undefined {
  if (isNegated(best, asked)) return undefined
  const held = stemSet(best)
  const deciding = asked.terms.filter(
    (term) =>
      (term.role === 'subject' || term.role === 'name') &&
      !term.isAmbient &&
      !asked.inCase.has(term.stem) &&
      (heldBy(term, held) === 0 || term.isDone),
  )
  return clauses.find((clause) => {
    if (clause === best || (!isNegated(clause, asked) && !saysOpposite(clause, asked))) return false
    const own = stemSet(clause)
    // "Assistance dogs may …; other dogs may not": my dog is any other.
    const others = stemSet(/\b(?:all |any )?other (\p{L}+)/iu.exec(clause)?.[1] ?? '')
    if (asked.terms.some((term) => term.role === 'subject' && heldBy(term, others) > 0)) return true
    return deciding.some((term) => heldBy(term, own) > Math.max(TO_DECIDE, term.isDone ? 0 : heldBy(term, held)))
  })
}
/**
 * "Treasurers see payments but not notes; secretaries see notes", asked of secretaries: what is said of treasurers in a
 * statement of its own does not count.
 */
function ofTheSame(clauses: readonly string[], best: string, who: Wanted | undefined): readonly string[] {
  if (!who || heldBy(who, stemSet(best)) === 0) return clauses
  let statement = 0
  const placed = clauses.map((clause) => {
    const at = statement
    if (/[.;!?]\s*$/.test(clause)) statement++
    return { clause, at }
  })
  const own = placed.find(({ clause }) => clause.includes(best) || best.includes(clause))?.at
  const opens = (at: number) => placed.find((each) => each.at === at)!.clause
  return placed
    .filter(({ clause, at }) => at === own || heldBy(who, stemSet(clause)) > 0 || !namesSubject(opens(at)))
    .map(({ clause }) => clause)
}

/** Whether a clause begins with whom it is about, rather than with a pronoun that points back. */
const namesSubject = (clause: string): boolean =>
  !/^(?:but |and )?(?:it|they|he|she|this|that|these|those|you|we)\b/i.test(clause.trim())

/** A word that only may mean the same decides nothing. */
const TO_DECIDE = 0.7

/** "Can a secretary read notes?": what is said of secretaries counts more than what is said of notes. */
const OF_WHOM = 1

/** Of whom or what a yes/no question asks: "can a *secretary* read notes?" */
export function subjectOf({ text, terms }: Asked): Asked['terms'][number] | undefined {
  const noun =
    /^\W*(?:can|may|could|do|does|did|must|should|will|are|is) (?:an?|the|my|our|your)? ?([\p{L}-]+) \p{L}/iu.exec(
      text,
    )?.[1]
  const own = noun === undefined ? undefined : stemSet(noun)
  return own && terms.find((term) => term.role !== 'light' && own.has(term.stem))
}

/** "Open daily … closed on Thursdays", asked of Thursday: what is said of the very day stands above what holds of all. */
const namesDay = (clause: string, days: ReadonlySet<number>): boolean => {
  const own = daysIn(clause)
  return own.size > 0 && own.size <= days.size && [...own].every((day) => days.has(day))
}

/** Clauses, with what is too short to be one ("Hens | and rabbits may be kept") put back to what follows. */
function whole(clauses: readonly string[]): string[] {
  const joined: string[] = []
  let open = ''
  for (const clause of clauses) {
    open = open === '' ? clause : `${open} ${clause}`
    if (open.split(/\s+/).length < SHORTEST_CLAUSE) continue
    joined.push(open)
    open = ''
  }
  return open === '' ? joined : [...joined, open]
}
const SHORTEST_CLAUSE = 3
