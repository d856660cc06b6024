import { daysIn, stemSet } from '../../text'
import { heldBy, type Asked } from '../asked'
import { subjectOf } from './clauses'
import { isNegated, saysOpposite } from './negation'

/**
 * "Leaves at 9:15, except on Sundays", asked of Sunday; "on the tracks, but not on the paths", asked of paths: the
 * opposite of the rest. Nothing when what is left out is not what is asked about.
 */
export function saidOfException(text: string, asked: Asked): 'yes' | 'no' | undefined {
  const statements = text.split(/(?<=[.;])\s+/)
  const who = subjectOf(asked)
  const ofThem = who ? statements.filter((each) => heldBy(who, stemSet(each)) > 0) : []
  for (const statement of ofThem.length > 0 ? ofThem : statements) {
    const said = exceptionIn(statement, asked)
    if (said) return said
  }
  return undefined
}

function exceptionIn(text: string, asked: Asked): 'yes' | 'no' | undefined {
  const found = /^(.*?),? (?:except|but not|but never|apart from|other than)(?: for| on| in)? ([^,;.]*)/i.exec(text)
  if (!found) return undefined
  const days = daysIn(found[2]!)
  const [rest, left] = [stemSet(found[1]!), stemSet(found[2]!)]
  const isOfDay = asked.days.size > 0 && [...asked.days].every((day) => days.has(day))
  const isOfThing = asked.terms.some(
    (term) => term.role === 'subject' && heldBy(term, left) > heldBy(term, rest) && !asked.inCase.has(term.stem),
  )
  if (!isOfDay && !isOfThing) return undefined
  return isNegated(found[1]!, asked) || saysOpposite(found[1]!, asked) ? 'yes' : 'no'
}
