import { commonNames, isLight, kindsOf, singular, stem, synonymsOf, terms } from '../../text'
import type { PromptView } from '../../brief'
import { meaningsOf } from '../../meaning'
import type { Form, Wanted } from './wanted'

const SYNONYM_SHARE = 0.85
/** What holds of pets holds of cats. */
const KIND_SHARE = 0.75
/** A word of the same meaning counts from half to nearly whole, by how surely it means it. */
const MEANING_LEAST = 0.3
const MEANING_MORE = 0.55

/** The forms of a word that is a thing here ("a permit"): it shares no meaning with what is done, a permit is no allowing. */
export const formsOfThing = (own: string): Form[] => [
  { stems: [own], share: 1 },
  ...[...synonymsOf(own)].filter((other) => !isLight(other)).map((other) => ({ stems: [other], share: SYNONYM_SHARE })),
]

/** Forms looked for of each term; the rest are the least sure. */
const MOST_FORMS = 16

/** The forms a term may take in a text: itself, the names a glossary joins with it, everyday synonyms. */
export function formsOf(own: string, question: string, view: Pick<PromptView, 'glossary'>): Form[] {
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

/** "Martha Quill" is meant where only "Quill" is written: the first of two names that stand together need not be repeated. */
export const withSurnames = (wanted: readonly Wanted[], text: string): readonly Wanted[] =>
  wanted.map((term, at) => {
    const next = wanted[at + 1]
    if (term.role !== 'name' || next?.role !== 'name') return term
    const isTogether = new RegExp(`(?<!\\p{L})${term.word} ${next.word}(?!\\p{L})`, 'iu').test(text)
    return isTogether ? { ...term, forms: [...term.forms, { stems: [next.stem], share: SURNAME_ALONE }] } : term
  })
const SURNAME_ALONE = 0.6

/** Verbs that mean one thing alone and another with a particle. */
const PARTICLE_VERB =
  /\b(carry|carried|hand|take|bring|pass|passed|move|sign|give|send|check|drop|pick|turn|switch|set|fill|log|lock|let|check|call|cut|pay|hold|find|look|put|run|shut|top|wear|work|write|rent|throw) (over|in|out|off|up|down|away)\b(?! (?:of|to) )(?!(?<= (?:over|in)) (?:the|a|an|my|your|our) )/i

const PARTICLE_WEIGHT = 0.7
/** "If you move out" says something of moving away, "if you move" too. */
const VERB_ALONE = 0.85

/** "Carry over", "hand in": verb and particle together are what the question is about. */
export function particleVerb(text: string, language: string, view: Pick<PromptView, 'glossary'>): Wanted | undefined {
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
      ...[...synonymsOf(stems[0]!)].map((other) => ({ stems: [other, stems[1]!], share: SYNONYM_SHARE })),
      { stems: stems.slice(0, 1), share: VERB_ALONE },
    ],
    weight: PARTICLE_WEIGHT,
    role: 'subject',
    isDone: true,
  }
}
