import { fillVariables, toolsNamedIn, withoutToolNames } from '../../brief'
import { insertPhrases, phrasesFor } from '../../languages'
import { readRule } from '../../rules'
import { withoutListSign } from '../../text'
import { inputFrom, tellResult, timesIn } from '../../tools'
import { withColleagues } from '../colleagues'
import { withNamed } from '../inserts'
import { withDuty, withoutDuty, type DutyState, type Memory } from '../memory'
import type { Citation, StepResult, ToolUse, TurnContext, TurnState, WorkingDetail } from '../turn'
import { formFor, kindOf, offersFor, questionFor, recapOf, withDays } from './asking'
import { callTool, useDetail, WAITS, whoAgrees, withUses } from './calls'
import { heldOf, isHeldAlready, withHeld } from './held'
import { jobOfTool, type Job, type UsedTool } from './job'
import { textsOf } from './known'

/**
 * Asks for the next missing thing; asks for a yes where the brief wants one; carries the job out when nothing is missing.
 */
export async function advance(
  job: Job,
  open: DutyState,
  state: TurnState,
  context: TurnContext,
  lead: string,
  details: readonly WorkingDetail[],
  isAgreed = false,
): Promise<StepResult> {
  const phrases = phrasesFor(context.brief.identity.language)
  const next = open.input
    ? undefined
    : job.ask.find((slot) => !(slot.name in open.filled) && (slot.required || !job.isTool))
  if (next) {
    const { isConfirming: _no, ...still } = open
    const offers = [...formFor(job, open, phrases), ...(await offersFor(job, next, open, context))]
    const told = {
      ...state,
      inserts: [...state.inserts, ...offers],
      memory: withDuty(state.memory, { ...still, asking: next.name }),
    }
    return settled(told, [lead, questionFor(next, phrases)].filter(Boolean).join(' '), 'clarified', {
      summary: `${kindOf(job)} “${job.name}” needs “${next.name}” next.`,
      details: [
        ...details,
        {
          label: 'Asked for',
          text: next.name,
          field: job.isTool ? job.field : `${job.field}.ask.${job.ask.indexOf(next)}`,
        },
      ],
    })
  }
  const agree = job.tools.map(({ entry }) => whoAgrees(entry.approval, context))
  if (agree.includes('team')) return hold(job, open, state, context, lead, details)
  // What was not said just now is shown before anything is done with it.
  const isUnsaid = open.isTakenOver === true && (!job.isTool || job.tools.some(({ tool }) => tool.changes))
  if (!isAgreed && (agree.includes('visitor') || isUnsaid)) return askAgain(job, open, state, context, lead, details)
  return carryOut(job, open, state, context, lead, details)
}

/** Sums up what will be done, and asks for a yes. */
export function askAgain(
  job: Job,
  open: DutyState,
  state: TurnState,
  context: TurnContext,
  lead = '',
  details: readonly WorkingDetail[] = [],
): StepResult {
  const phrases = phrasesFor(context.brief.identity.language)
  const recap = recapOf(job, open)
  const what =
    recap.length > 0
      ? [[lead, phrases.duty.have].filter(Boolean).join(' '), ...recap].join('\n')
      : [lead, `“${job.name}”:`].filter(Boolean).join(' ')
  const asking = { ...open, asking: '', isPaused: false, isConfirming: true }
  return settled(
    { ...state, memory: withDuty(state.memory, asking) },
    `${what}${recap.length > 0 ? '\n\n' : ' '}${phrases.duty.shallI}`,
    'clarified',
    { summary: `${kindOf(job)} “${job.name}” has all it needs; the visitor is asked for a yes.`, details },
  )
}

/** Asks the team before anything is done: what was collected is kept, and the visitor hears that it waits. */
function hold(
  job: Job,
  open: DutyState,
  state: TurnState,
  context: TurnContext,
  lead: string,
  details: readonly WorkingDetail[],
): StepResult {
  const phrases = phrasesFor(context.brief.identity.language)
  const held = heldOf(job.id, job.name, open.filled, open.input)
  const isBefore = isHeldAlready(held, state.memory)
  const recap = isBefore ? [] : recapOf(job, open)
  const have = recap.length > 0 ? [[lead, phrases.duty.have].filter(Boolean).join(' '), ...recap].join('\n') : lead
  const asked = isBefore ? state : withHeld(state, held)
  const memory = withoutDuty(asked.memory)
  const uses = job.tools.map(({ tool }, at): ToolUse => {
    const input = open.input ?? inputFrom(tool.parameters, withDays(job, open.filled, context.today))
    return { call: { id: `${state.uses.length + at + 1}`, name: tool.name, input }, result: WAITS.team, tookMs: 0 }
  })
  return settled(
    {
      ...asked,
      uses: [...state.uses, ...uses],
      memory: isBefore ? memory : withCollected(memory, job, open),
    },
    [have, isBefore ? phrases.duty.heldBefore : context.isUnattended ? phrases.duty.shallI : phrases.duty.held]
      .filter(Boolean)
      .join(recap.length > 0 ? '\n\n' : ' '),
    'acted',
    {
      summary: isBefore
        ? `${kindOf(job)} “${job.name}” waits for the team already.`
        : `${kindOf(job)} “${job.name}” has all it needs; somebody of the team is asked first.`,
      details: [...details, ...uses.map((use) => ({ ...useDetail(use), field: fieldOf(job, use) }))],
    },
  )
}

/** What a duty collected is a record of its own, whatever comes of it. */
const withCollected = (memory: Memory, job: Job, { filled, wasHeld }: DutyState): Memory =>
  job.isTool || wasHeld
    ? memory
    : { ...memory, collected: [...(memory.collected ?? []), { dutyId: job.id, name: job.name, values: filled }] }

/** Uses the job's tools with what was told, one after the other, and tells what came of it. */
export async function carryOut(
  job: Job,
  open: DutyState,
  state: TurnState,
  context: TurnContext,
  lead: string,
  details: readonly WorkingDetail[],
): Promise<StepResult> {
  const phrases = phrasesFor(context.brief.identity.language)
  const uses: ToolUse[] = []
  const told: string[] = []
  let known: Readonly<Record<string, string>> = open.filled
  for (const used of job.tools) {
    const input = open.input ?? inputFrom(used.tool.parameters, withDays(job, known, context.today))
    const call = { id: `${state.uses.length + uses.length + 1}`, name: used.tool.name, input }
    const use = await callTool(call, withUses(state.memory, uses, context), context)
    uses.push(use)
    if (use.result.isFailed && use.result.asksAgain?.some((name) => job.ask.some((slot) => slot.name === name)))
      return askOver(job, open, use, state, context, details)
    if (use.result.isFailed) {
      told.push(used.entry.whenFails.trim() || phrases.duty.notDone)
      break
    }
    const { text, value, shows } = use.result
    const marker = context.brief.grounding.cite ? ` [${uses.length}]` : ''
    // What can be chosen from is shown, and only led in by words.
    const isOffered = shows?.insert.kind === 'times'
    told.push(
      isOffered
        ? insertPhrases(context.brief.identity.language).times
        : cited(
            tellResult(timesIn(value) === 'none' ? '' : (value ?? text), phrases.duty, used.entry.tells, input),
            marker,
          ),
    )
    // What a tool gave back the next one may need.
    known = { ...textsOf(value), ...known }
  }
  const hasFailed = uses.some(({ result }) => result.isFailed)
  const kept = withCollected(
    withUses(open.wasHeld ? state.memory : withoutDuty(state.memory), uses, context),
    job,
    open,
  )
  const recap = open.isConfirming || job.isTool ? [] : recapOf(job, open)
  const summary = job.isTool ? '' : [phrases.duty.have, ...recap].join('\n')
  const head = [lead, open.isConfirming ? '' : summary, hasFailed ? '' : saidInSteps(job, context, known)]
  const reply = [head.filter(Boolean).join(recap.length > 0 ? '\n' : ' '), ...told].filter(Boolean).join('\n\n')
  const isDone = !job.isTool || job.tools.some(({ tool }) => tool.changes)
  const sources = context.brief.grounding.cite ? citationsFor(job.tools, uses) : []
  const before = { inserts: state.inserts, citations: sources }
  const named = hasFailed ? [] : toolsNamedIn(job.steps)
  const shown = await withNamed(before, named, aboutOf(job, open), context)
  const [lookedUp] = job.isTool && !hasFailed && !job.tools.some(({ tool }) => tool.changes) ? uses : []
  const asked = lookedUp && {
    jobId: job.id,
    input: lookedUp.call.input,
    hasOffered: lookedUp.result.shows?.insert.kind === 'times',
  }
  const done = settled(
    {
      ...state,
      memory: asked ? { ...kept, asked } : kept,
      uses: [...state.uses, ...uses],
      ...shown,
    },
    reply,
    hasFailed ? 'unknown' : isDone ? 'acted' : 'answered',
    {
      summary: hasFailed
        ? `${kindOf(job)} “${job.name}” could not be carried out.`
        : job.isTool
          ? `The tool “${job.name}” was used.`
          : `The duty “${job.name}” has all it needs and was carried out.`,
      details: [
        ...details,
        ...uses.map((use) => ({ ...useDetail(use), field: fieldOf(job, use) })),
        ...(job.isTool ? [] : [{ label: 'Steps', text: job.steps, field: `${job.field}.steps` }]),
      ],
    },
  )
  return hasFailed ? done : withColleagues(done, named, lineFor(job, open), context)
}

/** What a colleague is told of a duty: its name, and what was collected. */
const lineFor = (job: Job, open: DutyState): string =>
  [job.name, recapOf(job, open).map(withoutListSign).join('; ')].filter(Boolean).join(': ')

/** What an insert of a duty is about: what was told in words, or else what the duty is called. */
const aboutOf = ({ ask, name }: Job, { filled }: DutyState): string =>
  ask
    .flatMap((slot) => (['text', 'choice'].includes(slot.type) && filled[slot.name] ? [filled[slot.name]!] : []))
    .join(' ') || name

/** What a tool could not be done with is asked for again, with its word why. */
async function askOver(
  job: Job,
  open: DutyState,
  use: ToolUse,
  state: TurnState,
  context: TurnContext,
  details: readonly WorkingDetail[],
): Promise<StepResult> {
  const again = use.result.asksAgain ?? []
  const { input: _input, isConfirming: _asked, ...rest } = open
  const filled = Object.fromEntries(Object.entries(open.filled).filter(([name]) => !again.includes(name)))
  const spent = { ...state, uses: [...state.uses, use] }
  return advance(job, { ...rest, filled }, spent, context, use.result.text, [
    ...details,
    { ...useDetail(use), field: fieldOf(job, use) },
  ])
}

const fieldOf = ({ tools, field }: Job, { call }: ToolUse): string => {
  const used = tools.find(({ tool }) => tool.name === call.name)
  return used ? `tools.${used.at}` : field
}

/** The marker before the stop that ends a line of words; after a list or a table, on a line of its own. */
function cited(text: string, marker: string): string {
  if (marker === '') return text
  if (text.includes('\n') || /^[-|]/.test(text)) return `${text}\n\n${marker.trim()}`
  return /[.!?]$/.test(text) ? `${text.slice(0, -1)}${marker}${text.slice(-1)}` : `${text}${marker}`
}

const LONGEST_QUOTE = 600
/** Where what a tool gave back came from: the tool takes the place of a source. */
const citationsFor = (tools: readonly UsedTool[], uses: readonly ToolUse[]): Citation[] =>
  uses.flatMap(({ call, result }, at): Citation[] => {
    const tool = tools.find((each) => each.tool.name === call.name)?.tool
    if (result.isFailed || !tool) return []
    return [
      {
        marker: at + 1,
        passageId: '',
        sourceId: jobOfTool(tool.name),
        sourceTitle: tool.title ?? tool.name,
        headings: [],
        quote: result.text.slice(0, LONGEST_QUOTE),
        locator: { kind: 'tool', label: '' },
      },
    ]
  })

/** What the steps of a duty have the agent say; a step that cannot be read is for a model only. */
function saidInSteps(job: Job, { brief, variables }: TurnContext, known: Readonly<Record<string, string>>): string {
  return fillVariables(job.steps, brief.variables, { ...known, ...variables })
    .split(/\n+/)
    .map(withoutListSign)
    .filter((line) => withoutToolNames(line).trim() !== '')
    .flatMap((line) =>
      readRule('', line).directives.flatMap((directive) =>
        directive.kind === 'say' || directive.kind === 'offer' ? [directive.text] : [],
      ),
    )
    .join(' ')
}

/** A state whose reply stands. */
export function settled(
  state: TurnState,
  reply: string,
  outcome: TurnState['outcome'],
  report: { summary: string; details: readonly WorkingDetail[] },
): StepResult {
  const whole = [reply, ...state.afterwards].join(' ')
  return { state: { ...state, reply: whole, outcome, isSettled: true }, report }
}
