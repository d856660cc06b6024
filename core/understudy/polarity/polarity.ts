import { stemSet } from '../../text'
import { heldBy, type Asked } from '../asked'
import { asksLeave, grants, keepsAway } from '../leave'
import type { Unit } from '../units'
import { clauseFor } from './clauses'
import { saidOfException } from './exception'
import { deniesThing, isNegated, saysOpposite } from './negation'

/** What a statement says to a yes/no question. */
export type Polarity = 'yes' | 'no' | 'depends' | 'unclear'

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
    if (NOT_NEEDED.test(clause) || deniesThing(clause, asked)) return 'no'
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

/** "Do I have to bring sheets?": what is provided need not be brought. */
const asksToBring = (question: string): boolean =>
  /\b(?:have|need) to (?:bring|take|buy|get|rent|hire|carry)\b|\bneed (?:my|our|to bring) own\b|\bmust (?:i|we) (?:bring|take|buy)\b/i.test(
    question,
  )
const PROVIDED = /\b(?:included|provided|supplied|come with|comes with|available free|lent|we lend)\b/i

/** Whether a statement speaks of doing what is asked for, leave or no leave. */
function doesWhatIsAsked(clause: string, asked: Asked): boolean {
  const done = asked.terms.find((term) => term.isDone)
  // "The caretaker, who lives in the cottage" does so, and nobody else need be let.
  const own = clause.replace(/\bwho (?:also |now )?\p{L}+s\b/giu, ' ')
  return done !== undefined && heldBy(done, stemSet(own)) > 0
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
