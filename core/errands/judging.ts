import { errandMessages, type Errand } from './errand'

/** The heading a model is asked under to judge a reply. */
export const JUDGING_TITLE = '# Judge a reply'

/** Whether something said in plain words holds of a reply, as a language model sees it. */
export interface Judgement {
  readonly holds: boolean
  readonly why: string
}

const LONGEST_WHY = 300

/** Asks whether a statement ("explains it as one would to a child") holds of a reply to a line. */
export const judging = (statement: string, said: string, reply: string): Errand<Judgement> => ({
  messages: errandMessages(
    JUDGING_TITLE,
    [
      'You are given a statement about a reply, what a visitor said, and the reply to it.',
      'Answer with one word, yes or no, for whether the statement holds of the reply, then a full stop and why in one sentence.',
    ],
    JSON.stringify({ statement, visitor: said, reply }, null, 1),
  ),
  read: (answer) => {
    const [, word, why = ''] = /^\W*(yes|no)\b[\s.,:;*–-]*([\s\S]*)$/i.exec(answer.trim()) ?? []
    return word === undefined
      ? undefined
      : { holds: word.toLowerCase() === 'yes', why: why.replace(/\s+/g, ' ').slice(0, LONGEST_WHY) }
  },
})
