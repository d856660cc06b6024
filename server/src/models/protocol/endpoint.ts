import type { EndpointOptions } from '@parrot/contract'
import { ModelProblem } from '@parrot/core/dialogue'
import { leadsAstray } from './reach'
import { askPatiently, retryAfterMs, type Patience } from './patience'

/** An endpoint as it is asked. */
export interface AskedEndpoint {
  readonly name: string
  readonly baseUrl: string
  readonly model: string
  readonly options: EndpointOptions
  /** Opens its key; throws a ModelProblem when it cannot. */
  readonly key: () => string | undefined
}

/** An address of the protocol under a base address. */
export const addressOf = (baseUrl: string, path: string): string => `${baseUrl.replace(/\/+$/, '')}/${path}`

/** Parts of the protocol that older endpoints do not know; one that refuses them is asked without. */
const OPTIONAL = ['stream_options', 'seed', 'tools'] as const

/** Asks for an answer; throws a ModelProblem that says what to do when it is refused. */
export async function request(
  endpoint: Pick<AskedEndpoint, 'name' | 'baseUrl'>,
  key: string | undefined,
  body: object,
  signal: AbortSignal,
  patience: Patience,
): Promise<Response> {
  if (await leadsAstray(endpoint.baseUrl))
    throw new ModelProblem(
      `“${endpoint.name}” is at an address where no service is.`,
      'Check its base address in the settings.',
    )
  const ask = (sent: object) =>
    askPatiently(
      () =>
        fetch(addressOf(endpoint.baseUrl, 'chat/completions'), {
          method: 'POST',
          signal,
          // A redirect could carry the key to another host.
          redirect: 'error',
          headers: {
            'content-type': 'application/json',
            accept: 'text/event-stream, application/json',
            ...bearing(key),
          },
          body: JSON.stringify(sent),
        }),
      patience,
      signal,
    )
  const response = await ask(body)
  if (response.status !== 400) return accepted(endpoint, response)
  await response.body?.cancel()
  const plain = Object.fromEntries(Object.entries(body).filter(([name]) => !OPTIONAL.some((each) => each === name)))
  return accepted(endpoint, await ask(plain))
}

export const bearing = (key: string | undefined): Record<string, string> =>
  key ? { authorization: `Bearer ${key}` } : {}

async function accepted(endpoint: Pick<AskedEndpoint, 'name'>, response: Response): Promise<Response> {
  if (response.ok) return response
  await response.body?.cancel()
  throw new ModelProblem(`“${endpoint.name}” refused with status ${response.status}.`, adviceFor(response))
}

function adviceFor(response: Response): string {
  switch (response.status) {
    case 401:
    case 403:
      return 'Check the key.'
    case 400:
    case 413:
      return 'It does not take this request: check the name of the model and the size of its context.'
    case 404:
      return 'Check the base address and the name of the model.'
    case 429:
      return `It is asked too often; ${waitIn(response)}.`
    default:
      return 'The service itself failed; try again later.'
  }
}

const waitIn = (response: Response): string => {
  const ms = retryAfterMs(response.headers)
  return ms === undefined ? 'wait a little' : `it wants to be left alone for ${Math.ceil(ms / 1000)} seconds`
}
