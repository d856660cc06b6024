import type { Block } from './document'

/** A question stands alone when it is one short sentence; a paragraph that happens to end in one is not meant. */
const LONGEST_QUESTION = 200
/** An answer longer than this is a chapter: its question stays a line of it. */
const LONGEST_ANSWER = 1500
/** So many questions in one section make it a list of questions and answers; one alone may be a figure of speech. */
const FEWEST_QUESTIONS = 2

const PREFIX = /^(?:q|question|frage|f|pregunta|p|domanda|d|vraag|v)\s?[.:)]\s+/i
const ANSWER_PREFIX = /^(?:a|answer|antwort|réponse|r|respuesta|risposta|antwoord)\s?[.:)]\s+/i

/** The text of a block that asks and says nothing else, or undefined. */
function questionIn({ kind, text }: Block): string | undefined {
  if (kind !== 'paragraph' || text.length > LONGEST_QUESTION) return undefined
  const plain = text.replace(PREFIX, '').trim()
  return /^\p{Lu}[^.!?;]*\?$/u.test(plain) ? plain : undefined
}

/** A question with its answer as the text of a passage. */
export const pairText = ({ question, answer }: { readonly question: string; readonly answer: string }): string =>
  `Question: ${question}\nAnswer: ${answer}`

/** A question with its answer as one block, as it is found and cited. */
export const pairBlock = (question: string, answer: string, locator: Block['locator']): Block => ({
  kind: 'pair',
  text: pairText({ question, answer }),
  locator,
})

/**
 * Joins questions that stand on a line of their own with the text under them, wherever a section is a list of them (at
 * least two, or one marked "Q:"). Everything else stays as it is; speech is left alone, since people ask in passing.
 */
export function withPairs(blocks: readonly Block[]): Block[] {
  return sections(blocks).flatMap((section) => {
    const asks = section.filter((block) => questionIn(block) !== undefined)
    const isList = asks.length >= FEWEST_QUESTIONS || asks.some((block) => PREFIX.test(block.text))
    return isList && section.every((block) => block.locator.kind !== 'time') ? joined(section) : section
  })
}

function sections(blocks: readonly Block[]): Block[][] {
  const all: Block[][] = [[]]
  for (const block of blocks) {
    if (block.kind === 'heading') all.push([])
    all.at(-1)!.push(block)
  }
  return all
}

function joined(section: readonly Block[]): Block[] {
  const made: Block[] = []
  for (let at = 0; at < section.length; at++) {
    const block = section[at]!
    const question = questionIn(block)
    let end = at + 1
    while (end < section.length && isAnswer(section[end]!)) end++
    const answer = section.slice(at + 1, end).map((each) => each.text.replace(ANSWER_PREFIX, ''))
    const size = answer.reduce((sum, each) => sum + each.length, 0)
    if (question === undefined || size === 0 || size > LONGEST_ANSWER) made.push(block)
    else {
      made.push(pairBlock(question, answer.join('\n'), block.locator))
      at = end - 1
    }
  }
  return made
}

const isAnswer = (block: Block): boolean =>
  (block.kind === 'paragraph' || block.kind === 'item') && questionIn(block) === undefined
