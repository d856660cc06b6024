import { BrokenOff, readEvents } from '@parrot/client'
import type { Problem, Rating, TalkAgent, TalkConversation, TalkReply } from '@parrot/contract'

/** What the link of the page says of the visitor ("?name=Ana"), as values for the agent's variables; none in a link without. */
export const valuesIn = (search: string): Record<string, string> =>
  Object.fromEntries([...new URLSearchParams(search)].map(([name, value]) => [name.slice(0, 60), value.slice(0, 300)]))

/** A call that failed, with what the visitor is told. */
export class Failure extends Error {
  constructor(
    message: string,
    /** 0 where nothing was reached. */
    readonly status: number,
    readonly fields: readonly { readonly path: string; readonly message: string }[] = [],
    readonly code = '',
  ) {
    super(message)
  }
}

const LOST = 'The connection was lost. Check your network and ask again.'

async function failureOf(response: Response): Promise<Failure> {
  const problem = (await response.json().catch(() => undefined)) as Problem | undefined
  const text = problem ? textOf(problem) : 'The service does not answer. Try again in a moment.'
  return new Failure(text, response.status, problem?.fields ?? [], problem?.code)
}

const textOf = (problem: Problem): string => [problem.title, problem.detail].filter(Boolean).join(' ')

/** What a page asks of an agent's address. */
export class Calls {
  /** What lets this visitor in, where it takes something. */
  pass = ''

  constructor(readonly slug: string) {}

  async #call(path: string, method = 'GET', body?: unknown, accept = 'application/json'): Promise<Response> {
    const response = await fetch(`/api/talk/${path}`, {
      method,
      headers: {
        accept,
        ...(this.pass ? { 'x-visitor-pass': this.pass } : {}),
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    }).catch(() => {
      throw new Failure(LOST, 0)
    })
    if (!response.ok) throw await failureOf(response)
    return response
  }

  /** Asks to be let in with a password; throws with why not. */
  async knock(password: string): Promise<void> {
    const response = await this.#call(`${this.#at}/door`, 'POST', { password })
    this.pass = ((await response.json()) as { pass: string }).pass
  }

  get #at(): string {
    return encodeURIComponent(this.slug)
  }

  #of = (key: string): string => `${this.#at}/conversations/${encodeURIComponent(key)}`

  /** The agent behind the address; throws with a message for the visitor when nobody is published there. */
  async agent(search = ''): Promise<TalkAgent> {
    const query = new URLSearchParams(valuesIn(search)).toString()
    return (await this.#call(`${this.#at}${query && `?${query}`}`)).json() as Promise<TalkAgent>
  }

  /** Asks and hands on each piece of the answer; gives the whole answer, or throws with a message for the visitor. */
  async ask(
    body: { text: string; conversationId: string | undefined; variables?: Readonly<Record<string, string>> },
    onText: (piece: string) => void,
    onThinking: () => void,
    onDoing: (words: string) => void,
  ): Promise<TalkReply> {
    const response = await this.#call(`${this.#at}/turns`, 'POST', body, 'text/event-stream')
    const on = {
      text: ({ text }: { text: string }) => onText(text),
      thinking: onThinking,
      doing: ({ text }: { text: string }) => onDoing(text),
    }
    const problemOf = (problem: Problem) => new Failure(textOf(problem), problem.status)
    return readEvents<TalkReply>(response.body!, on, problemOf).catch((error: unknown) => {
      throw error instanceof BrokenOff ? new Failure('The answer broke off. Ask again.', 0) : error
    })
  }

  /** A conversation as it is now. */
  conversation = async (key: string): Promise<TalkConversation> =>
    (await this.#call(this.#of(key))).json() as Promise<TalkConversation>

  /** Where it is told that there is something new in a conversation. */
  events = (key: string): EventSource => new EventSource(`/api/talk/${this.#of(key)}/events`)

  /** Where what an answer gives to take along is fetched as a document. */
  fileAt = (key: string, turnId: string, at: number): string =>
    `/api/talk/${this.#of(key)}/files/${encodeURIComponent(turnId)}/${at}`

  async rate(key: string, turnId: string, rating: Rating | null, word = ''): Promise<void> {
    await this.#call(`${this.#of(key)}/ratings/${encodeURIComponent(turnId)}`, 'PUT', { rating, word })
  }

  /** Sends what the visitor filled in; before anything was said it begins a conversation and gives it. */
  async tell(
    key: string | undefined,
    values: Readonly<Record<string, string>>,
  ): Promise<{ conversationId: string; key: string } | undefined> {
    const response = await this.#call(`${key ? this.#of(key) : this.#at}/details`, 'POST', { values })
    return key ? undefined : ((await response.json()) as { conversationId: string; key: string })
  }
}
