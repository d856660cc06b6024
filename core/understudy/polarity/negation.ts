import { oppositesOf, stemSet } from '../../text'
import { heldBy, type Asked } from '../asked'

/** Words that turn a statement round; phrases that only bound a quantity are taken out first. */
const NEGATION =
  /\b(?:not|never|nobody|nothing|no one|none|neither|nor|cannot|no longer|forbidden|prohibited|banned|excluded|refused?|refuses|without|unavailable|impossible)\b|n[’']t\b/i
const BOUNDING =
  /\b(?:no|not) (?:more|less|fewer|later|earlier|longer|wider|heavier|larger|bigger|older|younger|taller|higher) than\b|\bnot only\b|\bif not\b|\bwhether or not\b/gi
const NO_NOUN = /\bno\b(?! (?:later|more|less|longer|matter|fewer))/i
/** Whether a clause denies: a negating word, or "no" right before something the question names. */
export function isNegated(clause: string, asked: Asked): boolean {
  const plain = clause.replace(BOUNDING, ' ')
  if (/\bwithout\b/i.test(plain)) {
    const after = stemSet(/\bwithout\b(.*)$/i.exec(plain)![1]!)
    const others = plain.replace(/\bwithout\b/gi, ' ')
    if (!NEGATION.test(others) && !asked.terms.some((term) => term.role !== 'light' && heldBy(term, after) > 0))
      return false
  }
  if (NEGATION.test(plain)) return true
  const denied = NO_NOUN.exec(plain)
  if (!denied) return false
  const next = stemSet(
    plain
      .slice(denied.index + denied[0].length)
      .split(/\s+/)
      .slice(0, 5)
      .join(' '),
  )
  return asked.terms.some((term) => heldBy(term, next) > 0)
}

/** "Is it open …?", told that it is shut: the opposite of what is asked, and not the thing itself. */
export function saysOpposite(clause: string, asked: Asked): boolean {
  const stems = stemSet(clause)
  return asked.terms.some(
    (term) => heldBy(term, stems) === 0 && [...oppositesOf(term.stem)].some((other) => stems.has(other)),
  )
}

/** "Thursday: choir, no audition", asked whether one has to audition. */
export function deniesThing(clause: string, asked: Asked): boolean {
  const thing = /\bno (\p{L}+)/iu.exec(clause.replace(BOUNDING, ' '))?.[1]
  const stems = stemSet(thing ?? '')
  return asked.terms.some((term) => (term.isDone || term.isObject || term.role === 'focus') && heldBy(term, stems) > 0)
}
