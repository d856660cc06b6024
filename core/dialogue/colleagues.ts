import { fillVariables, mentionOf, type Brief } from '../brief'
import { BARS, judge } from '../calling'
import { countingOn } from './citations'
import { marked } from '../inserts'
import type { Exchange, Step, StepResult, TurnContext, TurnState, WorkingDetail } from './turn'
import { NOTHING_KNOWN, type Memory } from './memory'

type Entry = Brief['colleagues'][number]

/** Another agent that may take a line: itself with its own brief, library and model. */
export interface Colleague {
  /** The agent's id, as a brief names it. */
  readonly agent: string
  readonly name: string
  /** Takes a line in a conversation that it sees as its own. */
  take(said: string, conversation: readonly Exchange[]): Promise<TurnState>
}

interface Called {
  readonly entry: Entry
  readonly at: number
  readonly colleague: Colleague
  readonly confidence: number
  readonly because: readonly string[]
}

/** A colleague who took the conversation keeps it until a line is another's, or this much more the first agent's own. */
const BACK = BARS.usually

/**
 * Lets a colleague answer what is theirs: passed on, they go on answering until a line is another's or calls for something of
 * the agent's own; asked, they answer this line only. Works in front of any model. A colleague who is not at hand (taken
 * away, not published, or in the middle of answering this very line) is left out, and the workings say so.
 */
export const askColleague: Step = async (state, context) => {
  const { brief } = context
  const entries = brief.colleagues.filter(({ enabled }) => enabled)
  if (entries.length === 0) return { state }
  const holder = state.memory.with
  // A duty under way here is not left for a colleague, and what is said to one is theirs to go on with.
  if (state.memory.duty && holder === undefined) return { state }
  const called = bestFor(state, context)
  if (called && called.entry.agent !== holder) return passTo(called, state, context, detailOf(called))
  const here = holder === undefined ? undefined : ownOf(brief, holder, context)
  if (!here) return { state: withoutHolder(state) }
  const isOver = !called && callsForOwn(state, context) >= BACK
  if (isOver)
    return {
      state: withoutHolder(state),
      report: {
        summary: `The line is this agent’s own again; “${here.colleague.name}” had the conversation.`,
        details: [],
      },
    }
  return passTo(here, state, context, {
    label: 'Goes on',
    text: `“${here.colleague.name}” has the conversation.`,
    field: fieldOf(here),
  })
}

/** Lets the colleague for what nobody knows try, where there is one and the agent had no answer. */
export const askFallback: Step = async (state, context) => {
  const at = context.brief.colleagues.findIndex(({ enabled, isFallback }) => enabled && isFallback)
  const entry = context.brief.colleagues[at]
  if (!entry || state.outcome !== 'unknown' || state.memory.with === entry.agent) return { state }
  const colleague = context.colleagues?.find(({ agent }) => agent === entry.agent)
  if (!colleague) return { state }
  const theirs = await taken({ entry, at, colleague }, state, context)
  if (theirs.turn.outcome === 'unknown')
    return {
      state,
      report: { summary: `“${colleague.name}” was asked too, and does not know it either.`, details: [] },
    }
  return answeredBy({ entry, at, colleague }, theirs, state, context, {
    label: 'Nobody else knew',
    text: `“${colleague.name}” is asked what nobody knows.`,
    field: `colleagues.${at}.isFallback`,
  })
}

/**
 * Lets the colleagues that the steps of a duty name go on from what was collected, told to them in a line: passed to, they
 * keep the conversation; asked, they answer once. What they say stands after what the agent said itself.
 */
export async function withColleagues(
  { state, report }: StepResult,
  names: readonly string[],
  line: string,
  context: TurnContext,
): Promise<StepResult> {
  const called = new Set(names.map((name) => name.toLowerCase()))
  let result = { state, report }
  for (const [at, entry] of context.brief.colleagues.entries()) {
    const to = entry.enabled ? ownOf(context.brief, entry.agent, context) : undefined
    if (!to || !called.has(mentionOf(entry.name || to.colleague.name).toLowerCase())) continue
    const said = { ...result.state, said: line, afterwards: [] }
    const next = await passTo({ ...to, entry, at }, said, context, {
      label: 'Named in the steps',
      text: `“${to.colleague.name}” was told: ${line}`,
      field: fieldOf({ at }),
    })
    result = { state: after(result.state, next.state), report: joined(result.report, next.report) }
  }
  return result
}

/** A turn that goes on with what another said: its markers count on, the words stand below. */
function after(own: TurnState, next: TurnState): TurnState {
  const from = Math.max(0, ...own.citations.map(({ marker }) => marker))
  const theirs = next.inserts.slice(own.inserts.length)
  return {
    ...next,
    said: own.said,
    afterwards: own.afterwards,
    reply: [own.reply, countingOn(next.reply, from)].filter(Boolean).join('\n\n'),
    citations: [...own.citations, ...next.citations.map((each) => ({ ...each, marker: each.marker + from }))],
    inserts: [...own.inserts, ...theirs.map((each) => marked(each, (marker) => marker + from))],
    outcome: own.outcome,
  }
}

const joined = (one: StepResult['report'], other: StepResult['report']): StepResult['report'] =>
  one && other
    ? { summary: `${one.summary} ${other.summary}`, details: [...one.details, ...other.details] }
    : (one ?? other)

function bestFor(state: TurnState, context: TurnContext): Called | undefined {
  const { colleagues = [], brief } = context
  const { act } = state.reading
  if (act !== 'question' && act !== 'person') return undefined
  return brief.colleagues
    .flatMap((entry, at): Called[] => {
      const colleague = colleagues.find(({ agent }) => agent === entry.agent)
      if (!entry.enabled || !colleague || [entry.when, ...entry.like].every((text) => text.trim() === '')) return []
      const call = judge({ when: entry.when, like: entry.like, unlike: entry.unlike }, state.reading)
      return call.confidence >= BARS.always ? [{ entry, at, colleague, ...call }] : []
    })
    .sort((a, b) => b.confidence - a.confidence)[0]
}

function ownOf(
  brief: Brief,
  agent: string,
  { colleagues = [] }: TurnContext,
): Omit<Called, 'confidence' | 'because'> | undefined {
  const at = brief.colleagues.findIndex((entry) => entry.enabled && entry.agent === agent)
  const colleague = colleagues.find((each) => each.agent === agent)
  return at >= 0 && colleague ? { entry: brief.colleagues[at]!, at, colleague } : undefined
}

/** How surely a line calls for a duty or tool of the agent itself. */
const callsForOwn = ({ reading }: TurnState, { brief }: TurnContext): number =>
  Math.max(
    0,
    ...brief.duties
      .filter(({ enabled }) => enabled)
      .map(
        ({ when, name, examples, unlike }) =>
          judge({ when: when.trim() || name, like: examples, unlike }, reading).confidence,
      ),
    ...brief.tools
      .filter(({ enabled, when }) => enabled && when.trim() !== '')
      .map(({ when, like, unlike }) => judge({ when, like, unlike }, reading).confidence),
  )

const withoutHolder = (state: TurnState): TurnState => {
  if (state.memory.with === undefined) return state
  const { with: _left, ...memory } = state.memory
  return { ...state, memory }
}

type Taking = Pick<Called, 'entry' | 'at' | 'colleague'>
const fieldOf = ({ at }: Pick<Called, 'at'>): string => `colleagues.${at}`

async function passTo(to: Taking, state: TurnState, context: TurnContext, detail: WorkingDetail): Promise<StepResult> {
  return answeredBy(to, await taken(to, state, context), state, context, detail)
}

interface Taken {
  readonly turn: TurnState
  readonly isFirst: boolean
}

/** The colleague's turn: what was said so far is before them, what they know of it is their own. */
async function taken({ colleague }: Taking, state: TurnState, { conversation, signal }: TurnContext): Promise<Taken> {
  signal?.throwIfAborted()
  const known = state.memory.colleagues?.[colleague.agent]
  const theirs = conversation.map((exchange, at) => ({
    ...exchange,
    // They begin with what the visitor told of themselves, and go on with their own.
    memory: at === conversation.length - 1 ? (known ?? { facts: state.memory.facts }) : NOTHING_KNOWN,
  }))
  return { turn: await colleague.take(state.said, theirs), isFirst: state.memory.with !== colleague.agent }
}

function answeredBy(
  { entry, colleague }: Taking,
  { turn, isFirst }: Taken,
  state: TurnState,
  { brief, variables }: TurnContext,
  detail: WorkingDetail,
): StepResult {
  const says = isFirst
    ? fillVariables(entry.says, brief.variables, { ...variables, colleague: colleague.name }).trim()
    : ''
  const { with: _left, ...before } = state.memory
  const memory: Memory = {
    ...before,
    ...(entry.mode === 'pass' ? { with: entry.agent } : {}),
    colleagues: { ...state.memory.colleagues, [entry.agent]: turn.memory },
    ...(turn.memory.collected ? { collected: turn.memory.collected } : {}),
  }
  return {
    state: {
      ...state,
      reply: [says, turn.reply, ...state.afterwards].filter(Boolean).join(says.includes('\n') ? '\n\n' : ' '),
      citations: turn.citations,
      inserts: [...state.inserts, ...turn.inserts],
      support: turn.support,
      // What theirs showed is in their reply already.
      uses: [
        ...state.uses,
        ...turn.uses.map(({ result: { shows: _shown, ...result }, ...use }) => ({ ...use, result })),
      ],
      // What waits with them is asked for through this agent.
      held: [...state.held, ...turn.held.map((each) => ({ ...each, path: [entry.agent, ...each.path] }))],
      usage: [...state.usage, ...turn.usage],
      outcome: turn.outcome,
      ...(turn.handOver ? { handOver: turn.handOver } : {}),
      memory,
      isSettled: true,
    },
    report: {
      summary:
        entry.mode === 'pass'
          ? `The conversation is with “${colleague.name}”, who answered.`
          : `“${colleague.name}” was asked, and answered.`,
      details: [
        detail,
        ...turn.workings.map((working): WorkingDetail => ({
          label: `${colleague.name}: ${working.title}`,
          text: working.summary,
        })),
      ],
    },
  }
}

const detailOf = ({ at, entry, colleague, confidence, because }: Called): WorkingDetail => ({
  label: `${Math.round(confidence * 100)} %`,
  text: `“${colleague.name}” for: ${entry.when}${because.length > 0 ? ` (${because.join('; ')})` : ''}`,
  field: `colleagues.${at}`,
})
