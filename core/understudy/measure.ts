import { alike, meanVector, nearness, senseOf, type Sense } from '../calling'
import { wordsOf, type Spoken } from '../languages'
import type { FoundPassage } from '../dialogue'
import type { Question } from '../reading'
import { holds, tokensOf, wordsIn } from '../reading'
import { contentTermsIn, daysIn, quantitiesIn, type Term } from '../text'
import { fitsKind } from './kindFit'
import { contextOf, headingOf, sayItem, type Unit, type Window } from './windows'

/** What is measured of a window for a question; the weights that rank windows have these names, in this order. */
export const MEASURES = [
  'spoken',
  'around',
  'missing',
  'focus',
  'score',
  'first',
  'fits',
  'heading',
  'length',
  'points',
  'asks',
  'opens',
  'nameless',
  'isRow',
  'isList',
  'tight',
  'whole',
  'near',
  'nearest',
  'figures',
] as const
export type Measured = Readonly<Record<(typeof MEASURES)[number], number>>

/** A question with how much each of its words counts, and what stands for each: made once a turn. */
export interface Asked {
  readonly question: Question
  readonly mean: Float64Array | undefined
  readonly terms: readonly { readonly stem: string; readonly weight: number; readonly isName: boolean }[]
  /** What was found of each unit looked at. */
  readonly units: WeakMap<Unit, UnitFacts>
  /** The share of the question that a heading speaks of. */
  readonly headingShare: (heading: string) => number
  /** How well a word stands for a term of the question, 0..1. */
  readonly standsFor: (term: number, stem: string, word: string) => number
}

/** Where no vectors are known (in other languages than English), words spoken of tell how near a text is. */
const NEAR_BY_WORDS = 0.8
/** Of compounds, the word that begins another stands for it in part: "Park" for "Parkplatz". */
const BEGINS = 0.7
const LONG_ENOUGH = 4

/** Words that carry the form of a question count this much of what others do. */
const LIGHT = 0.15
/** A word that only keeps the same company counts less than one that means the same. */
const COMPANY = 0.7

/** Prepares a question: its words by rarity in the library, and what its kind is about. */
export function askedOf(question: Question, rarity: (stem: string) => number): Asked {
  const sense: Sense = senseOf(question.text, [], question.language)
  const bySense = new Map(sense.words.map((word) => [word.stem, word]))
  const terms = question.terms.map(({ stem, isLight, isName }) => ({
    stem,
    isName,
    weight: (isLight ? LIGHT : 1) * (0.25 + 0.75 * rarity(stem)),
  }))
  const known = new Map<string, number[]>()
  const made = new Map<string, ReturnType<typeof senseOf>['words'][number] | undefined>()
  const headings = new Map<string, number>()
  const asked: Asked = {
    question,
    units: new WeakMap(),
    headingShare: (heading) => {
      const known = headings.get(heading) ?? shareOf(asked, heldBy(asked, heading))
      headings.set(heading, known)
      return known
    },
    mean: sense.mean,
    terms,
    standsFor: (term, stem, word) => {
      const row = known.get(stem) ?? []
      known.set(stem, row)
      if (row[term] === undefined) {
        const own = bySense.get(terms[term]!.stem)
        if (terms[term]!.stem === stem) row[term] = 1
        else if (!own || terms[term]!.isName) row[term] = 0
        else {
          if (!made.has(stem)) made.set(stem, senseOf(word, [], question.language).words[0])
          const other = made.get(stem)
          const how = Math.max(other ? alike(own, other) : 0, compound(question.language, terms[term]!.stem, stem))
          row[term] = how >= 0.8 ? how : how * COMPANY
        }
      }
      return row[term]!
    },
  }
  return asked
}

/** How well one word of a language with compounds stands for another that begins with it. */
function compound(language: Spoken, a: string, b: string): number {
  if (language === 'en') return 0
  const [short, long] = a.length < b.length ? [a, b] : [b, a]
  return short.length >= LONG_ENOUGH && long.startsWith(short) ? BEGINS : 0
}

/** How well a text speaks of each term of a question. */
export function heldBy(asked: Asked, text: string): number[] {
  const held = new Array<number>(asked.terms.length).fill(0)
  const words: readonly Term[] = contentTermsIn(text, asked.question.language)
  for (const each of words) {
    for (let term = 0; term < held.length; term++) {
      if (held[term]! >= 1) continue
      held[term] = Math.max(
        held[term]!,
        asked.standsFor(term, each.stem, text.slice(each.start, each.end).toLowerCase()),
      )
    }
  }
  return held
}

/** The weighted share of a question's terms that is held. */
export function shareOf({ terms }: Asked, held: readonly number[]): number {
  let [sum, whole] = [0, 0]
  terms.forEach(({ weight }, at) => {
    sum += weight * held[at]!
    whole += weight
  })
  return whole === 0 ? 0 : sum / whole
}

/** Whether a window holds the figures and days a question names: 1 all, 0 not all, between when it names none. */
function figuresHeld({ quantities, days }: Question, text: string): number {
  if (quantities.length === 0 && days.size === 0) return 0.5
  const said = quantities.length === 0 ? [] : quantitiesIn(text)
  const named = days.size === 0 ? days : daysIn(text)
  const hasFigures = quantities.every((one) =>
    said.some((other) => other.dimension === one.dimension && other.value === one.value),
  )
  return hasFigures && [...days].every((day) => named.has(day)) ? 1 : 0
}

/** What one unit says for a question, looked at once however many windows it stands in. */
interface UnitFacts {
  readonly held: readonly number[]
  readonly share: number
  /** Words that carry something, and those of them that are spoken of. */
  readonly content: number
  readonly spokenOf: number
  readonly fits: number
  readonly mean: Float64Array | undefined
}

/** A word is spoken of when one of the question's stands for it this well. */
const SPOKEN_OF = 0.6

function factsOf(asked: Asked, unit: Unit): UnitFacts {
  let facts = asked.units.get(unit)
  if (facts) return facts
  const text = unit.kind === 'item' ? sayItem(unit) : unit.text
  const held = heldBy(asked, text)
  const content = contentTermsIn(text, asked.question.language)
  const spokenOf = content.filter((each) => {
    const word = text.slice(each.start, each.end).toLowerCase()
    return asked.terms.some((_, term) => asked.standsFor(term, each.stem, word) >= SPOKEN_OF)
  }).length
  const mean = asked.mean ? meanVector(text) : undefined
  facts = {
    held,
    share: shareOf(asked, held),
    content: content.length,
    spokenOf,
    fits: fitsKind(asked.question, text),
    mean,
  }
  asked.units.set(unit, facts)
  return facts
}

/** Measures one window for a question. `top` is the best passage's score. */
export function measure(
  window: Window,
  asked: Asked,
  context: readonly number[],
  whole: number,
  top: number,
): Measured {
  const { question } = asked
  const facts = window.units.map((unit) => factsOf(asked, unit))
  const held = asked.terms.map((_, at) => Math.max(...facts.map((each) => each.held[at]!)))
  const around = held.map((how, at) => Math.max(how, context[at]!))
  const content = facts.reduce((sum, each) => sum + each.content, 0)
  const spokenOf = facts.reduce((sum, each) => sum + each.spokenOf, 0)
  const first = window.units[0]!
  const shares = { spoken: shareOf(asked, held), around: shareOf(asked, around) }
  const headed = headingOf(window.passage)
  return {
    ...shares,
    missing: asked.terms.some(({ weight }, at) => weight >= 0.6 && around[at]! < 0.3) ? 1 : 0,
    focus: content === 0 ? 0 : Math.min(1, spokenOf / content),
    score: top === 0 ? 0 : window.passage.score / top,
    first: 1 / (1 + window.rank),
    fits: Math.max(...facts.map((each) => each.fits)),
    heading: headed === '' ? 0 : asked.headingShare(headed),
    length: Math.log(1 + window.words) / 5,
    points: first.at > 0 && wordsIn(wordsOf(question.language).pointing).has(firstWordOf(window.text)) ? 1 : 0,
    asks: window.text.trimEnd().endsWith('?') ? 1 : 0,
    opens: first.at === 0 ? 1 : 0,
    nameless: asked.terms.some(({ isName }, at) => isName && around[at]! < 0.5) ? 1 : 0,
    isRow: window.kind === 'row' ? 1 : 0,
    isList: window.kind === 'list' ? 1 : 0,
    tight: Math.max(...facts.map((each) => each.share)),
    whole,
    figures: figuresHeld(question, window.text),
    near: asked.mean ? nearness(asked.mean, summed(facts.map((each) => each.mean))) : NEAR_BY_WORDS * shares.around,
    nearest: asked.mean
      ? Math.max(...facts.map((each) => nearness(asked.mean, each.mean)))
      : NEAR_BY_WORDS * shares.spoken,
  }
}

const firstWordOf = (text: string): string => tokensOf(text.slice(0, 40))[0]?.text ?? ''

/** The mean of texts put together is the sum of theirs: only its direction counts. */
function summed(means: readonly (Float64Array | undefined)[]): Float64Array | undefined {
  const own = means.filter((each) => each !== undefined)
  if (own.length < 2) return own[0]
  const sum = Float64Array.from(own[0]!)
  for (const each of own.slice(1)) for (let at = 0; at < sum.length; at++) sum[at]! += each[at]!
  return sum
}

/** How well what stands around a passage speaks of each term, and the share that both together hold. */
export function aroundOf(asked: Asked, passage: FoundPassage): { context: number[]; whole: number } {
  const context = heldBy(asked, contextOf(passage))
  const own = heldBy(asked, passage.text)
  return {
    context,
    whole: shareOf(
      asked,
      own.map((how, at) => Math.max(how, context[at]!)),
    ),
  }
}

/** Whether a text denies. */
export const denies = (text: string, question: Question): boolean =>
  holds(wordsOf(question.language).denial, tokensOf(text))
