import {
  contentTerms,
  daysIn,
  isLight,
  isStopWord,
  languageOf,
  monthsIn,
  numberOf,
  quantitiesIn,
  singular,
  stemList,
  stemSet,
  synonymsOf,
  terms,
  type Term,
} from '../../text'
import type { PromptView } from '../../brief'
import { asking, judgesPriceBy, withoutPoliteness } from '../../question'
import { formsOf, formsOfThing, particleVerb, withSurnames } from './forms'
import {
  capitals,
  CODE,
  doneIn,
  focusOf,
  isCode,
  isDay,
  isDegree,
  isLasting,
  isName,
  isPredicate,
  saysOf,
  isThing,
  objectIn,
  pricedIn,
  verbOf,
} from './grammar'
import type { Wanted } from './wanted'

const WEIGHTS: Readonly<Record<Wanted['role'], number>> = { subject: 1, name: 1, focus: 1.3, light: 0.2, number: 0.5 }
/** "When does the desk *close*?": what happens matters more than to what. */
const VERB_WEIGHT = 1.5

/** What a question is about, term by term; the days it names are kept apart, since tables give them as ranges. */
export interface Asked {
  readonly text: string
  readonly terms: readonly Wanted[]
  readonly days: ReadonlySet<number>
  /** The months it names, 1 to 12; tables and sentences give them as ranges too. */
  readonly months: ReadonlySet<number>
  /** Stems of the case the question is asked for ("if I want to *leave early*"): what answers need not repeat them all. */
  readonly inCase: ReadonlySet<string>
  /** The stem of what something is asked to be or to have: "is the room *heated*", "does the boat have a *bar*". */
  readonly predicate: string | undefined
  /** The names the passages at hand know, asked for or not. */
  readonly names: ReadonlySet<string>
  /** Terms of the brief's glossary that widened the question. */
  readonly glossary: ReadonlySet<string>
  /** Neighbouring stems in order ("to eastmer"), for telling "to Eastmere" from "Eastmere to". */
  readonly pairs: ReadonlySet<string>
}

type View = Pick<PromptView, 'glossary' | 'name' | 'role' | 'audience'>

/** Takes a question apart. `names` are the stems that the passages at hand only ever write with a capital. */
export function askedOf(question: string, view: View, names: ReadonlySet<string>): Asked {
  const text = withoutPoliteness(question)
  const language = languageOf(text)
  const months = monthsIn(text)
  const read = readingOf(text, view, names)
  const codes = [...text.matchAll(CODE)].map((found) => ({ start: found.index, end: found.index + found[0].length }))
  const seen = new Set<string>()
  const single = contentTerms(text).filter((term) => {
    const surface = text.slice(term.start, term.end)
    const isPart = codes.some((code) => isWithin(term, code) && term.end - term.start < code.end - code.start)
    const isMonth = months.size > 0 && monthsIn(`in ${surface}`).size > 0
    if (isPart || isMonth || seen.has(term.stem) || isStopWord(surface, language) || isDay(surface)) return false
    seen.add(term.stem)
    return true
  })
  const inFull = single.map((term) => termOf(term, text, view, read))
  const wanted = withSurnames(withASubject(toldLess(inFull, single, text)), text)
  const joined = particleVerb(text, language, view)
  const all = terms(text)
  const stems = new Set(all.map((term) => term.stem))
  const glossary = view.glossary.filter((entry) =>
    [entry.term, ...entry.also].some((name) => terms(name).every((term) => stems.has(term.stem))),
  )
  const asked = withOwnWords(
    joined ? [...wanted.filter((term) => !joined.forms[0]!.stems.includes(term.stem)), joined] : wanted,
  )
  return {
    text,
    terms: asked,
    predicate: predicateIn(text, asked),
    days: daysIn(text),
    months,
    inCase: stemSet(/.\b(?:if|when|in case|while) (.+)$/i.exec(text)?.[1] ?? ''),
    names,
    pairs: new Set(all.slice(1).map((term, at) => `${all[at]!.stem} ${term.stem}`)),
    glossary: new Set(glossary.map((entry) => entry.term)),
  }
}

/**
 * "I have a flat tyre. Where is the repair kit?": what is told before a question that can stand alone need not be
 * repeated by what answers it.
 */
function toldLess(wanted: readonly Wanted[], at: readonly Term[], text: string): readonly Wanted[] {
  const asks = asking(text)
  const start = text.indexOf(asks)
  if (asks === text || start < 0) return wanted
  const isAsked = (term: Term) => term.start >= start && term.end <= start + asks.length
  const carrying = wanted.filter((term, n) => isAsked(at[n]!) && term.role !== 'light' && term.role !== 'number')
  return carrying.length < STANDS_ALONE
    ? wanted
    : wanted.map((term, n) =>
        isAsked(at[n]!) || term.role === 'number' ? term : { ...term, weight: term.weight * TOLD },
      )
}
const STANDS_ALONE = 2
const TOLD = 0.35

/** What the form of a question tells of its words. */
interface Reading {
  readonly focus: string | undefined
  readonly verb: string | undefined
  readonly done: string | undefined
  readonly object: string | undefined
  readonly priced: string | undefined
  readonly measures: readonly Span[]
  readonly isTitleCased: boolean
  readonly names: ReadonlySet<string>
  /** Stems of what the agent is all about. */
  readonly ambient: ReadonlySet<string>
}

type Span = Pick<Term, 'start' | 'end'>

const isWithin = (inner: Span, outer: Span): boolean => inner.start >= outer.start && inner.end <= outer.end

const readingOf = (text: string, view: View, names: ReadonlySet<string>): Reading => ({
  focus: focusOf(text),
  verb: verbOf(text),
  done: doneIn(text),
  object: objectIn(text),
  priced: pricedIn(text),
  measures: quantitiesIn(text).filter((each) => each.dimension !== 'count'),
  isTitleCased: capitals(text) > 0.5,
  names,
  ambient: stemSet(`${view.role} ${view.audience}`),
})

function termOf(term: Term, text: string, view: View, read: Reading): Wanted {
  const role = roleOf(term, text, view, read)
  const is = (stem: string | undefined) => role === 'subject' && term.stem === stem
  const isAmbient = role === 'subject' && isSpokenOf(term.stem, read.ambient)
  const weight = is(read.verb)
    ? VERB_WEIGHT
    : is(read.done)
      ? DONE_WEIGHT
      : role === 'subject' && MILD.has(term.stem)
        ? MILD_WEIGHT
        : isAmbient
          ? AMBIENT_WEIGHT
          : WEIGHTS[role]
  return {
    stem: term.stem,
    word: singular(text.slice(term.start, term.end)),
    forms: isThing(text, term) ? formsOfThing(term.stem) : formsOf(term.stem, text, view),
    weight,
    role,
    ...(is(read.verb) ? { isVerb: true } : {}),
    ...(is(read.done) ? { isDone: true } : {}),
    ...(is(read.object) ? { isObject: true } : {}),
    ...(is(read.priced) ? { isPriced: true } : {}),
    ...(weight === AMBIENT_WEIGHT ? { isAmbient: true } : {}),
  }
}

function roleOf(term: Term, text: string, view: View, read: Reading): Wanted['role'] {
  const surface = text.slice(term.start, term.end)
  const isNumber = numberOf(surface) !== undefined || /^\d/.test(surface) || /^year-?old$/i.test(surface)
  if (isNumber || read.measures.some((each) => isWithin(term, each))) return 'number'
  const isWritten = !read.isTitleCased && isName(text, term.start, surface, view.name)
  if (isWritten || isCode(surface) || (read.names.has(term.stem) && !isLight(term.stem))) return 'name'
  if (term.stem === read.focus) return 'focus'
  // "Who *owns* it?": what somebody does is what is asked, however common the word.
  const isWhoDoes = term.stem === read.done && /^\W*who \p{L}+s\b/iu.test(text)
  // "Can I *charge* my phone" asks for no price.
  const isDeed = term.stem === read.done && /^(?:charge|become)$/i.test(surface)
  // "Is the gym *expensive*?" asks for the price, whatever it is called.
  const isJudged = surface === judgesPriceBy(text)
  // "For a whole year": how long, and nothing of what.
  const isOfSpan =
    /^(?:whole|entire|full)$/i.test(surface) && /^ (?:year|month|week|day|term|season)s?\b/i.test(text.slice(term.end))
  const isOfTheForm = isLight(term.stem) && !isThing(text, term) && !isWhoDoes && !isDeed && !isPredicate(text, term)
  return isOfTheForm || isOfSpan || isDegree(text, term) || isLasting(text, term) || isJudged ? 'light' : 'subject'
}

/** A word that the question asks by itself stands less for another of its words: in "leave my cat … on holiday", to leave is no holiday. */
const withOwnWords = (wanted: readonly Wanted[]): readonly Wanted[] =>
  wanted.map((term) => ({
    ...term,
    forms: term.forms
      .map((form) => {
        const isAsked = form.share < 1 && wanted.some((other) => other !== term && other.stem === form.stems[0])
        return isAsked && form.stems.length === 1 ? { ...form, share: form.share * ASKED_ITSELF } : form
      })
      .sort((a, b) => b.share - a.share),
  }))

const ASKED_ITSELF = 0.5

/** A question of nothing but words of form ("How can I pay?") is about them. */
const withASubject = (wanted: readonly Wanted[]): readonly Wanted[] =>
  wanted.some((term) => term.role !== 'light' && term.role !== 'number')
    ? wanted
    : wanted.map((term) =>
        term.role === 'light' && !TASKS.has(term.stem) ? { ...term, role: 'subject', weight: 1 } : term,
      )

/** What the agent is told to do with the subject. */
const TASKS = stemList('summarise summarize summary overview explain describe tell list give show please')

function predicateIn(text: string, wanted: readonly Wanted[]): string | undefined {
  const said = saysOf(text)
  if (said === undefined) return undefined
  const stems = stemSet(said)
  const carrying = wanted.filter((term) => /^(?:subject|focus|name)$/.test(term.role) && stems.has(term.stem))
  const last = carrying.at(-1)
  return carrying.length > 1 && last?.role !== 'name' ? last?.stem : undefined
}

/** What is to be done weighs more than what it is done to. */
const DONE_WEIGHT = 1.25

/** Words that set a thing apart less than its name does: "a new club", "another bin". */
const MILD = stemList('new own whole entire another different extra additional')
const MILD_WEIGHT = 0.45

/** What the agent is all about ("boat" at a ferry desk) tells little; it need not be repeated by what answers. */
const AMBIENT_WEIGHT = 0.6
const isSpokenOf = (own: string, ambient: ReadonlySet<string>): boolean =>
  ambient.has(own) || [...synonymsOf(own)].some((other) => ambient.has(other))
