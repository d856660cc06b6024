import { z } from 'zod'
import type { ChatMessage } from '../../dialogue'
import { errandMessages, jsonIn } from '../../errands'
import { cueSchema, type Cue } from '../cue'
import { recurrenceInWords } from '../recurrence'
import { problemsIn } from '../run'
import { relaySchema, type Relay } from '../schema'
import { MAILBOX } from './begins'
import type { DraftingAgent } from './clauses'
import type { RelayDraft } from './index'

/** The heading a model is asked under. */
export const RELAY_DRAFTING_TITLE = '# Draft a relay: work that several agents do after one another'

const drafting = relaySchema.extend({ cue: cueSchema.nullable().default(null) })

/** What asks a language model for a relay as JSON of the relay's own schema; agents are told of and named by their names. */
export const relayMessages = (
  sentence: string,
  agents: readonly DraftingAgent[],
  timeZone: string,
): readonly ChatMessage[] =>
  errandMessages(
    RELAY_DRAFTING_TITLE,
    [
      'The user sends JSON: a sentence that says what is to be done, in whatever language; the names of the agents; a time zone.',
      'Answer with one JSON object and nothing else that fits the schema below.',
      'Each step is a leg: “agent” is one of the names, “task” says what it is to do in the language of the sentence.',
      'A task is given what came before as {{name}} of an input or of an earlier leg; nothing else stands in double braces.',
      'A time is a recurrence such as FREQ=WEEKLY;BYDAY=TH;BYHOUR=9;BYMINUTE=0.',
      'Put in a cue only where the sentence says when it begins, and addresses and links only as they stand in it.',
      `JSON schema: ${JSON.stringify(z.toJSONSchema(drafting, { io: 'input', unrepresentable: 'any' }))}`,
    ],
    JSON.stringify({ sentence, agents: agents.map(({ name }) => name), timeZone }),
  )

/** A model's relay, or what is wrong with it in words a designer understands. */
export type ModelRelay =
  { readonly ok: true; readonly draft: RelayDraft } | { readonly ok: false; readonly problem: string }

const MOST_PROBLEMS = 3

/**
 * Reads a model's reply as a relay: it fits the schema whole, is done by agents that are there, and names nothing that is
 * not given to it. An address that the sentence does not hold is a problem: nobody is written to, and nothing is read, that
 * the designer did not name. A cue is switched off until it was tried.
 */
export function readModelRelay(reply: string, sentence: string, agents: readonly DraftingAgent[]): ModelRelay {
  const wrong = (problem: string): ModelRelay => ({ ok: false, problem })
  const written = jsonIn(reply)
  if (written === undefined) return wrong('It answered without a relay.')
  const read = drafting.safeParse(written)
  if (!read.success) {
    const problems = read.error.issues.map(({ path, message }) => `${path.join('.') || 'the whole'}: ${message}`)
    return wrong(`What it wrote is no relay (${problems.slice(0, MOST_PROBLEMS).join('; ')}).`)
  }
  const { cue, ...named } = read.data
  const idOf = (name: string) => agents.find((agent) => agent.name.toLowerCase() === name.trim().toLowerCase())?.id
  const stranger = named.legs.find(({ agent }) => idOf(agent) === undefined)
  if (stranger) return wrong(`It gave “${stranger.name}” to “${stranger.agent}”, who is not among your agents.`)
  const [first] = problemsIn(named)
  if (first) return wrong(`${first.leg ? `${first.leg}: ` : ''}${first.problem}`)
  const foreign = addressesOf(named, cue).find((address) => !sentence.includes(address))
  if (foreign !== undefined) return wrong(`It put in “${foreign}”, which you did not write.`)
  const relay = { ...named, legs: named.legs.map((leg) => ({ ...leg, agent: idOf(leg.agent)! })) }
  const mailbox = cue?.kind === 'mail' ? MAILBOX : {}
  return { ok: true, draft: { relay, cue: cue && { ...cue, ...mailbox, isOn: false }, read: toldOf(named, cue) } }
}

/** Whom it writes to, and what it reads outside. */
const addressesOf = ({ inputs, mail }: Relay, cue: Cue | null): string[] =>
  [...inputs.map(({ url }) => url), ...(mail?.to ?? '').split(/[\s,;]+/), cue?.kind === 'feed' ? cue.url : ''].filter(
    (address) => address !== '',
  )

/** The parts of a relay, a line each, to be looked at before it is made. */
const toldOf = ({ inputs, legs, mail }: Relay, cue: Cue | null): RelayDraft['read'] => [
  ...(cue ? [{ words: 'Begins', as: cue.kind === 'time' ? recurrenceInWords(cue) : BEGINS[cue.kind] }] : []),
  ...inputs.map(({ name, type, url }) => ({ words: `{{${name}}}`, as: url || `A ${type} that it is given.` })),
  ...legs.map(({ name, agent, task, each, approval }) => ({
    words: `${name}, done by ${agent}`,
    as: [task, each && `Once for each line of {{${each}}}.`, approval && 'You look at the result before it goes on.']
      .filter(Boolean)
      .join(' '),
  })),
  ...(mail
    ? [{ words: 'In the end', as: mail.to ? `The draft of a mail to ${mail.to}.` : 'The draft of a mail.' }]
    : []),
]

const BEGINS: Readonly<Record<Exclude<Cue['kind'], 'time'>, string>> = {
  feed: 'When something new stands in the feed.',
  mail: 'When a mail comes; say where the mailbox is.',
  call: 'When another program calls.',
  conversation: 'When a conversation is over.',
  file: 'When a file is put into the folder.',
  wanting: 'When visitors ask for something in vain.',
}
