import { briefFrom } from '@parrot/core/brief'
import { NOTHING_KNOWN, type ChatMessage, type FoundPassage, type TurnForModel } from '@parrot/core/dialogue'
import { readLine } from '@parrot/core/reading'

/** What a language model takes from a prompt: the line, the passages, what is due, and what to say when it is not there. */
export interface Asked {
  readonly line: string
  readonly passages: readonly FoundPassage[]
  readonly due: readonly string[]
  readonly whenUnknown: string
  readonly name: string
  readonly greeting: string
  /** Sentences that the model was told to put right or to leave out, when it is asked again. */
  readonly wrong: readonly string[]
  readonly isAskedAgain: boolean
  readonly messages: readonly ChatMessage[]
}

const between = (text: string, open: string, close: string): string => {
  const from = text.indexOf(open)
  const to = text.lastIndexOf(close)
  return from < 0 || to < from ? '' : text.slice(from + open.length, to).trim()
}

/** Reads a prompt; one without a fenced line is a line as it stands. */
export function readPrompt(messages: readonly ChatMessage[]): Asked {
  const system = messages.find(({ role }) => role === 'system')?.content ?? ''
  const users = messages.filter(({ role }) => role === 'user').map(({ content }) => content)
  const last = users.at(-1) ?? ''
  const prompt = users.findLast((content) => content.includes('<line>')) ?? last
  const said = (pattern: RegExp): string => pattern.exec(system)?.[1] ?? ''
  return {
    line: between(prompt, '<line>', '</line>') || prompt.replace(/^[\s\S]*Question: /, '').trim(),
    passages: passagesIn(between(prompt, '<passages>', '</passages>')),
    due: [...(/Due for this line:\n((?:- .*\n)+)/.exec(prompt)?.[1] ?? '').matchAll(/^- (.*)$/gm)].map(
      (match) => match[1]!,
    ),
    whenUnknown: said(/do not answer, say word for word: “([^”]+)”/) || 'I do not know that.',
    name: said(/^- You are (.+?)\.?$/m),
    greeting: said(/greeted with: “([^”]+)”/),
    wrong: prompt === last ? [] : [...last.matchAll(/^- “([^”]+)”/gm)].map((match) => match[1]!),
    isAskedAgain: prompt !== last,
    messages,
  }
}

/** The turn as the built-in model takes it. */
export function turnOf({ line, passages, whenUnknown, name, greeting, messages }: Asked): TurnForModel {
  const brief = briefFrom({
    identity: { name },
    manner: { dials: { warmth: 0 } },
    openers: { greeting },
    grounding: { whenUnknown },
  })
  const { act, signals, questions } = readLine(line)
  return {
    brief,
    act,
    signals,
    line,
    questions,
    found: passages,
    memory: NOTHING_KNOWN,
    conversation: messages.flatMap(({ role, content }, at) =>
      role === 'assistant' ? [{ said: messages[at - 1]?.content ?? '', reply: content, question: '' }] : [],
    ),
    called: [],
    calledIfUnknown: [],
    isDeliberate: false,
    variables: {},
    rarity: () => 0.5,
  }
}

/** The passages a prompt numbers, in its order. */
const passagesIn = (fenced: string): FoundPassage[] =>
  fenced.split(/\n(?=\[\d+\] )/).flatMap((part): FoundPassage[] => {
    const found = /^\[(\d+)\] (.*)\n([\s\S]*)$/.exec(part)
    if (!found) return []
    const [title = '', ...headings] = found[2]!.replace(/ \(as of [\d-]+\)$/, '').split(' › ')
    return [
      {
        passageId: found[1]!,
        sourceId: title,
        sourceTitle: title,
        headings: headings.slice(0, -1),
        text: found[3]!.trim(),
        locator: { kind: 'line', line: 1, label: headings.at(-1) ?? '' },
        score: 1,
        parts: [],
        coverage: 0.5,
      },
    ]
  })
