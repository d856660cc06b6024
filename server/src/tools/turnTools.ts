import type { Brief } from '@parrot/core/brief'
import { maskedWithin, type Mask } from '@parrot/core/dialogue'
import { rehearsedTools as rehearsed, type RecordedAnswer } from '@parrot/core/rehearsal'
import { builtInsFor, standInTool, timesIn, type StandIn, type Tool, type ToolResult } from '@parrot/core/tools'
import type { ToolOperation } from '@parrot/contract'
import type { Services } from '../services'
import { HERE } from './builtIn'
import { kindAtHand, tableOf, type Caller } from './kinds'
import { operate } from './operate'
import { beginCall, endCall, listTools, usedUp, type ToolRow } from './queries'

/** The conversation in which tools are called, and what is made unreadable before anything of it is kept. */
export interface Noting {
  readonly conversationId: string
  readonly masks: readonly Mask[]
}

type Means = Services

/**
 * The tools a brief names, as a turn calls them. For visitors they are what they are. Where a designer tries the agent,
 * what only reads is really asked, and what changes something is answered by its stand-in, with what would have been sent.
 */
export async function toolsFor(
  means: Means,
  brief: Brief,
  agentId: string | null,
  isTrying: boolean,
  noting?: Noting,
): Promise<readonly Tool[]> {
  const named = namesIn(brief)
  const builtIn = builtInsFor(named, HERE)
  if (named.size === 0) return builtIn
  const outside = (await operationsFor(means.db, named)).map(({ row, operation }) =>
    toolFrom(means, row, operation, { agentId, isTrying, noting }),
  )
  return [...builtIn, ...outside]
}

/** The same where nobody outside may be asked at all: in rehearsals, trials and studies, in a form a thread can be given. */
export async function standInsFor({ db }: Pick<Services, 'db'>, brief: Brief): Promise<readonly StandIn[]> {
  const named = namesIn(brief)
  if (named.size === 0) return []
  return Promise.all(
    (await operationsFor(db, named)).map(async ({ row, operation }) => {
      // What was read into a library is no outside: scripts look it up for real.
      const table = row.kind === 'table' ? await tableOf(db, row.settings, operation) : undefined
      return { ...standInOf(row, operation), ...(table ? { table } : {}) }
    }),
  )
}

const namesIn = ({ tools }: Brief): ReadonlySet<string> =>
  new Set(tools.flatMap(({ id, enabled }) => (enabled ? [id] : [])))

/** The operations of those names that are switched on, each with the tool it belongs to. */
const operationsFor = async (db: Services['db'], named: ReadonlySet<string>) =>
  (await listTools(db)).flatMap((row) =>
    row.operations.filter(({ name, isOn }) => isOn && named.has(name)).map((operation) => ({ row, operation })),
  )

/** Those stand-ins as a turn calls them, answering as a script says where it says something. */
export const rehearsedTools = async (
  means: Pick<Services, 'db'>,
  brief: Brief,
  recorded: readonly RecordedAnswer[],
): Promise<readonly Tool[]> => rehearsed(brief, await standInsFor(means, brief), recorded, HERE.now)

const standInOf = (
  { id, kind }: ToolRow,
  { name, title, description, input, changes, standIn }: ToolOperation,
): StandIn => ({
  name,
  title: title || name,
  description,
  parameters: input as StandIn['parameters'],
  changes,
  service: id,
  canTakeBack: changes && kindAtHand(kind)?.takeBack !== undefined,
  answer: standIn,
})

function toolFrom(
  means: Means,
  row: ToolRow,
  operation: ToolOperation,
  {
    agentId,
    isTrying,
    noting,
  }: { readonly agentId: string | null; readonly isTrying: boolean; readonly noting: Noting | undefined },
): Tool {
  const stand = standInTool(standInOf(row, operation))
  const caller = { agentId, conversationId: noting?.conversationId ?? null }
  const kept = <Value>(value: Value): Value => maskedWithin(value, noting?.masks ?? [])
  return {
    ...stand,
    ...(row.kind === 'calendar' && operation.changes ? { offer: offering(means, row, caller) } : {}),
    ...(stand.takeBack && !isTrying
      ? { takeBack: (input) => takenBack(means, row, operation, caller, input, kept) }
      : {}),
    call: async (input, signal): Promise<ToolResult> => {
      const given = inputOf(input)
      if (isTrying && operation.changes) {
        const { tried } = await operate(means, row, operation, given, { isDry: true, caller })
        const { method = '', url = row.name, body = '' } = tried.request ?? {}
        const note = `nothing was sent, since this is a test; it would have been: ${method} ${url} ${body}`.trim()
        return { ...(await stand.call(given)), note }
      }
      const begun = { operation: operation.name, ...caller, input: kept(given) }
      const call = await beginCall(means.db, row, begun)
      if (call === undefined) return { text: usedUp(row), isFailed: true }
      const { tried, result } = await operate(means, row, operation, given, { signal, caller })
      // What the visitor is asked for again is no failure of the tool's.
      const isFailed = tried.isFailed && result.asksAgain === undefined
      await endCall(means.db, call, { output: kept(tried.reply ?? ''), isFailed, tookMs: tried.tookMs }).catch(
        (error: unknown) => means.log.error(error),
      )
      return result
    },
  }
}

const inputOf = (input: unknown) =>
  (typeof input === 'object' && input !== null ? input : {}) as Readonly<Record<string, unknown>>

/** Takes back what a call did; it stands among the calls as well. */
async function takenBack(
  means: Means,
  row: ToolRow,
  operation: ToolOperation,
  caller: Caller,
  given: unknown,
  kept: <Value>(value: Value) => Value,
): Promise<ToolResult> {
  const input = inputOf(given)
  const began = performance.now()
  const result = await kindAtHand(row.kind)!.takeBack!({ means, row, operation, input, caller })
  const name = `${operation.name}: taken back`
  // A call of the day is spent by what is done, not by what is not.
  const call = await beginCall(
    means.db,
    { id: row.id, callsPerDay: null },
    { operation: name, ...caller, input: kept(input) },
  )
  await endCall(means.db, call!, {
    output: kept(result.text),
    isFailed: result.isFailed === true,
    tookMs: performance.now() - began,
  })
  return result
}

/** The free times that go with the question for a day or a time; a calendar that does not answer offers none. */
const offering =
  (means: Means, row: ToolRow, caller: Caller): NonNullable<Tool['offer']> =>
  async (name, known) => {
    const free = row.operations.find(({ changes, isOn }) => !changes && isOn)
    if ((name !== 'day' && name !== 'time') || !free) return undefined
    const { result } = await operate(means, row, free, name === 'time' ? known : {}, { caller })
    const times = result.isFailed ? undefined : timesIn(result.value)
    return times === 'none' ? undefined : times
  }
