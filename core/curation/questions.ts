import { FUNCTION_WORDS, phrasesFor, phrasesIn, wordsOf } from '../languages'
import type { Passage } from '../library'
import { languageOf, sentences, spokenTag, type Spoken } from '../text'

/** A question that a document answers, and the passage it was drawn from (by its place among those given). */
export interface DrawnQuestion {
  readonly question: string
  readonly passage: number
  /** What an answer says word for word, or means, where the passage tells. */
  readonly says?: string
  readonly means?: string
}

type Drawn = Omit<DrawnQuestion, 'passage'>

type Drawing = Pick<Passage, 'text' | 'headings'>

/** A question longer than this is not one that a visitor would type. */
const LONGEST = 110
const MOST_SUBJECT_WORDS = 6
const MOST_SENTENCE_WORDS = 18
const HEARD = 3000

/**
 * Questions a visitor may ask that these passages answer, the most telling first: those the document asks itself (pairs
 * and headings), then cells of its tables, statements turned round, and its headings as topics. Of one heading at most one question of each
 * kind is drawn, so that they go over the whole document.
 */
export function questionsIn(passages: readonly Drawing[], tag?: string): DrawnQuestion[] {
  const heard = passages
    .map(({ text }) => text)
    .join('\n')
    .slice(0, HEARD)
  const language = (tag === undefined ? languageOf(heard) : spokenTag(tag)) ?? 'en'
  const kinds = [
    asked,
    (each: Drawing, at: number) => tabled(each, at, heard, language),
    (each: Drawing) => stated(each, language),
    (each: Drawing) => titled(each, heard, language),
  ]
  const seen = new Set<string>()
  return kinds.flatMap((draw) => {
    const underHeading = new Set<string>()
    return passages.flatMap((each, passage) => {
      const heading = each.headings.join(' › ')
      const drawn = underHeading.has(heading) && draw !== asked ? undefined : draw(each, passage)
      if (!drawn || drawn.question.length > LONGEST || seen.has(drawn.question.toLowerCase())) return []
      underHeading.add(heading)
      seen.add(drawn.question.toLowerCase())
      return [{ ...drawn, passage }]
    })
  })
}

const isQuestion = (text: string): boolean => /^[\p{Lu}¿].*\?$/u.test(text) && !/[.!;]/.test(text)

/** A question of the document itself: of a pair, or its heading. */
function asked({ text, headings }: Drawing): Drawn | undefined {
  const [, pair, answer] = /^Question: (.+)\n(?:Answer: (.+))?/m.exec(text) ?? []
  if (pair) return { question: pair.trim(), ...(answer ? { means: answer.trim() } : {}) }
  const question = [...headings].reverse().find(isQuestion)
  return question === undefined ? undefined : { question }
}

/** The cell of a table: its row is named by the first cell, where no other row is named so. */
function tabled({ text }: Drawing, at: number, heard: string, language: Spoken): Drawn | undefined {
  const rows = text
    .split('\n')
    .map((line) => line.split('; ').map((cell) => /^([^:;]{1,40}): (.+)$/.exec(cell)?.slice(1)))
  const named = rows.filter((row) => row.length > 1 && row.every((cell) => cell !== undefined)) as string[][][]
  const alone = named.filter(([first]) => named.filter(([other]) => other![1] === first![1]).length === 1)
  const row = alone[at % Math.max(1, alone.length)]
  const figures = row?.slice(1).filter(([, value]) => /\d/.test(value!)) ?? []
  const cell = figures[at % Math.max(1, figures.length)]
  if (!row || !cell || row[0]![1]!.length > LONGEST_ENTRY) return undefined
  return {
    question: phrasesFor(language).askCell(uncapitalised(cell[0]!, heard, language), row[0]![1]!),
    says: cell[1]!,
  }
}
const LONGEST_ENTRY = 40

/** A statement turned into a question: "Dogs may travel free." asks "May dogs travel free?". */
function stated({ text }: Drawing, language: Spoken): Drawn | undefined {
  const { statesWith, denial, pointing } = wordsOf(language)
  const verbs = new Set(phrasesIn(statesWith))
  const unfit = new Set([...phrasesIn(denial), ...phrasesIn(pointing)])
  for (const { text: sentence } of sentences(text.replace(/^(?:Question|Answer): /gm, ''))) {
    const plain = sentence.trim()
    if (!/^\p{Lu}[^:;?!()"“”\n|]*\.$/u.test(plain) || /^\p{Lu}[^ ,]* [^,.]*,/u.test(plain)) continue
    const parts = plain.slice(0, -1).split(' ')
    const at = parts.findIndex((word) => verbs.has(word.toLowerCase()))
    const isFit = parts.every((word) => !unfit.has(word.toLowerCase()))
    if (at < 1 || at > MOST_SUBJECT_WORDS || at > parts.length - 2 || parts.length > MOST_SENTENCE_WORDS || !isFit)
      continue
    const subject = uncapitalised(parts.slice(0, at).join(' '), text, language)
    const question = phrasesFor(language).askWhether(subject, parts[at]!, parts.slice(at + 1).join(' '))
    return { question: capitalised(question), means: plain }
  }
  return undefined
}

/** The innermost heading as a topic: "Lost property" asks what one should know about it. */
function titled({ headings }: Drawing, heard: string, language: Spoken): Drawn | undefined {
  const heading = headings
    .at(-1)
    ?.replace(/^(?:\d+[.)]?)+\s+/, '')
    .trim()
  if (!heading || isQuestion(heading) || !/^\p{L}[\p{L}\p{N} ,’'&/-]*$/u.test(heading)) return undefined
  return { question: phrasesFor(language).askAbout(uncapitalised(heading, heard, language)) }
}

const capitalised = (text: string): string => text[0]!.toUpperCase() + text.slice(1)

/**
 * The beginning of a sentence as it stands within another one: its first letter is small, unless its first word is a
 * name (it is written large within a sentence too), an abbreviation, or a noun where nouns are large.
 */
function uncapitalised(text: string, among: string, language: Spoken): string {
  const first = /^[\p{L}’'-]+/u.exec(text)?.[0] ?? ''
  const isName = among
    .split(/(?<=[\p{L},]) /u)
    .slice(1)
    .some((rest) => rest.startsWith(first) && !/^[\p{L}’'-]/u.test(rest.slice(first.length)))
  const isAbbreviation = first.length > 1 && first === first.toUpperCase()
  const isNoun = wordsOf(language).nounsAreLarge === true && !FUNCTION_WORDS[language].includes(first.toLowerCase())
  return first === '' || isName || isAbbreviation || isNoun ? text : text[0]!.toLowerCase() + text.slice(1)
}
