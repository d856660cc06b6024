import { senseOf } from '../../calling'
import { phrasesFor, wordsOf } from '../../languages'
import { find, tokensOf, without } from '../../reading'
import { wasJustDone, type Memory } from '../memory'
import type { Held, StepResult, TurnContext, TurnState } from '../turn'
import { withoutCall } from './calls'
import { advance, settled } from './carryOut'
import { correction } from './fromLine'
import { isHeldAlready, withoutLately } from './held'
import { hasOccasion, INFORMATION, nearOf, type Job } from './job'
import { knownFor, textsOf } from './known'

interface Done {
  readonly held: Held
  readonly job: Job
}

/** How near a line must be to what was done to mean it; below, two things only share a word. */
const NEAR = 0.45

/**
 * Puts right or takes back what was done or asked for lately, where that can be: "make that three", "forget the call".
 * Undefined for a line that means neither.
 */
export async function putRight(
  jobs: readonly Job[],
  state: TurnState,
  context: TurnContext,
): Promise<StepResult | undefined> {
  const lately = (state.memory.lately ?? []).flatMap((held): Done[] => {
    const job = jobs.find(({ id }) => id === held.jobId)
    return job ? [{ held, job }] : []
  })
  const [asked] = state.reading.questions
  if (/\?\s*$/.test(state.line) || INFORMATION.has(asked!.kind)) return undefined
  const last = wasJustDone(context.conversation) ? lately.at(-1) : undefined
  const reversible = lately.filter((each) => canTakeBack(each, state.memory))
  // Whatever is older than what was done just now is meant by nobody who does not name it.
  const lastReversible = last && reversible.includes(last) ? last : undefined
  return (
    (lastReversible ? await correct(lastReversible, state, context) : undefined) ??
    (await withdrawFrom(reversible, lastReversible, jobs, state, context)) ??
    (last && !lastReversible ? changeDone(last, jobs, state, context) : undefined)
  )
}

const canTakeBack = ({ held, job }: Done, memory: Memory): boolean =>
  isHeldAlready(held, memory) || job.tools[0]?.tool.takeBack !== undefined

/** What a line that corrects means of what a job was done with. */
function correctedIn(
  job: Job,
  filled: Readonly<Record<string, string>>,
  state: TurnState,
  context: TurnContext,
): { name: string; value: string } | undefined {
  const { line } = state
  const tokens = tokensOf(line)
  const correcting = find(wordsOf(state.reading.language).corrects, tokens)
  if (correcting?.from !== 0) return undefined
  const rest = line.slice(tokens[correcting.to - 1]!.end)
  const corrected = correction(job, { filled, asking: '' }, line, rest, context)
  return corrected && filled[corrected.slot.name] !== corrected.value
    ? { name: corrected.slot.name, value: corrected.value }
    : undefined
}

/**
 * Puts right what was done just now and cannot be taken back: by another tool of its service that has all it needs for
 * that, such as one that moves appointments; where there is none, the visitor is told.
 */
function changeDone(
  { held, job }: Done,
  jobs: readonly Job[],
  state: TurnState,
  context: TurnContext,
): Promise<StepResult> | StepResult | undefined {
  const tool = job.tools[0]?.tool
  const corrected = tool && correctedIn(job, textsOf(held.input ?? held.filled), state, context)
  if (!corrected) return undefined
  const taken = { [corrected.name]: corrected.value }
  for (const other of jobs) {
    const changer = other.isTool ? other.tools[0]!.tool : undefined
    if (!changer?.changes || changer === tool || changer.service === undefined || changer.service !== tool.service)
      continue
    const filled = { ...taken, ...knownFor(other, taken, jobs, state.memory, context) }
    if (!other.ask.some(({ name }) => name === corrected.name)) continue
    if (!other.ask.every(({ name, required }) => !required || name in filled)) continue
    const open = { dutyId: other.id, filled, asking: '', isPaused: false, isTakenOver: true }
    return advance(other, open, state, context, '', [{ label: corrected.name, text: corrected.value }])
  }
  return settled(state, phrasesFor(context.brief.identity.language).duty.cannotChange, 'declined', {
    summary: `“${job.name}” is done, and no tool changes it.`,
    details: [{ label: corrected.name, text: corrected.value }],
  })
}

/** "No, make that three": what was asked for just now is taken back, and asked for again as it is meant. */
async function correct({ held, job }: Done, state: TurnState, context: TurnContext): Promise<StepResult | undefined> {
  const filled = held.input ? textsOf(held.input) : held.filled
  const corrected = correctedIn(job, filled, state, context)
  if (!corrected) return undefined
  const { name, value } = corrected
  const memory = await takenBack({ held, job }, state.memory, context)
  if (!memory) return tooLate(held, state, context)
  const open = {
    dutyId: job.id,
    filled: { ...filled, [name]: value },
    asking: '',
    isPaused: false,
  }
  const lead = phrasesFor(context.brief.identity.language).duty.changed(name, value)
  const detail = { label: name, text: `${filled[name] ?? 'nothing'} → ${value}` }
  return advance(job, open, { ...state, memory }, context, lead, [detail])
}

/** "Forget the call": the one that the line names, or what was asked for just now where it names nothing. */
async function withdrawFrom(
  reversible: readonly Done[],
  last: Done | undefined,
  jobs: readonly Job[],
  state: TurnState,
  context: TurnContext,
): Promise<StepResult | undefined> {
  const { line } = state
  const words = wordsOf(state.reading.language)
  const tokens = tokensOf(line)
  if (reversible.length === 0 || !find(words.takesBack, tokens)) return undefined
  const rest = without([words.takesBack, words.corrects, words.shades, words.aside], tokens)
  const about = rest.map(({ text }) => text).join(' ')
  const namesNothing = senseOf(about, [], state.reading.language).words.every(({ weight }) => weight <= LIGHT)
  const near = (job: Job) => nearOf(about, job)
  const nearest = [...reversible].reverse().sort((a, b) => near(b.job) - near(a.job))[0]!
  const others = jobs.filter((job) => hasOccasion(job) && !reversible.some((each) => each.job.id === job.id))
  const isNamed = near(nearest.job) >= NEAR && others.every((job) => near(job) <= near(nearest.job))
  const meant = isNamed ? nearest : namesNothing ? last : undefined
  if (!meant) return undefined
  const memory = await takenBack(meant, state.memory, context)
  if (!memory) return tooLate(meant.held, state, context)
  return settled({ ...state, memory }, phrasesFor(context.brief.identity.language).duty.takenBack, 'acted', {
    summary: `The visitor took “${meant.held.name}” back.`,
    details: Object.entries(textsOf(meant.held.input ?? meant.held.filled)).map(([label, text]) => ({ label, text })),
  })
}
/** Words that weigh no more say nothing of what a line is about. */
const LIGHT = 0.2

/** The memory without it; undefined where it is too late. */
async function takenBack({ held, job }: Done, memory: Memory, context: TurnContext): Promise<Memory | undefined> {
  if (isHeldAlready(held, memory)) {
    const isWithdrawn = (await context.withdraw?.(held)) ?? true
    return isWithdrawn ? withoutLately(memory, held) : undefined
  }
  const tool = job.tools[0]?.tool
  const result = await tool?.takeBack?.(held.input, context.signal)
  if (!tool || !result || result.isFailed) return undefined
  return withoutCall(withoutLately(memory, held), { name: tool.name, input: held.input })
}

const tooLate = ({ name }: Held, state: TurnState, context: TurnContext): StepResult =>
  settled(state, phrasesFor(context.brief.identity.language).duty.tooLate, 'declined', {
    summary: `“${name}” was to be taken back, and is being seen to already.`,
    details: [],
  })
