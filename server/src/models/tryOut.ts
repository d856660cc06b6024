import type { EndpointTest } from '@parrot/contract'
import { ModelProblem, type ModelEvent } from '@parrot/core/dialogue'
import { calculator } from '@parrot/core/tools'
import {
  addressOf,
  bearing,
  endpointModel,
  leadsAstray,
  PATIENCE,
  request,
  type AskedEndpoint,
  type Patience,
} from './protocol'

type Proof = EndpointTest['proofs'][number]

/** Trying is waited for by a person who looks on. */
const LONGEST_MS = 20_000
const IMPATIENCE: Patience = { ...PATIENCE, firstWordMs: LONGEST_MS, mostRestMs: 1_000 }
const SHOWN = 120

/** Asks an endpoint three things, and says what it can do: answer, stream, call tools. */
export async function tryEndpoint(endpoint: AskedEndpoint): Promise<EndpointTest> {
  const began = performance.now()
  const answers = await proof('answers', () => saysHello(endpoint))
  // An endpoint that does not answer is not asked for more.
  const proofs: Proof[] = answers.ok
    ? [
        answers,
        ...(await Promise.all([proof('streams', () => streams(endpoint)), proof('tools', () => callsTools(endpoint))])),
      ]
    : [answers]
  const [, streaming, tools] = proofs
  const cannot = [...(streaming?.ok === false ? ['stream'] : []), ...(tools?.ok === false ? ['call tools'] : [])]
  const message = !answers.ok
    ? answers.message
    : `${answers.message} ${cannot.length === 0 ? 'It streams and calls tools.' : `It does not ${cannot.join(' and ')}.`}`
  return { ok: answers.ok, message, tookMs: performance.now() - began, proofs }
}

async function proof(name: Proof['name'], prove: () => Promise<{ ok: boolean; message: string }>): Promise<Proof> {
  try {
    return { name, ...(await prove()) }
  } catch (error) {
    const { message, advice } =
      error instanceof ModelProblem ? error : { message: 'It cannot be reached.', advice: 'Check the base address.' }
    return { name, ok: false, message: `${message} ${advice}` }
  }
}

const HELLO = [{ role: 'user', content: 'Say hello in a few words.' }] as const

async function saysHello(endpoint: AskedEndpoint) {
  let text = ''
  for await (const event of eventsOf(endpoint, HELLO)) if (event.kind === 'text') text += event.text
  return { ok: text !== '', message: `It answered: “${text.trim().slice(0, SHOWN)}”.` }
}

async function streams(endpoint: AskedEndpoint) {
  const body = { model: endpoint.model, messages: HELLO, stream: true }
  const response = await request(endpoint, endpoint.key(), body, AbortSignal.timeout(LONGEST_MS), IMPATIENCE)
  const ok = (response.headers.get('content-type') ?? '').includes('text/event-stream')
  await response.body?.cancel()
  return { ok, message: ok ? 'It streams its answer.' : 'It answers only as a whole, so visitors wait for the end.' }
}

async function callsTools(endpoint: AskedEndpoint) {
  const messages = [{ role: 'user', content: 'Use the calculator to work out 12.5 * 8.' }] as const
  for await (const event of eventsOf(endpoint, messages, true))
    if (event.kind === 'calls') return { ok: true, message: `It called ${event.calls[0]!.name}.` }
  return { ok: false, message: 'It did not call the tool it was offered.' }
}

const eventsOf = (
  endpoint: AskedEndpoint,
  messages: readonly { readonly role: 'user'; readonly content: string }[],
  withTool = false,
): AsyncIterable<ModelEvent> => {
  const { name, description, parameters } = calculator
  return endpointModel(endpoint, IMPATIENCE).answer(
    { messages, ...(withTool ? { tools: [{ name, description, parameters }] } : {}) },
    AbortSignal.timeout(LONGEST_MS),
  )
}

/** A model as an endpoint lists it; simulated ones tell what they do. */
export interface ListedModel {
  readonly id: string
  readonly about: string
}

/** The models an endpoint tells of, by name; empty where it tells of none. */
export async function modelsAt(baseUrl: string, key: string | undefined): Promise<ListedModel[]> {
  try {
    if (await leadsAstray(baseUrl)) return []
    const response = await fetch(addressOf(baseUrl, 'models'), {
      redirect: 'error',
      headers: { accept: 'application/json', ...bearing(key) },
      signal: AbortSignal.timeout(LONGEST_LIST_MS),
    })
    const listed = (await response.json()) as { data?: { id?: unknown; about?: unknown }[] }
    return (listed.data ?? []).flatMap(({ id, about }) =>
      typeof id === 'string' ? [{ id, about: typeof about === 'string' ? about : '' }] : [],
    )
  } catch {
    return []
  }
}
const LONGEST_LIST_MS = 5_000
