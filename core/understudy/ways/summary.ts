import { finished, withoutListSign, wordCount } from '../../text'
import { heldBy, shareOf } from '../measure'
import type { Piece, Task, Way } from '../task'
import { contextOf, headingOf, unitsOf, type Unit } from '../windows'
import { readQuestion, find, tokensOf } from '../../reading'
import { wordsOf } from '../../languages'
import { askedOf } from '../measure'

const POINTS = { short: 3, plain: 5, full: 8 } as const
/** A document or section is called by its name when so much of the question stands in it. */
const CALLED = 0.6
const LONGEST_POINT = 45

/** A summary of a document, a section or a subject: the first sentence of what is told on it, passage by passage. */
export const summary: Way = {
  name: 'summary',
  run(task) {
    const { question, turn } = task
    if (question.kind !== 'summary') return undefined
    const asked = askedOf(readQuestion(subjectOf(task), question.language), turn.rarity)
    if (asked.terms.length === 0) return undefined
    const scored = turn.found.map((passage, at) => ({
      passage,
      at,
      byHeading: shareOf(asked, heldBy(asked, headingOf(passage))),
      byName: shareOf(asked, heldBy(asked, contextOf(passage))),
      byText: shareOf(asked, heldBy(asked, passage.text)),
    }))
    const headed = scored.filter(({ byHeading }) => byHeading >= CALLED)
    const called = headed.length > 0 ? headed : scored.filter(({ byName }) => byName >= CALLED)
    const chosen = called.length > 0 ? called : scored.filter(({ byText }) => byText >= CALLED)
    const points = chosen.flatMap(({ passage, at }): Piece[] => {
      const unit = unitsOf(passage).find((each) => isPoint(each) && task.isAllowed(each.text))
      return unit
        ? [
            {
              text: `- ${finished(withoutListSign(unit.text))}`,
              cites: [at + 1],
              layout: 'line',
            },
          ]
        : []
    })
    const distinct = points.filter(({ text }, at) => points.findIndex((other) => other.text === text) === at)
    if (distinct.length === 0) return undefined
    return {
      outcome: 'answered',
      pieces: distinct.slice(0, POINTS[task.size]),
      note:
        called.length > 0
          ? 'The first statement of each passage under that name'
          : 'The first statement of each passage that speaks of it',
    }
  },
}

const isPoint = ({ kind, text }: Unit): boolean =>
  kind !== 'row' && !/[:?]$/.test(text) && wordCount(text) >= 5 && wordCount(text) <= LONGEST_POINT

/** The question without the words that ask for a summary. */
function subjectOf({ question }: Task): string {
  const tokens = tokensOf(question.text)
  const match = find(wordsOf(question.language).asks.summary, tokens)
  return match
    ? `${question.text.slice(0, tokens[match.from]!.start)} ${question.text.slice(tokens[match.to - 1]!.end)}`
    : question.text
}
