import { contentTerms, isLight, sentences, words } from '../text'

const ASKS =
  "how|what|what's|when|where|where's|who|why|which|is|are|can|could|may|do|does|did|will|would|should|must|has|have"
const JOINED = new RegExp(
  `(?:,\\s*|\\s+)(?:and|also|plus|but)(?:\\s+also)?\\s+(?=(?:${ASKS}|tell me|summari[sz]e)\\b)`,
  'i',
)
const IS_ASKING = new RegExp(`\\b(?:${ASKS}|tell|need|want|explain|summari[sz]e|compare)\\b|\\?`, 'i')
/** A part needs this many words to stand as a question: "and when?" leans on what stands before it. */
const FEWEST_WORDS = 3
const MOST_PARTS = 4

/**
 * The questions one line asks, in order: "How early must I check in, and is there Wi-Fi?" asks two. A line that is one
 * question gives itself. Sentences that ask nothing stay with the question they stand before.
 */
export function splitQuestion(line: string): string[] {
  const parts: string[] = []
  let told = ''
  for (const sentence of sentences(line)) {
    for (const piece of cut(sentence.text)) {
      const isQuestion = /\?\s*$/.test(piece) || (IS_ASKING.test(piece) && words(piece).length >= FEWEST_WORDS)
      const isTold =
        !/\?\s*$/.test(piece) &&
        !new RegExp(`^\\W*(?:and\\W+)?(?:${ASKS}|tell|explain|summari[sz]e|compare)\\b`, 'i').test(piece)
      if (isTold || !isQuestion) told = `${told} ${piece}`.trim()
      else {
        parts.push(`${told} ${piece}`.trim())
        told = ''
      }
    }
  }
  if (parts.length === 0) return [line.trim()]
  if (told !== '') parts[parts.length - 1] = `${parts.at(-1)!} ${told}`
  if (parts.length > MOST_PARTS) return [line.trim()]
  return parts.map((part, at) => (at === 0 ? part : withSubjectOf(parts[at - 1]!, part)))
}

const POINTER =
  /\b(?:it|he|she|him|they|them|that one|this one|those|these)\b(?! (?:possible|allowed|true|ok|okay|necessary|safe|worth|rain|snow|too|better)\b)/iu
/** A question of its own has this many content words; with fewer it leans on what it points back to. */
const OWN_CONTENT = 2

/**
 * A question that points back ("how many evenings is it?") with what the one before was about put in the pointer's
 * place ("how many evenings is the stool course?"). Any other question is given back as it is.
 */
export function withSubjectOf(before: string, question: string): string {
  const pointer = POINTER.exec(question)
  const own = contentTerms(question).filter(
    (term) => !isLight(term.stem) && !isPointer(question.slice(term.start, term.end)),
  )
  if (!pointer || own.length > OWN_CONTENT) return question
  const subject = subjectOf(before)
  return subject === ''
    ? question
    : question.slice(0, pointer.index) + subject + question.slice(pointer.index + pointer[0].length)
}

const isPointer = (word: string): boolean => /^(?:it|he|she|him|they|them|that|this|one|these|those)$/i.test(word)

/** From the first to the last word of a question that says what it is about: "the stool course". */
function subjectOf(question: string): string {
  const content = contentTerms(question).filter((term) => !isLight(term.stem))
  const [first, last] = [content[0], content.at(-1)]
  if (!first || !last) return ''
  const before = question.slice(0, first.start)
  const article = /\b(?:the|a|an|my|your|our) (?:[\p{L}-]+ ){0,2}$/iu.exec(before)
  // Without an article it may as well be what is done: "check in" is nothing that could be dear.
  if (!article && !/\b(?:is|are) there(?: any)? $/i.test(before) && !/^\p{Lu}/u.test(question.slice(first.start)))
    return ''
  return question.slice(first.start - (article?.[0].length ?? 0), last.end)
}

/** A sentence cut where a second question is joined on, as long as both halves can stand alone. */
function cut(sentence: string): string[] {
  const joint = JOINED.exec(sentence)
  if (!joint) return [sentence]
  const first = sentence.slice(0, joint.index)
  const rest = sentence.slice(joint.index + joint[0].length)
  const stands = (text: string) => words(text).length >= FEWEST_WORDS
  const isAsking = new RegExp(`\\b(?:${ASKS}|tell)\\b`, 'i').test(first)
  if (!stands(first) || !stands(rest) || !isAsking) return [sentence]
  return [`${first.replace(/[\s,]+$/, '')}?`, ...cut(rest[0]!.toUpperCase() + rest.slice(1))]
}
