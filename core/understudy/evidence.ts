import { contentStems, contentTerms, isStopWord, stem, terms } from '../text'
import { answerKindOf, type AnswerKind } from '../rules'
import type { PromptView } from '../brief'
import type { GivenPassage } from '../dialogue'
import { unitsOf, type Unit } from './units'

/** A unit with how well it answers: `coverage` is the share of the question it speaks of, `score` adds what kind it is. */
export interface Evidence extends Unit {
  readonly coverage: number
  readonly score: number
}

/** One term of the question with its weight and the stems that count as it (glossary names included). */
interface Wanted {
  readonly stems: readonly (readonly string[])[]
  readonly weight: number
  readonly isNamed: boolean
}

/** Below this share of the question, evidence is too thin to answer from. */
export const THIN = 0.6

/** Words that carry a question's form more than its subject: they count little, and need not be found. */
const LIGHT = new Set(
  (
    'allow allowed bring take carry get go come travel make have need want use find tell give say mean know think ' +
    'much many cost costs price prices fare charge charges charged fee pay paid buy long time times day hour kind type way thing ' +
    'start work happen possible ok okay okey right fine must should would could about like wish also ever still really ' +
    'exactly maximum minimum most least best any anyone someone people person else rule rules policy please help question ' +
    'fit number information info details explain describe summarise'
  )
    .split(' ')
    .map(stem),
)
const LIGHT_WEIGHT = 0.2
/** A day of the week counts double: what holds on others says nothing of it. */
const WEEKDAYS = new Set(['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'].map(stem))
const WEEKDAY_WEIGHT = 2
/** A term that only the headings or the source's title hold counts this much. */
const CONTEXT_SHARE = 0.7
const KIND_BONUS = 0.2
const RANK_BONUS = 0.1
/** Evidence that speaks of little else than the question is to the point. */
const FOCUS_BONUS = 0.15
/** For each two neighbouring words of the question that stand together ("to Inchmore" is not "Inchmore to"). */
const ORDER_BONUS = 0.04

/** All evidence the passages hold for a question, best first. */
export function gatherEvidence(question: string, passages: readonly GivenPassage[], view: PromptView): Evidence[] {
  const wanted = wantedTerms(question, view)
  const kind = answerKindOf(question)
  const everywhere = stemSet(passages.map((passage) => `${passage.place}\n${passage.text}`).join('\n'))
  const asked = pairsOf(question)
  const hasUnknownName = wanted.some((term) => term.isNamed && !isHeld(term, everywhere))
  if (hasUnknownName || wanted.length === 0) return []
  const evidence = passages.flatMap((passage, rank) => {
    const context = stemSet(passage.place)
    return unitsOf(passage).map((unit): Evidence => {
      const coverage = coverageOf(wanted, unit, context)
      const bonus =
        (suits(unit.text, kind) ? KIND_BONUS : 0) +
        RANK_BONUS * (1 - rank / passages.length) +
        FOCUS_BONUS * focusOf(wanted, unit) +
        ORDER_BONUS * sharedPairs(asked, unit.text)
      return { ...unit, coverage, score: coverage + bonus - flaws(unit) }
    })
  })
  return evidence.sort((a, b) => b.score - a.score)
}

const stemSet = (text: string): Set<string> => new Set(terms(text).map((term) => term.stem))

function wantedTerms(question: string, view: PromptView): Wanted[] {
  const seen = new Set<string>()
  return contentTerms(question).flatMap((term): Wanted[] => {
    const surface = question.slice(term.start, term.end)
    if (seen.has(term.stem) || isStopWord(surface)) return []
    seen.add(term.stem)
    const isLight = LIGHT.has(term.stem) || isDegree(question, term.start)
    return [
      {
        stems: [[term.stem], ...otherNames(term.stem, question, view)],
        weight: isLight ? LIGHT_WEIGHT : WEEKDAYS.has(term.stem) ? WEEKDAY_WEIGHT : 1,
        isNamed: !isLight && isName(question, term.start, surface, view),
      },
    ]
  })
}

/** "How early", "how big": the word after "how" says what kind of answer is wanted, not what about. */
const isDegree = (question: string, start: number): boolean => /\bhow\s+$/i.test(question.slice(0, start))

/** A capitalised word inside a sentence written in small letters is a name: without it nothing answers. */
function isName(question: string, start: number, surface: string, view: PromptView): boolean {
  const before = question.slice(0, start).trim()
  const opens = before === '' || /[.!?:,]$/.test(before)
  const isShouted = question === question.toUpperCase()
  return !opens && !isShouted && /^\p{Lu}\p{Ll}/u.test(surface) && surface !== view.name
}

/** The other names a glossary gives for the term that a word of the question belongs to. */
function otherNames(wordStem: string, question: string, view: PromptView): string[][] {
  const asked = stemSet(question)
  return view.glossary.flatMap((entry) => {
    const names = [entry.term, ...entry.also].map((name) => terms(name).map((term) => term.stem))
    const used = names.find((name) => name.includes(wordStem) && name.every((each) => asked.has(each)))
    return used ? names.filter((name) => name !== used && name.length > 0) : []
  })
}

const isHeld = (term: Wanted, stems: ReadonlySet<string>): boolean =>
  term.stems.some((name) => name.every((each) => stems.has(each)))

function coverageOf(wanted: readonly Wanted[], unit: Unit, context: ReadonlySet<string>): number {
  // A pair is found by its question; its answer is what is said.
  const [told, beside] = unit.kind === 'pair' ? [unit.leadIn, unit.text] : [unit.text, unit.leadIn]
  const own = stemSet(told)
  const lead = stemSet(beside)
  let held = 0
  let whole = 0
  for (const term of wanted) {
    whole += term.weight
    if (isHeld(term, own)) held += term.weight
    else if (isHeld(term, lead) || isHeld(term, context)) held += term.weight * CONTEXT_SHARE
  }
  return whole === 0 ? 0 : held / whole
}

/** The share of a unit's content words that the question asks for, 0..1. */
function focusOf(wanted: readonly Wanted[], unit: Unit): number {
  const own = contentStems(unit.text)
  if (own.size === 0) return 0
  const names = new Set(wanted.flatMap((term) => term.stems.flat()))
  return [...own].filter((each) => names.has(each)).length / own.size
}

const pairsOf = (text: string): Set<string> => {
  const all = terms(text)
  return new Set(all.slice(1).map((term, at) => `${all[at]!.stem} ${term.stem}`))
}

const sharedPairs = (asked: ReadonlySet<string>, text: string): number =>
  [...pairsOf(text)].filter((pair) => asked.has(pair)).length

const MONEY = /[£€$¥]\s?\d|\d+(?:[.,]\d+)?\s?(?:pounds?|euros?|pence|p\b|dollars?)|\bfree\b|\bno charge\b/i
const TIME =
  /\b\d{1,2}[:.]\d{2}\b|\b\d{1,2}\s?(?:am|pm)\b|\b(?:mon|tues|wednes|thurs|fri|satur|sun)days?\b|\b(?:minutes?|hours?|days?|weeks?|daily)\b/i

/** Whether a text has what a kind of question asks for: a sum, a time, a number. */
export function suits(text: string, kind: AnswerKind): boolean {
  if (kind === 'money') return MONEY.test(text)
  if (kind === 'time') return TIME.test(text)
  if (kind === 'count') return /\d|\b(?:one|two|three|four|five|six|seven|eight|nine|ten|twelve)\b/i.test(text)
  return false
}

/** A question in the text answers nothing. */
const flaws = (unit: Unit): number => (unit.text.endsWith('?') ? 0.4 : 0)
