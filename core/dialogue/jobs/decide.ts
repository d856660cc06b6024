import { inItsLanguage } from '../../brief'
import { phrasesFor } from '../../languages'
import { showToolInserts } from '../inserts'
import { memoryOf } from '../memory'
import { begun } from '../takeTurn'
import type { Held, TurnContext, TurnState } from '../turn'
import { carryOut } from './carryOut'
import { memoryAt, withMemoryAt, withoutHeld, withoutLately } from './held'
import { jobsOf } from './job'

/** What somebody of the team decided, and what the visitor is told beside it; a refusal without words has the agent's own. */
export interface Decision {
  readonly isAgreed: boolean
  readonly words: string
}

/**
 * What follows once the team has decided on something that waited: it is carried out with exactly what was collected, and
 * what came of it is told, or the visitor is told that it is not done. The state is one of a turn in which the visitor said
 * nothing. `given` is of the agent that does it; its conversation is the one that the visitor sees.
 */
export async function takeDecision(held: Held, { isAgreed, words }: Decision, given: TurnContext): Promise<TurnState> {
  const context = { ...given, brief: inItsLanguage(given.brief) }
  const phrases = phrasesFor(context.brief.identity.language)
  const whole = memoryOf(context.conversation)
  // What was refused is nothing to take back any more.
  const without = isAgreed ? withoutHeld : withoutLately
  const state = { ...begun('', context), memory: without(memoryAt(whole, held.path), held) }
  const job = jobsOf(context).find(({ id }) => id === held.jobId)
  const open = {
    dutyId: held.jobId,
    filled: held.filled,
    asking: '',
    isPaused: false,
    isConfirming: true,
    wasHeld: true,
  }
  const asked = held.input ? { ...open, input: held.input } : open
  // Nobody who asked is there to be told: what came of it is all.
  const own = isAgreed ? (given.isUnattended ? '' : phrases.duty.agreed) : phrases.duty.refused
  const lead = words.trim() || own
  const refused = { ...state, reply: lead, outcome: 'declined' as const }
  const { state: decided, report } = !isAgreed
    ? { state: refused, report: { summary: `“${held.name}” was not agreed to.`, details: [] } }
    : job
      ? await carryOut(job, asked, state, context, lead, [])
      : { state: { ...refused, reply: phrases.duty.notDone, outcome: 'unknown' as const }, report: gone(held) }
  const { state: shown } = await showToolInserts(decided, context)
  return {
    ...shown,
    memory: withMemoryAt(whole, held.path, decided.memory),
    workings: report ? [{ step: 'decision', title: 'Decided by the team', ...report, tookMs: 0 }] : [],
  }
}

const gone = ({ name }: Held) => ({
  summary: `“${name}” was agreed to, and is nothing the agent does any more.`,
  details: [],
})
