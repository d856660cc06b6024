import { wordsOf } from '../languages'
import { quantitiesIn } from '../text'

/** A name with others for the same thing, as a glossary has them. */
export interface Named {
  readonly term: string
  readonly also: readonly string[]
}

/** Names that everybody uses for the same thing widen a look-up without a word in any brief. */
const COMMON: readonly Named[] = wordsOf('en')
  .names.trim()
  .split('\n')
  .map((line) => {
    const [term, ...also] = line.split(', ')
    return { term: term!, also }
  })

/** A question as it is looked up: with the glossary's other names, everyday ones, and the words rules use for ages. */
export function lookedUpAs(question: string, glossary: readonly Named[]): Widened {
  const named = withGlossary(widenedByMeaning(question), glossary)
  return { ...named, text: withGlossary(named.text, COMMON).text }
}

/** A child's age is looked up by the words rules for children use; the number of a desk is its telephone. */
function widenedByMeaning(question: string): string {
  if (/\bnumber (?:of|for) (?:the|your|our)\b/i.test(question) && !/\bhow many\b/i.test(question))
    return `${question} telephone`
  const age = quantitiesIn(question).find((each) => each.dimension === 'age')
  return age === undefined ? question : `${question} ${age.value < ADULT ? 'children child aged under' : 'aged over'}`
}

const ADULT = 18

interface Widened {
  readonly text: string
  readonly added: readonly { readonly from: string; readonly to: string; readonly at: number }[]
}

/** The question with the other names of each glossary term it uses added at its end. */
export function withGlossary(question: string, glossary: readonly Named[]): Widened {
  const lower = ` ${question.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, ' ')} `
  const uses = (name: string) => {
    const plain = name.toLowerCase().trim()
    return plain !== '' && (lower.includes(` ${plain} `) || lower.includes(` ${plain}s `))
  }
  const added = glossary.flatMap((entry, at) => {
    const names = [entry.term, ...entry.also]
    const from = names.find(uses)
    return from === undefined ? [] : names.filter((name) => !uses(name)).map((to) => ({ from, to, at }))
  })
  return { text: [question, ...added.map((each) => each.to)].join(' '), added }
}
