import { monthsIn, quantitiesIn, stem } from '../../text'
import type { AnswerKind } from '../../question'
import type { Asked } from '../asked'
import type { Unit } from '../units'
import { isMeasureFor, isOfThing, isOnlyBesideIt, isRate, tellsHowMany, TIME, TIMES_PER } from './figures'
import { ASKS_NAME, isDoneBySomebody, namesPerson, PERSON_NAME, deedOf, speaksOfDeed } from './people'

/** "When …" may be answered by an occasion as well as by a time: "while the presses are running". */
const OCCASION =
  /\b(?:while|when|before|after|until|from the|as soon as|with (?:the|your) (?:first|second|third|next|last))\b/i
const OCCASION_FIT = 0.3
const PRICE_PER = /[£€$]\s?\d[\d.,]* (?:an?|per|each|every) (?:hour|day|week|month|year)\b/gi
/** "How much" may be answered without a sum: free, at half pay, at twice the rate. */
const SAYS_PAY = /\b(?:free|no charge|full price|half|double|twice|(?:full|half|sick) pay|per cent|refunded)\b|%/i
const PAY_FIT = 0.5
const REASON =
  /\b(?:because|since|so that|in order to|due to|therefore|for safety|which is why|as a result|to (?:account|avoid|keep|make sure|protect|prevent))\b/i

/** Tells what to do: "To join, come to …", "In case of fire, press …", "Press the red button". */
const INSTRUCTS =
  /^(?:\d+[.)] )?(?:(?:to \p{L}+[^.;]{0,40}|(?:in case|if|when|before|after|once)\b[^.;]{0,60}), )?(?:please |first )?(?:fill in|write|call|ring|phone|send|ask|apply|go|come|bring|press|show|tell|contact|use|choose|open|close|click|enter|put|take|check|find|look|leave|wait|sign|register|book|pay|report|switch|turn|place|return|keep|speak|talk|see|e-?mail) /iu
/** Says what has to be done or may be done, by whomever. */
const DEMANDS = /\b(?:you can|must|needs? to|ha(?:ve|s) to|should|please|by (?:\p{L}+ing|phone|e-?mail|post))\b/iu
const DEMAND_FIT = 0.6
/** "Who …?" is answered by a name before it is by "staff" or "children". */
const ROLE_FIT = 0.5

/** "In room 12", "beside the sink": a place, rather than any "by" or "on". */
const IS_PLACE =
  /\b(?:in|at|on|under|beside|behind|near|next to|above|below|opposite|inside|outside|between|by) (?:the|a|an|our|your|its|room|floor|\p{Lu})|\b(?:upstairs|downstairs|outside|indoors|here|there)\b/u

/** Whether a text tells what to do: "To join, come to …", "Press the red button". */
export const instructs = (text: string): boolean => INSTRUCTS.test(text)

/** How well a unit has what a kind of question asks for, 0..1. */
export function suits(
  unit: Pick<Unit, 'text' | 'cells'>,
  kind: AnswerKind,
  asked: Pick<Asked, 'text' | 'terms'>,
): number {
  const { text } = unit
  if (kind === 'time') {
    if (/\b(?:which|what) months?\b/i.test(asked.text)) return monthsIn(text).size > 0 ? 1 : 0
    // "£64 a year" says how much, not when.
    const told = text.replace(PRICE_PER, ' ')
    if (/\b(?:what|which) time\b/i.test(asked.text))
      return quantitiesIn(told).some(({ dimension }) => dimension === 'clock') ? 1 : TIME.test(told) ? OCCASION_FIT : 0
    if (WHEN_ONCE.test(asked.text) && !OF_THE_PAST.test(text)) return 0
    const states = quantitiesIn(told).some(({ dimension }) => dimension === 'clock' || dimension === 'duration')
    return states || TIME.test(told) ? 1 : OCCASION.test(told) ? OCCASION_FIT : 0
  }
  const asksRole = /^\W*who (?:may|can|could|must|should|has|have|needs?|is (?:allowed|able|entitled))\b/i.test(
    asked.text,
  )
  if (kind === 'who' && isDoneBySomebody(text, asked)) return 1
  if (kind === 'who' && !speaksOfDeed(unit, asked)) return 0
  if (kind === 'who' && !asksRole)
    return namesPerson(unit, asked) ? 1 : !ASKS_NAME.test(asked.text) && isSuited(unit, kind, asked) ? ROLE_FIT : 0
  if (kind === 'howTo')
    return INSTRUCTS.test(text) || isDoneByMeans(text, asked) ? 1 : DEMANDS.test(text) ? DEMAND_FIT : 0
  if (kind === 'money' && BUYS.test(asked.text) && isForHire(unit)) return 0
  if (kind === 'money' && !/[£€$¥]\s?\d|\d\s?(?:p|pence|pounds|euros|dollars)\b/i.test(text))
    return SAYS_PAY.test(text) ? PAY_FIT : 0
  return isSuited(unit, kind, asked) ? 1 : 0
}

/** "When did the king visit?" is not answered by when one may visit today. */
const WHEN_ONCE = /^\W*(?:when|(?:in )?(?:what|which) year) (?:did|was|were)\b/i
const OF_THE_PAST =
  /\b(?:was|were|had|\p{L}{2,}ed|began|bought|built|made|left|came|became|won|fell|ran)\b|\b(?:1\d|20)\d\d\b/iu

/** A new thing is bought: what it costs to hire one says nothing of that. */
const BUYS = /\b(?:how much is an? new|buy|purchase|second-?hand)\b/i
const isForHire = ({ cells }: Pick<Unit, 'cells'>): boolean => {
  const priced = cells.filter(({ value }) => /[£€$¥]\s?\d/.test(value))
  return priced.length > 0 && priced.every(({ header }) => /\b(?:hire|rent(?:al)?|loan|lease|deposit)\b/i.test(header))
}

/** "How can I pay?" is answered by what says "paid by card", "pay in cash" or "paid with a voucher". */
function isDoneByMeans(text: string, { text: question }: Pick<Asked, 'text'>): boolean {
  const verb =
    /\bhow (?:can|do|may|could|should|must|would) (?:i|we|you|they|one|people|members|visitors|guests) (\p{L}+)/iu.exec(
      question,
    )?.[1]
  if (verb === undefined) return false
  return [...text.matchAll(/(\p{L}+) (?:only |either )?(?:by|in|with|through|via|online|using) ?(\p{L}*)/gu)].some(
    ([, word, means]) => stem(word!) === stem(verb) && !/^(?:the|your|our|of|\p{L}+ing)$/iu.test(means!),
  )
}

function isSuited(unit: Pick<Unit, 'text' | 'cells'>, kind: AnswerKind, asked: Pick<Asked, 'text' | 'terms'>): boolean {
  const { text } = unit
  switch (kind) {
    case 'money':
      return (
        /[£€$¥]\s?\d|\b(?:free|no charge|refunded)\b/i.test(text) ||
        quantitiesIn(text).some(({ dimension }) => dimension === 'money')
      )
    case 'count':
      return tellsHowMany(unit, asked)
    case 'measure':
      if (isOnlyBesideIt(text, asked)) return false
      if (/\bhow fast\b/i.test(asked.text) && TIMES_PER.test(text)) return true
      if (/\bhow old\b/i.test(asked.text) && tellsAge(text, asked.text)) return isOfThing(unit, asked)
      return (
        isOfThing(unit, asked) &&
        quantitiesIn(text).some((each) => isMeasureFor(text, each, asked.text) && !isRate(text, each))
      )
    case 'why':
      return REASON.test(text)
    case 'where':
      return IS_PLACE.test(text)
    case 'who':
      if (ASKS_NAME.test(asked.text)) return PERSON_NAME.test(text)
      return /\b(?:only|staff|crew|manager|everyone|anyone|nobody|members?|children|adults?|passengers?|visitors?|people|desk|office|team|director|driver|doctor|owner)\b/i.test(
        text,
      )
    default:
      if (/\bwhat\b.*\bmade (?:of|from|out of)\b/i.test(asked.text)) return /\bmade (?:of|from|out of)\b/i.test(text)
      return saysWhatMayBeDone(text, asked.text)
  }
}

/** "Aged 23", "a weaver of 23", born in a year; of a thing the year in which it came to be. */
const tellsAge = (text: string, question: string): boolean =>
  AGED.test(text) ||
  (/\bhow old (?:is|are|was|were) (?:the|your|our|this|that)\b/i.test(question) && MADE_IN.test(text))
const AGED = /\baged? \d|\ban? \p{L}+ of \d{1,2}\b(?=[,.;]|$)|\bborn\b.{0,40}?\b(?:1\d|20)\d\d\b/iu
const MADE_IN =
  /\b(?:built|founded|made|opened|established|begun|dates? (?:from|back)|since|year)\b.{0,40}?\b(?:1\d|20)\d\d\b/i

/** "What can members do …?" is answered by a sentence that goes on from "members can". */
function saysWhatMayBeDone(text: string, question: string): boolean {
  const found =
    /\bwhat (can|may|must|should|do|does) (?:the |an? |our |my |your )?([\p{L}-]+(?: [\p{L}-]+)?) (?:do|see)\b/iu.exec(
      question,
    )
  if (!found) return false
  const says = /^(?:do|does)$/i.test(found[1]!) ? '' : ` ${found[1]!}`
  return new RegExp(`\\b${found[2]!}s?${says}\\b`, 'iu').test(text)
}

/** Kinds of question that only evidence of the right kind answers: no sum, no answer to "how much". */
const NEEDS_FIT: ReadonlySet<AnswerKind> = new Set(['money', 'time', 'count', 'measure'])

/** Whether a question of this kind is answered only by evidence that holds what it asks for. */
export const needsFit = (kind: AnswerKind, question: string): boolean =>
  NEEDS_FIT.has(kind) || (kind === 'who' && (ASKS_NAME.test(question) || deedOf(question) !== undefined))
