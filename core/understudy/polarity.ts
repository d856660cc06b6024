import { daysIn, oppositesOf, quantitiesIn, stemSet } from '../text'
import { asksLeave, grants, keepsAway } from './leave'
import type { Unit } from './units'
import { heldBy, type Asked } from './asked'

/** What a statement says to a yes/no question. */
export type Polarity = 'yes' | 'no' | 'depends' | 'unclear'

/** Words that turn a statement round; phrases that only bound a quantity are taken out first. */
const NEGATION =
  /\b(?:not|never|nobody|nothing|no one|none|neither|nor|cannot|no longer|forbidden|prohibited|banned|excluded|refused?|refuses|without|unavailable|impossible)\b|n[’']t\b/i
const BOUNDING =
  /\b(?:no|not) (?:more|less|fewer|later|earlier|longer|wider|heavier|larger|bigger|older|younger|taller|higher) than\b|\bnot only\b|\bif not\b|\bwhether or not\b/gi
const NO_NOUN = /\bno\b(?! (?:later|more|less|longer|matter|fewer))/i
const NOT_NEEDED =
  /\b(?:not|n[’']t) (?:required|needed|necessary|compulsory|have to|need to|need|be booked)\b|\bno need\b|\b(?:need|require)s? no\b|\bno \p{L}+(?: \p{L}+)? (?:is|are) (?:needed|required|necessary)\b|\boptional\b|\bneed not\b|\bvoluntary\b/iu
const NEEDED = /\b(?:must|required|compulsory|obligatory|mandatory|need(?:s|ed)?|has to|have to|necessary|should)\b/i
const ASKS_NEED = /\b(?:have to|has to|need(?:s|ed)?|must|required|necessary|compulsory|obligatory|mandatory|should)\b/i
const ASKS_NEGATIVELY =
  /\b(?:isn|aren|can|couldn|don|doesn|won|wasn|shouldn|mustn)[’']?t\b|\b(?:is|are|do|does|can|may|must|should) (?:\w+ ){0,2}not\b/i
const CONDITION =
  /\b(?:only (?:if|when|as|with|after|before|on|in|for)|if|unless|provided(?: that)?|as long as|except (?:if|when|for)|on condition)\b/i
const EXCEPTION = /\b(?:except|unless|apart from|other than)\b/i

/**
 * What a unit says to a yes/no question, told from the clause of it that speaks most of the question: a negation there
 * means no, a condition the question does not meet means it depends. `unclear` rather than a guess.
 */
export function polarityOf(unit: Unit, asked: Asked): Polarity {
  const says = saidOf(unit, asked)
  // "Is it forbidden?": a statement that forbids says yes.
  const turns = ASKS_FORBIDDEN.test(asked.text) && unit.kind !== 'pair'
  return turns && says === 'no' ? 'yes' : turns && says === 'yes' ? 'no' : says
}

const ASKS_FORBIDDEN = /\b(?:forbidden|prohibited|banned|not allowed|against the rules)\b/i

function saidOf(unit: Unit, asked: Asked): Polarity {
  if (ASKS_NEGATIVELY.test(asked.text)) return 'unclear'
  if (unit.kind === 'pair') {
    const lead = /^(yes|no)\b/i.exec(unit.text)
    return lead ? (lead[1]!.toLowerCase() as Polarity) : 'unclear'
  }
  if (asksLeave(asked.text) && keepsAway(unit.text)) return 'no'
  const asksNeed = ASKS_NEED.test(asked.text)
  if (unit.kind === 'item') return isNegated(unit.leadIn, asked) !== isNegated(unit.text, asked) ? 'no' : 'yes'
  const lead = /^(yes|no)\b[,.:;]/i.exec(unit.text)
  if (lead) return lead[1]!.toLowerCase() as Polarity
  const clause = clauseFor(unit, asked)
  const excepted = saidOfException(unit.text, asked)
  if (excepted) return excepted
  if (asksNeed) {
    if (asksToBring(asked.text) && PROVIDED.test(unit.text) && !isNegated(unit.text, asked)) return 'no'
    if (NOT_NEEDED.test(clause)) return 'no'
    if (isNegated(clause, asked)) return 'unclear'
    return NEEDED.test(clause) ? 'yes' : /\bfree\b|\bmay\b|\bcan\b/i.test(clause) ? 'no' : 'unclear'
  }
  if (saysOpposite(clause, asked)) return isNegated(clause, asked) ? 'yes' : 'no'
  if (isNegated(clause, asked)) return 'no'
  if (onlyOther(clause, asked)) return 'no'
  if (NEEDED.test(clause) && !/\b(?:may|can|allowed|welcome|free)\b/i.test(clause) && asksLeave(asked.text)) {
    return hasOpenCondition(unit.text, clause, asked) ? 'depends' : 'unclear'
  }
  if (asksLeave(asked.text) && !grants(clause) && !doesWhatIsAsked(clause, asked)) return 'unclear'
  return hasOpenCondition(unit.text, clause, asked) ? 'depends' : 'yes'
}

/**
 * "Leaves at 9:15, except on Sundays", asked of Sunday; "on the tracks, but not on the paths", asked of paths: the
 * opposite of the rest. Nothing when what is left out is not what is asked about.
 */
function saidOfException(text: string, asked: Asked): Polarity | undefined {
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

/** "Do I have to bring sheets?": what is provided need not be brought. */
const asksToBring = (question: string): boolean =>
  /\b(?:have|need) to (?:bring|take|buy|get|rent|hire|carry)\b|\bneed (?:my|our|to bring) own\b|\bmust (?:i|we) (?:bring|take|buy)\b/i.test(
    question,
  )
const PROVIDED = /\b(?:included|provided|supplied|come with|comes with|available free|lent|we lend)\b/i

/** Whether a statement speaks of doing what is asked for, leave or no leave. */
function doesWhatIsAsked(clause: string, asked: Asked): boolean {
  const done = asked.terms.find((term) => term.isDone)
  return done !== undefined && heldBy(done, stemSet(clause)) > 0
}

/** "Is it open …?", told that it is shut: the opposite of what is asked, and not the thing itself. */
function saysOpposite(clause: string, asked: Asked): boolean {
  const stems = stemSet(clause)
  return asked.terms.some(
    (term) => heldBy(term, stems) === 0 && [...oppositesOf(term.stem)].some((other) => stems.has(other)),
  )
}

/** The clause of a unit that holds most terms of the question; the first of several. */
function clauseFor(unit: Unit, asked: Asked): string {
  // A case that opens the sentence ("If nobody can move it, …") is not what is said of it.
  const told = unit.text.replace(
    /^(?:If|When|Where|In case|Should)\b[^,;.]*(?:, (?:\p{L}+,? )*(?:or|and) [^,;.]*)*, /u,
    '',
  )
  const clauses = told.split(
    /(?<=[.;!?])\s+|,\s+(?=but|and|although|while|except|unless|or)|\s+(?=(?:but|and|although|whereas|while)\s)/i,
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
  return denialOf(clauses, best.clause, asked) ?? best.clause
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
    if (clause === best || !isNegated(clause, asked)) return false
    const own = stemSet(clause)
    // "Assistance dogs may …; other dogs may not": my dog is any other.
    const others = stemSet(/\b(?:all |any )?other (\p{L}+)/iu.exec(clause)?.[1] ?? '')
    if (asked.terms.some((term) => term.role === 'subject' && heldBy(term, others) > 0)) return true
    return deciding.some((term) => heldBy(term, own) > Math.max(TO_DECIDE, term.isDone ? 0 : heldBy(term, held)))
  })
}
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

/** Whether a clause denies: a negating word, or "no" right before something the question names. */
function isNegated(clause: string, asked: Asked): boolean {
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

/** "Takes cards only", asked of cash: the statement names the only thing, and it is another one. */
function onlyOther(clause: string, asked: Asked): boolean {
  const only = /([\p{L}-]+) only\b/iu.exec(clause) ?? /\bonly ([\p{L}-]+)/iu.exec(clause)
  if (!only || /^(?:if|when|as|with|after|before|on|in|for|the)$/i.test(only[1]!)) return false
  const named = stemSet(only[1]!)
  const isAsked = asked.terms.some((term) => heldBy(term, named) > 0)
  const all = stemSet(clause)
  return !isAsked && asked.terms.some((term) => term.role === 'subject' && heldBy(term, all) === 0)
}

/** A condition or exception of the statement that the question does not already meet. */
function hasOpenCondition(text: string, clause: string, asked: Asked): boolean {
  const found = CONDITION.exec(text)
  if (!found || EXCEPTION.test(found[0]) || found.index < text.indexOf(clause) - 1) return false
  const condition = stemSet(text.slice(found.index + found[0].length).split(/[.;]/)[0]!)
  const told = [...stemSet(asked.text)]
  const shared = told.filter((each) => condition.has(each)).length
  return shared < Math.max(2, condition.size * 0.4)
}

/** What a statement or a row says of paying: free, at a price, both, or nothing. */
export function paymentIn(unit: Pick<Unit, 'text'>): 'free' | 'paid' | 'both' | undefined {
  const isFree =
    /\bfree(?: of charge)?\b(?! (?:days?|places?|seats?|spaces?|time))|\bno (?:charge|fee|cost)\b|\bcosts? nothing\b/i.test(
      unit.text.replace(/-free\b/g, ''),
    )
  const isPaid =
    quantitiesIn(unit.text).some(({ dimension, value }) => dimension === 'money' && value > 0) ||
    /\b(?:must|have to) pay\b/i.test(unit.text)
  return isFree && isPaid ? 'both' : isFree ? 'free' : isPaid ? 'paid' : undefined
}
