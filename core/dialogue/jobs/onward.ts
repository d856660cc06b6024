import { wordsOf } from '../../languages'
import { find, tokensOf } from '../../reading'
import type { Memory } from '../memory'
import type { StepResult, TurnContext, TurnState } from '../turn'
import { advance } from './carryOut'
import { correction, takenFrom } from './fromLine'
import { nearOf, type Job } from './job'
import { textsOf } from './known'
import { slotValue } from './slots'

/** A line longer than this asks for something of its own; one that leads on may be longer. */
const MOST_WORDS = 4
const MOST_WORDS_LEADING = 9

/**
 * Asks the tool that told the last answer again, for a line that changes a part of what it was asked: "and for six?",
 * "to Little Tarn?". Undefined for a line that does not, or that is nearer to another job.
 */
export function askOnward(
  last: NonNullable<Memory['asked']>,
  jobs: readonly Job[],
  state: TurnState,
  context: TurnContext,
): Promise<StepResult> | undefined {
  const job = jobs.find(({ id }) => id === last.jobId)
  const { line } = state
  const tokens = tokensOf(line)
  const leads = find(wordsOf(state.reading.language).leadsOn, tokens)?.from === 0
  if (!job || tokens.length > (leads ? MOST_WORDS_LEADING : MOST_WORDS)) return undefined
  const near = nearOf(line, job)
  if (jobs.some((other) => other.id !== job.id && nearOf(line, other) > near)) return undefined
  const before = Object.fromEntries(
    job.ask.flatMap((slot) => {
      const value = textsOf(last.input)[slot.name]
      return value === undefined ? [] : [[slot.name, slotValue(slot, value, true, context.today) ?? value]]
    }),
  )
  const taken = takenFrom(job, line, {}, context)
  const changed = correction(job, { filled: before, asking: '' }, line, line, context)
  const given = Object.keys(taken).length > 0 ? taken : changed ? { [changed.slot.name]: changed.value } : {}
  if (Object.keys(given).length === 0) return undefined
  const open = { dutyId: job.id, filled: { ...before, ...given }, asking: '', isPaused: false }
  return advance(job, open, state, context, '', [
    ...Object.entries(given).map(([name, value]) => ({
      label: name,
      text: before[name] === undefined ? value : `${before[name]} → ${value}`,
    })),
  ])
}
