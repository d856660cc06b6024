import { commonNames, quantitiesIn } from '../text'
import { sidesOf, splitQuestion, tamperingIn } from '../question'
import { placeOf, type FoundPassage, type Step, type WorkingDetail } from './turn'

/** Passages put before the model. */
const PASSAGES_GIVEN = 8

/** Passages looked up for each further question of a line that asks several. */
const PASSAGES_MORE = 4
const MOST_PASSAGES = 12
/** And so many more for each when the turn takes its time. */
const PASSAGES_DELIBERATE = 4
/** Of so many of the best, a table is given with the short passage above it, which says what it is about. */
const LED_UP_TO = 3
const LONGEST_LEAD = 500
/** Names that everybody uses for the same thing widen a look-up without a word in any brief. */
const COMMON = commonNames.map(([term, ...also]) => ({ term: term!, also }))
const isTable = ({ text }: FoundPassage): boolean => /^[^:;\n]{1,60}: [^;\n]+; [^:;\n]{1,60}: /.test(text)

/**
 * Looks each question of the line up in the library; courtesies are not looked up. Glossary names widen a question, and
 * a comparison looks each side up by itself.
 */
export const retrieve: Step = async (state, { library, brief }) => {
  if (state.intent !== 'question') return { state }
  const lookups = lookupsFor(state.question)
  const widened = lookups.map((lookup) => {
    const named = withGlossary(widenedByMeaning(lookup), brief.glossary)
    return { ...named, text: withGlossary(named.text, COMMON).text }
  })
  const found: FoundPassage[] = []
  for (const [at, { text }] of widened.entries()) {
    const limit = (at === 0 ? PASSAGES_GIVEN : PASSAGES_MORE) + (state.isDeliberate ? PASSAGES_DELIBERATE : 0)
    for (const passage of await library.search(text, limit)) {
      if (
        found.length < MOST_PASSAGES + (state.isDeliberate ? PASSAGES_DELIBERATE : 0) &&
        !found.some((each) => each.passageId === passage.passageId)
      )
        found.push(passage)
    }
  }
  for (const passage of found.slice(0, LED_UP_TO)) {
    const lead = isTable(passage) ? library.before?.(passage.passageId) : undefined
    if (
      lead &&
      !isTable(lead) &&
      lead.text.length <= LONGEST_LEAD &&
      !found.some((each) => each.passageId === lead.passageId)
    )
      found.push(lead)
  }
  const added = widened.flatMap((each) => each.added)
  return {
    state: { ...state, found },
    report: {
      step: 'retrieval',
      summary:
        found.length === 0
          ? 'The library holds no passage with a word of the question.'
          : `${found.length} passages were found${lookups.length > 1 ? ` in ${lookups.length} look-ups` : ''}; the best is from “${found[0]!.sourceTitle}”.`,
      details: [
        ...(lookups.length > 1 ? lookups.map((lookup) => ({ label: 'Looked up', text: lookup })) : []),
        ...added.map((entry) => ({
          label: 'Glossary',
          text: `“${entry.from}” also looked up as “${entry.to}”`,
          field: `glossary.${entry.at}`,
        })),
        ...found.flatMap(ordersIn),
        ...found.map((passage) => ({
          label: passage.score.toFixed(2),
          text: placeOf(passage),
          passageId: passage.passageId,
          sourceId: passage.sourceId,
        })),
      ],
    },
  }
}

/** Text of a document that gives orders to its reader: it is data, and nothing follows it. */
function ordersIn({ text, passageId, sourceId }: FoundPassage): WorkingDetail[] {
  const found = tamperingIn(text)
  return found ? [{ label: 'Order ignored', text: `“${found.words}” in a document`, passageId, sourceId }] : []
}

/** What is looked up for a line: each of its questions, and each side of a comparison. */
function lookupsFor(question: string): string[] {
  return splitQuestion(question).flatMap((part) => {
    const sides = sidesOf(part)
    return sides ? [part, ...sides.names.map((name) => `${name} ${sides.about}`.trim())] : [part]
  })
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
export function withGlossary(
  question: string,
  glossary: readonly { readonly term: string; readonly also: readonly string[] }[],
): Widened {
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
