import { stemSet, finished } from '../../text'
import type { Way } from '../task'

/** "What is a whip?": a term of the brief's glossary, by its meaning. */
export const meaning: Way = {
  name: 'glossary',
  run({ question, turn }) {
    if (question.kind !== 'meaning' && question.kind !== 'open') return undefined
    const asked = question.terms.filter((term) => !term.isLight).map((term) => term.stem)
    const at = turn.brief.glossary.findIndex(
      ({ term, also, meaning: told }) =>
        told.trim() !== '' &&
        [term, ...also].some((name) => {
          const own = [...stemSet(name)]
          return (
            own.length > 0 && own.every((each) => asked.includes(each)) && asked.every((each) => own.includes(each))
          )
        }),
    )
    const entry = turn.brief.glossary[at]
    if (!entry) return undefined
    const told = finished(entry.meaning)
    const isSentence = stemSet(told).has([...stemSet(entry.term)][0] ?? '') || /\b(?:is|are|means)\b/.test(told)
    return {
      outcome: 'answered',
      pieces: [{ text: isSentence ? told : `${capital(entry.term)}: ${told}` }],
      note: `“${entry.term}” stands in the glossary`,
      field: `glossary.${at}`,
    }
  },
}

const capital = (text: string): string => text.slice(0, 1).toUpperCase() + text.slice(1)
