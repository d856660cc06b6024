import { listed, phrasesFor, wordsOf, type LanguageWords } from '../../languages'
import { find, holds, tokensOf, without, type Token } from '../../reading'
import { LEFT_OUT } from '../../tools'
import { memoryOf, withDuty, withoutDuty, type DutyState } from '../memory'
import type { Step, StepResult, TurnContext, TurnState } from '../turn'
import { questionFor } from './asking'
import { begin, beginWith, choose, fitDetail, fitting } from './begin'
import { advance, askAgain, settled } from './carryOut'
import { answersAnother, correction, formIn, takenFrom } from './fromLine'
import { INFORMATION, jobsOf, type Job } from './job'
import { askOnward } from './onward'
import { choicesOf, slotValue } from './slots'
import { putRight } from './takeBack'

/**
 * Carries duties and tools out across turns: begins the one a request means (two close ones: asks which), asks for what is
 * missing one thing at a time, checks each answer's type, takes corrections ("no, Friday"), lets questions in between be
 * answered and then comes back, asks for a yes before what the brief wants one for, drops it when told to, and puts right
 * or takes back what was asked for before. Duties work the same in front of any model; a tool by itself is begun here for
 * the built-in model, others call it themselves.
 */
export const followDuty: Step = async (state, context) => {
  const jobs = jobsOf(context)
  const { asked } = memoryOf(context.conversation)
  if (jobs.length === 0) return { state }
  const open = state.memory.duty
  const job = open && jobs.find(({ id }) => id === open.dutyId)
  if (open && job) return goOn(job, open, jobs, state, context)
  return (
    (await putRight(jobs, state, context)) ??
    (asked?.hasOffered ? choose(jobs, state, context) : undefined) ??
    (asked && context.model.canRevise !== true ? askOnward(asked, jobs, state, context) : undefined) ??
    begin(jobs, state, context)
  )
}

/** Whether a line answers what a job that is under way asks for, by its type: a bare "tomorrow" is no question on the weather. */
export function answersJob({ line, memory: { duty } }: TurnState, context: TurnContext): boolean {
  const job = duty && !duty.isPaused ? jobsOf(context).find(({ id }) => id === duty.dutyId) : undefined
  const slot = job?.ask.find(({ name }) => name === duty!.asking)
  return (
    slot !== undefined &&
    slot.type !== 'text' &&
    !/\?\s*$/.test(line) &&
    slotValue(slot, line, true, context.today) !== undefined
  )
}

function goOn(
  duty: Job,
  open: DutyState,
  jobs: readonly Job[],
  state: TurnState,
  context: TurnContext,
): StepResult | Promise<StepResult> {
  const phrases = phrasesFor(context.brief.identity.language)
  const { line } = state
  const tokens = tokensOf(line)
  const words = wordsOf(state.reading.language)
  const leave = (summary: string) =>
    settled({ ...state, memory: withoutDuty(state.memory) }, phrases.duty.left, 'chatted', { summary, details: [] })
  if ((find(words.leavesDuty, tokens)?.from ?? 9) <= 2) return leave(`The visitor left “${duty.name}”.`)
  const form = formIn(duty, state.said, context)
  if (form) {
    const filled = { ...open.filled, ...form }
    return advance(duty, { ...open, filled, isPaused: false }, state, context, '', [
      ...Object.entries(form).map(([label, text]) => ({ label, text })),
    ])
  }
  const slot = duty.ask.find((each) => each.name === open.asking)
  if (open.isPaused && holds(words.resumes, tokens)) {
    return advance(duty, { ...open, isPaused: false }, state, context, phrases.duty.backTo(duty.name), [])
  }
  const isAsking = /\?\s*$/.test(line)
  const told = open.isConfirming ? takenFrom(duty, line, {}, context) : {}
  const amended = Object.entries(told).filter(([name, value]) => open.filled[name] !== value)
  // A yes that asks something, or says something else, agrees to nothing yet. After a question in between it still counts.
  const isAgreed = open.isConfirming && !isAsking && amended.length === 0 && isPlainYes(tokens, words)
  if (isAgreed) return advance(duty, { ...open, isPaused: false }, state, context, '', [], true)
  const correcting = find(words.corrects, tokens)
  const isCorrecting = correcting?.from === 0
  const rest = isCorrecting ? line.slice(tokens[correcting!.to - 1]!.end) : line
  const corrected = isCorrecting ? correction(duty, open, line, rest, context) : undefined
  if (corrected) {
    const lead = phrases.duty.changed(corrected.slot.name, corrected.value)
    const filled = { ...open.filled, [corrected.slot.name]: corrected.value }
    return advance(duty, { ...open, filled, isPaused: false }, state, context, lead, [
      { label: corrected.slot.name, text: `${open.filled[corrected.slot.name] ?? 'nothing'} → ${corrected.value}` },
    ])
  }
  if (open.isConfirming && !isAsking) {
    const filled = { ...open.filled, ...Object.fromEntries(amended) }
    if (amended.length > 0) return advance(duty, { ...open, filled }, state, context, '', [])
    if (isCorrecting || find(words.skips, tokens)?.from === 0)
      return leave(`The visitor did not agree to “${duty.name}”.`)
    if (state.reading.act !== 'question' || tokens.length <= SHORT_ANSWER || find(words.agrees, tokens)?.from === 0)
      return askAgain(duty, open, state, context)
  }
  const another = slot && answersAnother(duty, slot, line, open.filled, context)
  if (another)
    return advance(duty, { ...open, filled: { ...open.filled, ...another }, isPaused: false }, state, context, '', [
      ...Object.entries(another).map(([label, text]) => ({ label, text })),
    ])
  // A bare yes is no name and no number.
  const isNothing = duty.isTool && slot?.type === 'text' && state.reading.act === 'acknowledged'
  const value = slot && !isNothing ? slotValue(slot, line, true, context.today) : undefined
  const [asked] = state.reading.questions
  const isQuestion = slot?.mayAsk ? false : isAsking || INFORMATION.has(asked!.kind) || asked!.isYesNo
  // A question in between is answered; the duty's own question comes again after it.
  if (isQuestion && state.reading.act === 'question' && !(value !== undefined && slot?.type !== 'text')) {
    const again = slot ? questionFor(slot, phrases) : open.isConfirming ? phrases.duty.shallI : ''
    return {
      state: {
        ...state,
        memory: withDuty(state.memory, { ...open, isPaused: true }),
        afterwards: [...state.afterwards, `${phrases.duty.backTo(duty.name)} ${again}`.trim()],
      },
      report: { summary: `A question in between; the duty “${duty.name}” waits.`, details: [] },
    }
  }
  if (slot && value === undefined) {
    if (!slot.required && find(words.skips, tokens)?.from === 0) {
      return advance(duty, { ...open, filled: { ...open.filled, [slot.name]: LEFT_OUT } }, state, context, '', [])
    }
    // Whoever clearly wants something else is not held.
    const [other] = fitting(
      jobs.filter(({ id }) => id !== duty.id),
      state,
      context,
    )
    if (other?.confidence === 1)
      return beginWith(
        other.job,
        jobs,
        takenFrom(other.job, line, {}, context),
        { ...state, memory: withoutDuty(state.memory) },
        context,
        [fitDetail(other)],
        phrases.duty.left,
      )
    const choices = slot.type === 'choice' ? choicesOf(slot) : []
    const help = choices.length > 0 ? ` ${phrases.duty.oneOf(listed(choices, phrases.or))}` : ''
    return settled(
      { ...state, memory: withDuty(state.memory, { ...open, isPaused: false }) },
      `${phrases.duty.invalid[slot.type]}${help} ${questionFor(slot, phrases)}`,
      'clarified',
      { summary: `The answer is no ${slot.type}, so “${slot.name}” is asked for again.`, details: [] },
    )
  }
  const filled = { ...open.filled, ...(slot && value !== undefined ? { [slot.name]: value } : {}) }
  const more = takenFrom(duty, line, filled, context)
  return advance(duty, { ...open, filled: { ...filled, ...more }, isPaused: false }, state, context, '', [
    ...(slot && value !== undefined ? [{ label: slot.name, text: value }] : []),
  ])
}

/** Words that may stand around a yes without taking anything from it: "yes, that is fine, thank you". */
const MOST_BESIDE_YES = 3

/** Whether a line says yes, and hardly anything else. */
function isPlainYes(tokens: readonly Token[], words: LanguageWords): boolean {
  const yes = find(words.agrees, tokens)
  if (yes?.from !== 0 || find(words.corrects, tokens)) return false
  return without([words.agrees], tokens).length <= MOST_BESIDE_YES
}

/** A line this short answers what was asked, and asks nothing. */
const SHORT_ANSWER = 3
