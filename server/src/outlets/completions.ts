import { NOTHING_KNOWN, type Exchange } from '@parrot/core/dialogue'
import type { CompletionRequest } from '@parrot/contract'
import { HttpProblem } from '../http/problems'

const textOf = (content: CompletionRequest['messages'][number]['content']): string =>
  typeof content === 'string' ? content : (content ?? []).map(({ text }) => text ?? '').join('\n')

/**
 * What a request of the chat-completions protocol asks, and what was said before. An agent is who its brief says, so
 * instructions that come with a request ("system") are left out: whoever holds a key is a visitor, and no designer.
 */
export function lineOf({ messages }: CompletionRequest): { said: string; conversation: Exchange[] } {
  const talk = messages.filter(({ role }) => role === 'user' || role === 'assistant')
  const last = talk.at(-1)
  if (last?.role !== 'user')
    throw new HttpProblem(400, 'The last message must be the user’s.', 'Send what is asked as the last message.')
  const conversation: Exchange[] = []
  let said: string | undefined
  for (const { role, content } of talk.slice(0, -1)) {
    const text = textOf(content)
    if (role === 'user') said = said === undefined ? text : `${said}\n${text}`
    else if (said !== undefined) {
      conversation.push({ said, reply: text, question: said, outcome: 'answered', memory: NOTHING_KNOWN })
      said = undefined
    }
  }
  return { said: textOf(last.content), conversation }
}

interface Cited {
  readonly marker: number
  readonly sourceTitle: string
  readonly quote: string
}

/** Citations as annotations of the protocol: where in the reply each marker stands, and what it rests on. */
export const annotationsOf = (reply: string, citations: readonly Cited[]) =>
  citations.flatMap(({ marker, sourceTitle, quote }) => {
    const at = reply.indexOf(`[${marker}]`)
    if (at < 0) return []
    const place = { start_index: at, end_index: at + `[${marker}]`.length }
    return [{ type: 'citation', citation: { ...place, title: sourceTitle, quote } }]
  })

/** A whole answer of the protocol. */
export const completionOf = (id: string, model: string, reply: string, citations: readonly Cited[]) => ({
  ...headOf(id, model, 'chat.completion'),
  choices: [
    {
      index: 0,
      message: { role: 'assistant', content: reply, annotations: annotationsOf(reply, citations) },
      finish_reason: 'stop',
    },
  ],
})

/** A piece of a streamed answer. */
export const chunkOf = (id: string, model: string, delta: object, finish: 'stop' | null = null) => ({
  ...headOf(id, model, 'chat.completion.chunk'),
  choices: [{ index: 0, delta, finish_reason: finish }],
})

const headOf = (id: string, model: string, object: string) => ({
  id,
  object,
  created: Math.floor(Date.now() / 1000),
  model,
})
