import { z } from 'zod'
import { errandMessages, jsonIn, type Errand } from './errand'

/** The heading a model is asked under to say lines in another language. */
export const SAYING_TITLE = '# Say lines in another language'

/** Asks for lines in another language (a BCP 47 tag), one for each. */
export const sayingIn = (language: string, lines: readonly string[]): Errand<readonly string[]> => ({
  messages: errandMessages(
    SAYING_TITLE,
    [
      `Language: ${language}`,
      'You are given a JSON list of lines that visitors wrote. Answer with a JSON list of the same length and nothing else:',
      'each line as somebody would write it who speaks that language. Keep names, figures and places as they are.',
    ],
    JSON.stringify(lines),
  ),
  read: (answer) => {
    const parsed = z.array(z.string().min(1).max(5000)).length(lines.length).safeParse(jsonIn(answer))
    return parsed.success ? parsed.data : undefined
  },
})
