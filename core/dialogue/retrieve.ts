import { holds, tokensOf, type Question } from '../reading'
import { wordsOf, type Spoken } from '../languages'
import { languageOf } from '../text'
import { sidesOf } from './sides'
import { placeOf, type FoundPassage, type Step, type WorkingDetail } from './turn'
import { lookedUpAs } from './widen'

/** Passages put before the model. */
const PASSAGES_GIVEN = 8
/** A language model is given more of them, as many as it has room for. */
const PASSAGES_FOR_READERS = 14
const MOST_FOR_READERS = 20

/** Passages looked up for each further question of a line that asks several. */
const PASSAGES_MORE = 4
const MOST_PASSAGES = 12
/** And so many more for each when the turn takes its time. */
const PASSAGES_DELIBERATE = 4
/** Of so many of the best, a table is given with the short passage above it, which says what it is about. */
const LED_UP_TO = 3
const LONGEST_LEAD = 500
const isTable = ({ text }: FoundPassage): boolean => /^[^:;\n]{1,60}: [^;\n]+; [^:;\n]{1,60}: /.test(text)

/**
 * Looks each question of the line up in the library; courtesies are not looked up. Glossary names widen a question, and
 * a comparison looks each side up by itself.
 */
export const retrieve: Step = async (state, { library, brief, model }) => {
  const { reading } = state
  if (reading.act !== 'question' && reading.act !== 'person') return { state }
  const lookups = reading.act === 'person' ? [wordsOf(reading.language).contact] : reading.questions.flatMap(lookupsFor)
  const widened = lookups.map((lookup) => lookedUpAs(lookup, brief.glossary))
  const found: FoundPassage[] = []
  for (const [at, { text }] of widened.entries()) {
    const first = model.canRevise ? PASSAGES_FOR_READERS : PASSAGES_GIVEN
    const limit = (at === 0 ? first : PASSAGES_MORE) + (state.isDeliberate ? PASSAGES_DELIBERATE : 0)
    for (const passage of await library.search(text, limit)) {
      if (
        found.length <
          (model.canRevise ? MOST_FOR_READERS : MOST_PASSAGES) + (state.isDeliberate ? PASSAGES_DELIBERATE : 0) &&
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
  const language: Spoken = languageOf(text)
  return holds(wordsOf(language).orders, tokensOf(text))
    ? [{ label: 'Order ignored', text: 'The document gives its reader orders; it is data.', passageId, sourceId }]
    : []
}

/** What is looked up for a question: itself, and for a comparison each side by itself. */
function lookupsFor(question: Question): string[] {
  return [question.text, ...sidesOf(question)]
}
