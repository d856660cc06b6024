import { z } from 'zod'
import { isAnswerTo, type DebriefAnswer, type DebriefQuestion, type SpokenLine } from '../debrief'
import { errandMessages, jsonIn, type Errand } from './errand'

/** The heading a model is asked under. */
export const DEBRIEFING_TITLE = '# Answer questions about a conversation that is over'

const answered = z.array(
  z.object({
    id: z.string(),
    value: z.union([z.string(), z.number()]).nullable(),
    lines: z.array(z.number()).default([]),
  }),
)

/**
 * Asks a model what a conversation tells of some questions. An answer counts only where it is one the question can have and
 * names lines that are there; the lines themselves are quoted, never the model's words for them.
 */
export function debriefing(
  questions: readonly DebriefQuestion[],
  lines: readonly SpokenLine[],
): Errand<ReadonlyMap<string, DebriefAnswer>> {
  const given = {
    questions: questions.map(({ id, question, kind, options }) => ({ id, question, kind, options })),
    conversation: lines.map(({ by, text }, at) => ({ line: at + 1, by, text })),
  }
  return {
    messages: errandMessages(
      DEBRIEFING_TITLE,
      [
        'You get questions and a conversation. Answer with one JSON array and nothing else: [{ "id", "value", "lines" }].',
        '“lines” are the numbers of the lines that your answer rests on. Where the conversation does not tell, value is null.',
        'A yesNo is "yes" or "no"; a choice is one of its options, word for word; a number has figures only.',
      ],
      JSON.stringify(given),
    ),
    read: (answer) => {
      const read = answered.safeParse(jsonIn(answer))
      if (!read.success) return undefined
      const found = new Map<string, DebriefAnswer>()
      for (const question of questions) {
        const told = read.data.find(({ id }) => id === question.id)
        const value = told?.value == null ? null : String(told.value)
        const because = (told?.lines ?? []).flatMap((at) => lines[at - 1]?.text ?? [])
        const counts = value !== null && isAnswerTo(question, value) && because.length > 0
        found.set(question.id, counts ? { value, because } : { value: null, because: [] })
      }
      return found
    },
  }
}
