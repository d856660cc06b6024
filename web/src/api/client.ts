import type { Problem } from '@parrot/contract'

/** A request that failed, with words for the designer: what happened, and what to do next. */
export class ApiProblem extends Error {
  constructor(readonly problem: Problem) {
    super([problem.title, problem.detail].filter(Boolean).join(' '))
  }

  get status(): number {
    return this.problem.status
  }
}

export const UNREACHABLE: Problem = {
  type: 'about:blank',
  title: 'The server cannot be reached.',
  status: 0,
  detail: 'Check that it is running; your work is kept in this browser until it answers.',
}

let askToSignIn: () => void = () => undefined

/** What is done when the server says that one has to sign in first. */
export const whenSignedOut = (then: () => void): void => void (askToSignIn = then)

/** The problem a failed response carries, or one made of its status. */
export async function problemFrom(response: Response): Promise<ApiProblem> {
  const body = (await response.json().catch(() => undefined)) as Problem | undefined
  if (body?.code === 'sign-in') askToSignIn()
  return new ApiProblem(
    body?.title
      ? body
      : { type: 'about:blank', title: `The server answered with status ${response.status}.`, status: response.status },
  )
}

/** Calls the API; gives the parsed answer, throws an ApiProblem otherwise. */
export async function call<T>(method: string, path: string, body?: unknown, more: RequestInit = {}): Promise<T> {
  const isForm = body instanceof FormData
  const response = await fetch(path, {
    method,
    headers: body === undefined || isForm ? {} : { 'content-type': 'application/json' },
    body: body === undefined ? undefined : isForm ? body : JSON.stringify(body),
    ...more,
  }).catch((error: unknown) => {
    if (error instanceof DOMException && error.name === 'AbortError') throw error
    throw new ApiProblem(UNREACHABLE)
  })
  if (!response.ok) throw await problemFrom(response)
  return (response.status === 204 ? undefined : await response.json()) as T
}

export const get = <T>(path: string): Promise<T> => call<T>('GET', path)
export const post = <T>(path: string, body?: unknown): Promise<T> => call<T>('POST', path, body)

/** Words for any failure. */
export const wordsFor = (error: unknown): string =>
  error instanceof Error ? error.message : 'Something went wrong. Try again.'
