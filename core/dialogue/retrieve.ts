import { placeOf, type Step } from './turn'

/** Passages put before the model. */
const PASSAGES_GIVEN = 6

/** Looks the question up in the library; courtesies are not looked up. Glossary names widen the question. */
export const retrieve: Step = async (state, { library, brief }) => {
  if (state.intent !== 'question') return { state }
  const widened = withGlossary(state.question, brief.glossary)
  const found = await library.search(widened.text, PASSAGES_GIVEN)
  return {
    state: { ...state, found },
    report: {
      step: 'retrieval',
      summary:
        found.length === 0
          ? 'The library holds no passage with a word of the question.'
          : `${found.length} passages were found; the best is from “${found[0]!.sourceTitle}”.`,
      details: [
        ...widened.added.map((entry) => ({
          label: 'Glossary',
          text: `“${entry.from}” also looked up as “${entry.to}”`,
          field: `glossary.${entry.at}`,
        })),
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
