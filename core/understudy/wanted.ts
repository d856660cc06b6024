import {
  commonNames,
  kindsOf,
  contentTerms,
  daysIn,
  isLight,
  isStopWord,
  languageOf,
  monthsIn,
  numberOf,
  quantitiesIn,
  singular,
  stem,
  stemList,
  stemSet,
  synonymsOf,
  terms,
} from '../text'
import { meaningsOf } from '../meaning'
import { withoutPoliteness } from '../question'
import type { PromptView } from '../brief'

/** A way in which a text can speak of a term: the stems it needs, and how fully that counts, 0..1. */
interface Form {
  readonly stems: readonly string[]
  readonly share: number
}

/**
 * One term of a question. A `name` must be found or nothing answers; `focus` is what is asked for ("the *salary* of a
 * deckhand"); `light` words carry the question's form; a `number` is compared elsewhere.
 */
export interface Wanted {
  readonly stem: string
  /** The word as the question writes it, in small letters and singular. */
  readonly word: string
  readonly forms: readonly Form[]
  readonly weight: number
  readonly role: 'subject' | 'focus' | 'name' | 'light' | 'number'
  /** Whether it is what happens ("close", "drink") rather than what it happens to. */
  readonly isVerb?: boolean
  /** Whether it is what is to be done ("can I *borrow*"). */
  readonly isDone?: boolean
  /** Whether it is the thing that it is to be done to ("change the *logo* of the club"). */
  readonly isObject?: boolean
  /** Whether it is what the agent is all about, which goes without saying. */
  readonly isAmbient?: boolean
}

const LIGHT_WEIGHT = 0.2
const NUMBER_WEIGHT = 0.5
const FOCUS_WEIGHT = 1.3
/** "When does the desk *close*?": what happens matters more than to what. */
const VERB_WEIGHT = 1.5
const SYNONYM_SHARE = 0.85
/** What holds of pets holds of cats. */
const KIND_SHARE = 0.75
/** A word of the same meaning counts from half to nearly whole, by how surely it means it. */
const MEANING_LEAST = 0.3
const MEANING_MORE = 0.55

/** What a question is about, term by term; the days it names are kept apart, since tables give them as ranges. */
export interface Asked {
  readonly text: string
  readonly terms: readonly Wanted[]
  readonly days: ReadonlySet<number>
  /** The months it names, 1 to 12; tables and sentences give them as ranges too. */
  readonly months: ReadonlySet<number>
  /** Stems of the case the question is asked for ("if I want to *leave early*"): what answers need not repeat them all. */
  readonly inCase: ReadonlySet<string>
  /** The names the passages at hand know, asked for or not. */
  readonly names: ReadonlySet<string>
  /** Terms of the brief's glossary that widened the question. */
  readonly glossary: ReadonlySet<string>
  /** Neighbouring stems in order ("to eastmer"), for telling "to Eastmere" from "Eastmere to". */
  readonly pairs: ReadonlySet<string>
}

/** Takes a question apart. `names` are the stems that the passages at hand only ever write with a capital. */
export function askedOf(
  question: string,
  view: Pick<PromptView, 'glossary' | 'name' | 'role' | 'audience'>,
  names: ReadonlySet<string>,
): Asked {
  const text = withoutPoliteness(question)
  const language = languageOf(text)
  const days = daysIn(text)
  const months = monthsIn(text)
  const focus = focusOf(text)
  const verb = verbOf(text)
  const done = doneIn(text)
  const object = objectIn(text)
  const measures = quantitiesIn(text).filter((each) => each.dimension !== 'count')
  const ambient = stemSet(`${view.role} ${view.audience}`)
  const seen = new Set<string>()
  const isTitleCased = capitals(text) > 0.5
  const codes = [...text.matchAll(CODE)].map((found) => [found.index, found.index + found[0].length] as const)
  const wanted = contentTerms(text).flatMap((term): Wanted[] => {
    const surface = text.slice(term.start, term.end)
    if (codes.some(([from, to]) => term.start >= from && term.end <= to && term.end - term.start < to - from)) return []
    if (seen.has(term.stem) || isStopWord(surface, language) || isDay(surface)) return []
    if (months.size > 0 && monthsIn(`in ${surface}`).size > 0) return []
    seen.add(term.stem)
    const isNumber = numberOf(surface) !== undefined || /^\d/.test(surface) || /^year-?old$/i.test(surface)
    const isUnit = measures.some((each) => term.start >= each.start && term.end <= each.end)
    const isWritten = !isTitleCased && isName(text, term.start, surface, view.name)
    const role: Wanted['role'] =
      isNumber || isUnit
        ? 'number'
        : isWritten || isCode(surface) || (names.has(term.stem) && !isLight(term.stem))
          ? 'name'
          : focus === term.stem
            ? 'focus'
            : (isLight(term.stem) && !isThing(text, term)) || isDegree(text, term.start) || isLasting(text, term)
              ? 'light'
              : 'subject'
    const isVerb = role === 'subject' && term.stem === verb
    const weight = isVerb
      ? VERB_WEIGHT
      : role === 'subject' && term.stem === done
        ? DONE_WEIGHT
        : role === 'subject' && MILD.has(term.stem)
          ? MILD_WEIGHT
          : role === 'subject' && isSpokenOf(term.stem, ambient)
            ? AMBIENT_WEIGHT
            : { subject: 1, name: 1, focus: FOCUS_WEIGHT, light: LIGHT_WEIGHT, number: NUMBER_WEIGHT }[role]
    return [
      {
        stem: term.stem,
        word: singular(surface),
        forms: isThing(text, term)
          ? [{ stems: [term.stem], share: 1 }, ...asThing(term.stem)]
          : formsOf(term.stem, text, view),
        weight,
        role,
        ...(isVerb ? { isVerb } : {}),
        ...(role === 'subject' && term.stem === done ? { isDone: true } : {}),
        ...(role === 'subject' && term.stem === object ? { isObject: true } : {}),
        ...(weight === AMBIENT_WEIGHT ? { isAmbient: true } : {}),
      },
    ]
  })
  if (!wanted.some((term) => term.role !== 'light' && term.role !== 'number'))
    for (const [at, term] of wanted.entries())
      if (term.role === 'light') wanted[at] = { ...term, role: 'subject', weight: 1 }
  withSurnames(wanted, text)
  const joined = particleVerb(text, language, view)
  const withVerb = joined ? [...wanted.filter((term) => !joined.forms[0]!.stems.includes(term.stem)), joined] : wanted
  const all = terms(text)
  const pairs = new Set(all.slice(1).map((term, at) => `${all[at]!.stem} ${term.stem}`))
  const stems = new Set(all.map((term) => term.stem))
  const glossary = view.glossary.filter((entry) =>
    [entry.term, ...entry.also].some((name) => terms(name).every((term) => stems.has(term.stem))),
  )
  const inCase = stemSet(/.\b(?:if|when|in case|while) (.+)$/i.exec(text)?.[1] ?? '')
  return {
    text,
    terms: withVerb,
    days,
    months,
    inCase,
    names,
    pairs,
    glossary: new Set(glossary.map((entry) => entry.term)),
  }
}

/** "E5", "P1", "K-200": a label that means exactly one thing. */
const isCode = (word: string): boolean => /^\p{L}{1,4}-?\d/u.test(word)
/** A label written with a hyphen, whose parts mean nothing alone. */
const CODE = /(?<![\p{L}\p{N}-])\p{Lu}{1,4}-\d[\p{L}\d]*(?![\p{L}\p{N}-])/gu

const isDay = (word: string): boolean =>
  daysIn(word).size > 0 ||
  (/^(?:week|day|weekdays?|weekends?|daily)$/i.test(word) === true && /^week(?:day|end)s?$/i.test(word))

/** "The fine for …" and "a permit" are things; "is it fine to …" and "do you permit …" only ask in their way. */
function isThing(question: string, { start, end }: { start: number; end: number }): boolean {
  const [word, before] = [question.slice(start, end), question.slice(0, start)]
  if (/^fines?$/i.test(word)) return /\b(?:the|a|any|what|which)\s+$/i.test(before)
  return (
    /^permits?$/i.test(word) && !/(?:^|\b(?:to|not|you|we|they|it|rules?|that|who|[\p{L}]+n[’']t))\W*$/iu.test(before)
  )
}

/** As a thing, such a word shares no meaning with what is done: a permit is no allowing. */
const asThing = (own: string): Form[] =>
  [...synonymsOf(own)].filter((other) => !isLight(other)).map((other) => ({ stems: [other], share: SYNONYM_SHARE }))

/** "How early", "how big": the word after "how" says what kind of answer is wanted, not what about. */
const isDegree = (question: string, start: number): boolean => /\bhow\s+$/i.test(question.slice(0, start))

/** "How long does it last": to last is only what is asked of it. */
const isLasting = (question: string, { start, end }: { start: number; end: number }): boolean =>
  /^lasts?$/i.test(question.slice(start, end)) &&
  /\bhow long\b.*$/i.test(question.slice(0, start)) &&
  /^\W*(?:$|for\b|in\b)/i.test(question.slice(end))

const capitals = (text: string): number => {
  const all = text.match(/\p{L}[\p{L}’'-]*/gu) ?? []
  return all.length === 0 ? 0 : all.filter((word) => /^\p{Lu}/u.test(word)).length / all.length
}

/** A capitalised word inside a sentence written in small letters is a name: without it nothing answers. */
function isName(question: string, start: number, surface: string, agent: string): boolean {
  const before = question.slice(0, start).trim()
  const opens = before === '' || /[.!?:,]$/.test(before)
  return !opens && /^\p{Lu}\p{Ll}/u.test(surface) && surface !== agent
}

/** What the question asks for: "the *salary* of …", "which *colour* …", "what is the *notice* for …". */
function focusOf(text: string): string | undefined {
  const found =
    /\b(?:what|which|whose)(?:['’]s| is| are| was| were)? (?:the |your |our |my |a |an )?((?:[\p{L}-]+ ){0,2}?[\p{L}-]+) (?:of|for|in|on|at|to|with)\b/iu.exec(
      text,
    ) ??
    // "Which Android version …": the name stands before what is asked for.
    /\b[wW](?:hich|hat) \p{Lu}[\p{L}-]+ (\p{Ll}+)\b/u.exec(text) ??
    /\b(?:which|what|how many|how much) ([\p{L}-]+)\b/iu.exec(text)
  const ofWhat =
    /\b(?:what|which)(?:['’]s| is| are| was| were) (?:the |your |our |my |a )?(?:[\p{L}-]+ ){0,2}[\p{L}-]+['’]s ([\p{L}-]+(?: [\p{L}-]+)?)\W*$/iu.exec(
      text,
    )
  if (ofWhat) return stem(ofWhat[1]!.split(' ').at(-1)!)
  const number =
    /\b(?:phone |telephone )?number (?:of|for) (?:the|your|our)\b/i.test(text) && !/\bhow many\b/i.test(text)
  if (number) return stem('number')
  const word = found?.[1]?.split(' ').at(-1)
  if (!word || isStopWord(word) || (isLight(stem(word)) && !/^fines?$/i.test(word))) return undefined
  return stem(word)
}

/** What is asked to happen: the word at the end of "when does … close". */
function verbOf(text: string): string | undefined {
  const found =
    /^\W*(?:when|where|how|until when|what time|from when) (?:does|do|did|is|are|was|were|will|can|must) (?:[\p{L}’'-]+ ){1,6}?([\p{L}-]+)(?=\?|$| (?:on|at|in|for|during|to|from|by|every|each)\b)/iu.exec(
      text,
    )
  // "How do I change the logo of the club": what is to be done stands right after who does it.
  if (found && /^\W*how (?:do|did|can|will|must) (?:i|we|you|they|one)\b/i.test(text)) return undefined
  return found && !/\b(?:when|if|while)\b/i.test(found[0].slice(4)) ? stem(found[1]!) : undefined
}

/** "Martha Quill" is meant where only "Quill" is written: the first of two names that stand together need not be repeated. */
function withSurnames(wanted: Wanted[], text: string): void {
  for (const [at, term] of wanted.entries()) {
    const next = wanted[at + 1]
    if (term.role !== 'name' || next?.role !== 'name') continue
    if (!new RegExp(`(?<!\\p{L})${term.word} ${next.word}(?!\\p{L})`, 'iu').test(text)) continue
    wanted[at] = { ...term, forms: [...term.forms, { stems: [next.stem], share: SURNAME_ALONE }] }
  }
}
const SURNAME_ALONE = 0.6

/** Verbs that mean one thing alone and another with a particle. */
const PARTICLE_VERB =
  /\b(carry|carried|hand|take|bring|pass|passed|move|sign|give|send|check|drop|pick|turn|switch|set|fill|log|lock|let|check|call|cut|pay|hold|find|look|put|run|shut|top|wear|work|write|rent|throw) (over|in|out|off|up|down|away)\b(?! (?:of|to) )(?!(?<= (?:over|in)) (?:the|a|an|my|your|our) )/i

const PARTICLE_WEIGHT = 0.7
/** "If you move out" says something of moving away, "if you move" too. */
const VERB_ALONE = 0.85

/** "Carry over", "hand in": verb and particle together are what the question is about. */
function particleVerb(text: string, language: string, view: Pick<PromptView, 'glossary'>): Wanted | undefined {
  const found = language === 'en' ? PARTICLE_VERB.exec(text) : null
  if (!found) return undefined
  const stems = [stem(found[1]!), stem(found[2]!)]
  return {
    stem: stems[0]!,
    word: singular(found[1]!),
    forms: [
      { stems, share: 1 },
      ...otherNames(stems[0]!, text, view).map((other) => ({ stems: other, share: 1 })),
      ...[...synonymsOf(stem(`${found[1]!}${found[2]!}`))].map((other) => ({ stems: [other], share: SYNONYM_SHARE })),
      { stems: stems.slice(0, 1), share: VERB_ALONE },
    ],
    weight: PARTICLE_WEIGHT,
    role: 'subject',
    isDone: true,
  }
}

/** What is to be done: "need to *apply*", "can I *borrow*". It weighs more than what it is done to. */
function doneIn(text: string): string | undefined {
  const found =
    /\b(?:need|have|want|allowed|able|like) to ([\p{L}-]+)/iu.exec(text) ??
    /\b(?:can|may|could|must|should|do|does|did|will|would) (?:i|we|you|they) ([\p{L}-]+)/iu.exec(text) ??
    /\b(?:can|may|will|would|does|do|must|should) (?:my|the|your|our) [\p{L}-]+ ([\p{L}-]+)/iu.exec(text) ??
    /^\W*who ([\p{L}-]+s)\b/iu.exec(text)
  return found ? stem(found[1]!) : undefined
}
const DONE_WEIGHT = 1.25

/** What it is to be done to: the last word of the thing named right after what is to be done. */
function objectIn(text: string): string | undefined {
  const found =
    /\b(?:can|may|could|must|should|do|does|did|will|would|to) (?:(?:i|we|you|they|one) )?\p{L}+ (?:(?:up|out|off|in|down|back) )?(?:the|an?|my|our|your|their|some|any|this|that) ((?:[\p{L}’'-]+ ){0,2}?[\p{L}’'-]+)(?=[?.,!]|$| (?:of|for|to|in|on|at|with|from|by|when|if|and|or|before|after|during|without|back|off|out|myself|later|again|online|there|here|inside|outside|upstairs|downstairs|home|abroad|today|tomorrow|now|early|late|alone|together|away|yet|too|as)\b)/iu.exec(
      text,
    )
  return found ? stem(found[1]!.split(' ').at(-1)!) : undefined
}

/** Words that set a thing apart less than its name does: "a new club", "another bin". */
const MILD = stemList('new own whole entire another different extra additional')
const MILD_WEIGHT = 0.45

/** What the agent is all about ("boat" at a ferry desk) tells little; it need not be repeated by what answers. */
const AMBIENT_WEIGHT = 0.6
const isSpokenOf = (own: string, ambient: ReadonlySet<string>): boolean =>
  ambient.has(own) || [...synonymsOf(own)].some((other) => ambient.has(other))

/** Forms looked for of each term; the rest are the least sure. */
const MOST_FORMS = 16

/** The forms a term may take in a text: itself, the names a glossary joins with it, everyday synonyms. */
function formsOf(own: string, question: string, view: Pick<PromptView, 'glossary'>): Form[] {
  const forms = [
    { stems: [own], share: 1 },
    ...otherNames(own, question, view).map((stems) => ({ stems, share: 1 })),
    ...[...synonymsOf(own)].map((other) => ({ stems: [other], share: SYNONYM_SHARE })),
    ...[...kindsOf(own)].map((kind) => ({ stems: [kind], share: KIND_SHARE })),
    ...meaningsOf(own).map(({ stems, share }) => ({ stems, share: MEANING_LEAST + MEANING_MORE * share })),
  ]
  return forms.sort((a, b) => b.share - a.share).slice(0, MOST_FORMS)
}

function otherNames(own: string, question: string, view: Pick<PromptView, 'glossary'>): string[][] {
  const asked = new Set(terms(question).map((term) => term.stem))
  const entries = [...view.glossary.map((entry) => [entry.term, ...entry.also]), ...commonNames]
  return entries.flatMap((entry) => {
    const names = entry.map((name) => terms(name).map((term) => term.stem))
    const used = names.find((name) => name.includes(own) && name.every((each) => asked.has(each)))
    return used ? names.filter((name) => name !== used && name.length > 0) : []
  })
}

/** How fully a set of stems speaks of a term, 0..1. */
export function heldBy(term: Wanted, stems: ReadonlySet<string>): number {
  // Forms stand with the fullest first.
  for (const { stems: wanted, share } of term.forms)
    if (wanted.length === 1 ? stems.has(wanted[0]!) : wanted.every((each) => stems.has(each))) return share
  return 0
}

/**
 * The stems that a text writes with a capital inside sentences and never without: its names. Words that open a sentence
 * or stand in a heading tell nothing.
 */
export function namesIn(texts: readonly string[]): Set<string> {
  const capital = new Set<string>()
  const small = new Set<string>()
  for (const text of texts) {
    for (const match of text.matchAll(/\p{L}[\p{L}\p{N}’'-]*/gu)) {
      const before = text.slice(Math.max(0, match.index - 3), match.index)
      const opens = match.index === 0 || /[.!?:;•\n]\s*$|^\d+[.)]\s*$|["“]$/.test(before)
      if (/^\p{Ll}/u.test(match[0])) small.add(stem(match[0]))
      else if (!opens && /^\p{Lu}\p{Ll}/u.test(match[0])) capital.add(stem(match[0]))
    }
  }
  for (const each of small) capital.delete(each)
  return new Set([...capital].filter((each) => daysIn(each).size === 0))
}
