import { BrokenOff, readEvents } from '@parrot/client'
import type { Problem, TalkAgent, TalkReply } from '@parrot/contract'

/** What the link of the page says of the visitor ("?name=Ana"), as values for the agent's variables; none in a link without. */
export const valuesIn = (search: string): Record<string, string> =>
  Object.fromEntries([...new URLSearchParams(search)].map(([name, value]) => [name.slice(0, 60), value.slice(0, 300)]))

/** The agent behind a page's address; throws with a message for the visitor when nobody is published there. */
export async function readAgent(slug: string, search = ''): Promise<TalkAgent> {
  const query = new URLSearchParams(valuesIn(search)).toString()
  const response = await fetch(`/api/talk/${encodeURIComponent(slug)}${query && `?${query}`}`)
  if (!response.ok) throw new Error(await messageOf(response))
  return (await response.json()) as TalkAgent
}

/** Asks and hands on each piece of the answer; gives the whole answer, or throws with a message for the visitor. */
export async function askStream(
  slug: string,
  body: { text: string; conversationId: string | undefined; variables?: Readonly<Record<string, string>> },
  onText: (piece: string) => void,
  onThinking: () => void = () => undefined,
): Promise<TalkReply> {
  const response = await fetch(`/api/talk/${encodeURIComponent(slug)}/turns`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', accept: 'text/event-stream' },
    body: JSON.stringify(body),
  }).catch(() => {
    throw new Error('The connection was lost. Check your network and ask again.')
  })
  if (!response.ok || !response.body) throw new Error(await messageOf(response))
  const on = { text: ({ text }: { text: string }) => onText(text), thinking: onThinking }
  return readEvents<TalkReply>(response.body, on, (problem: Problem) => new Error(textOf(problem))).catch(
    (error: unknown) => {
      throw error instanceof BrokenOff ? new Error('The answer broke off. Ask again.') : error
    },
  )
}

const textOf = (problem: Problem): string => [problem.title, problem.detail].filter(Boolean).join(' ')

async function messageOf(response: Response): Promise<string> {
  const problem = (await response.json().catch(() => undefined)) as Problem | undefined
  return problem ? textOf(problem) : 'The service does not answer. Try again in a moment.'
}
