import { briefFrom } from '@parrot/core/brief'
import { NOTHING_KNOWN, type ChatMessage, type FoundPassage, type TurnForModel } from '@parrot/core/dialogue'
import { readLine } from '@parrot/core/reading'

const PASSAGE = /\n(?=\[\d+\] )/

/** What a stand-in takes from a prompt as a language model would: what to greet with and to say, the passages, the line. */
export function turnFrom(messages: readonly ChatMessage[]): TurnForModel {
  const system = messages.find(({ role }) => role === 'system')?.content ?? ''
  const last = messages.findLast(({ role }) => role === 'user')?.content ?? ''
  const line = (/(?:^|\n)Question: ([\s\S]*)$/.exec(last)?.[1] ?? last).trim()
  const said = (label: string): string | undefined => new RegExp(`^- ${label}: (.*)$`, 'm').exec(system)?.[1]
  const brief = briefFrom({
    identity: { name: said('Your name') ?? '' },
    openers: { greeting: said('Greeting') ?? '' },
    grounding: { whenUnknown: said('When you do not know, say') ?? 'I do not know that.' },
  })
  const { act, signals, questions } = readLine(line)
  return {
    brief,
    act,
    signals,
    line,
    questions,
    found: passagesIn(last),
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

/** The passages a prompt numbers, in its order, which is that of their scores. */
function passagesIn(content: string): FoundPassage[] {
  const from = content.indexOf('<passages>')
  const to = content.lastIndexOf('</passages>')
  if (from < 0 || to < from) return []
  return content
    .slice(from, to)
    .split(PASSAGE)
    .flatMap((part): FoundPassage[] => {
      const found = /^\[(\d+)\] (.*)\n([\s\S]*)$/.exec(part)
      if (!found) return []
      const [title = '', ...headings] = found[2]!.split(' › ')
      return [
        {
          passageId: found[1]!,
          sourceId: title,
          sourceTitle: title,
          headings: headings.slice(0, -1),
          text: found[3]!.trim(),
          locator: { kind: 'line', line: 1, label: headings.at(-1) ?? '' },
          score: 1 / Number(found[1]),
          parts: [],
          coverage: 0.5,
        },
      ]
    })
}
