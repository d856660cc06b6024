import { BARS, judge } from '../../calling'
import { inFormality, listed, phrasesFor, wordsOf } from '../../languages'
import { holds, tokensOf } from '../../reading'
import type { StepResult, TurnContext, TurnState, WorkingDetail } from '../turn'
import { advance, settled } from './carryOut'
import { takenFrom } from './fromLine'
import { hasOccasion, INFORMATION, nearOf, type Job } from './job'
import { knownFor } from './known'
import { pointedAt } from './pointed'

/** By how much the nearest of several must lead the second to be begun without asking which is meant. */
const MARGIN = 0.08

/** Takes a time that is named after free ones were shown, and begins what it is for. */
export function choose(jobs: readonly Job[], state: TurnState, context: TurnContext): Promise<StepResult> | undefined {
  const { questions, language } = state.reading
  const isFavour = holds(wordsOf(language).favour, tokensOf(state.line))
  if (!isFavour && (questions[0]!.kind !== 'open' || /\?\s*$/.test(state.line))) return undefined
  const job = jobs.find(
    ({ ask, tools }) => tools.some(({ tool }) => tool.offer) && ask.some(({ type }) => type === 'time'),
  )
  const taken = job ? takenFrom(job, state.line, {}, context) : {}
  const isChosen = job?.ask.some(({ type, name }) => (type === 'time' || type === 'date') && name in taken)
  return job && isChosen ? beginWith(job, jobs, taken, state, context, []) : undefined
}

/** Begins a job with what the line gives, and with what is known of its visitor. */
export function beginWith(
  job: Job,
  jobs: readonly Job[],
  taken: Readonly<Record<string, string>>,
  state: TurnState,
  context: TurnContext,
  details: readonly WorkingDetail[],
  lead = '',
): Promise<StepResult> {
  const known = knownFor(job, taken, jobs, state.memory, context)
  const isTakenOver = Object.keys(known).length > 0
  const open = {
    dutyId: job.id,
    filled: { ...taken, ...known },
    asking: '',
    isPaused: false,
    ...(isTakenOver ? { isTakenOver } : {}),
  }
  return advance(job, open, state, context, lead, [
    ...details,
    ...Object.entries(taken).map(([name, value]) => ({ label: name, text: value })),
    ...Object.entries(known).map(([name, value]) => ({ label: name, text: `${value} (known from before)` })),
  ])
}

/** Begins what a line calls for, or asks which of two is meant. */
export function begin(all: readonly Job[], state: TurnState, context: TurnContext): StepResult | Promise<StepResult> {
  const { reading } = state
  if (reading.act !== 'question' && reading.act !== 'person') return { state }
  const [best, second] = fitting(all, state, context)
  const pointed = best || context.model.canRevise === true ? undefined : pointedAt(all, state, context)
  if (pointed) return beginWith(pointed, all, takenFrom(pointed, state.line, {}, context), state, context, [])
  if (!best) return { state }
  const phrases = phrasesFor(context.brief.identity.language)
  if (second && best.near - second.near < MARGIN && !best.job.isTool && !second.job.isTool) {
    const names = listed(
      [best, second].map(({ job }) => `“${job.name}”`),
      phrases.or,
    )
    return settled(state, phrases.duty.whichDuty(names), 'clarified', {
      summary: 'The line calls for two duties about equally, so it asks which is meant.',
      details: [best, second].map((each) => fitDetail(each)),
    })
  }
  // "I do not want to be called back" is about it, and begins nothing; a sample line of that wording does.
  const declines = (line: string) => holds(wordsOf(reading.language).declines, tokensOf(line))
  const isDeclined = declines(state.line) && !best.job.like.some(declines)
  if (isDeclined && !best.job.tools.some(({ tool }) => !tool.changes)) return notWanted(best.job, state, context)
  const taken = takenFrom(best.job, state.question, {}, context)
  return beginWith(best.job, all, taken, state, context, [fitDetail(best)])
}

function notWanted({ name }: Job, state: TurnState, { brief }: TurnContext): StepResult {
  const { noted } = phrasesFor(brief.identity.language).courtesy
  const [word] = inFormality(noted, brief.manner.dials.formality)
  return settled(state, word ?? '', 'chatted', { summary: `The line says that “${name}” is not wanted.`, details: [] })
}

/** The jobs that a line calls for and that can be begun by one, the nearest first. */
export function fitting(
  jobs: readonly Job[],
  state: TurnState,
  context: TurnContext,
): (Fit & { readonly near: number })[] {
  const { reading } = state
  const [question] = reading.questions
  const isFavour = holds(wordsOf(reading.language).favour, tokensOf(state.question))
  const isInformation = INFORMATION.has(question!.kind) || (question!.isYesNo && !isFavour)
  return jobs
    .filter((each) => hasOccasion(each) && (!each.isTool || context.model.canRevise !== true))
    .flatMap((job) => {
      const call = judge(job, reading)
      // Information is what tools are asked for; what changes something is begun by it only where the designer said so.
      const bar = job.isTool ? barFor(job, state.question, context) : BARS.always
      const onlyTells = job.isTool && !job.tools.some(({ tool }) => tool.changes)
      const isMeant = call.confidence >= bar && (onlyTells || !isInformation || call.confidence === 1)
      return isMeant ? [{ job, near: nearOf(state.question, job), ...call }] : []
    })
    .sort((a, b) => b.near - a.near || b.confidence - a.confidence)
}

/** How much surer one must be of a tool that is given nothing of what it needs: many questions are near its subject. */
const GIVEN_NOTHING = 0.4

/** How sure a line must call for a tool: the less it gives of what the tool needs, the surer. */
function barFor(job: Job, line: string, context: TurnContext): number {
  const needed = job.ask.filter(({ required }) => required)
  if (needed.length === 0) return BARS.always
  const given = takenFrom(job, line, {}, context)
  const missing = needed.filter(({ name }) => !(name in given)).length
  return BARS.always + (GIVEN_NOTHING * missing) / needed.length
}

export interface Fit {
  readonly job: Job
  readonly confidence: number
  readonly because: readonly string[]
}
/** How surely a line calls for a job, and why. */
export const fitDetail = ({ job, confidence, because }: Fit): WorkingDetail => ({
  label: `${Math.round(confidence * 100)} %`,
  text: because.length > 0 ? `${job.name} (${because.join('; ')})` : job.name,
  field: `${job.field}.when`,
})
