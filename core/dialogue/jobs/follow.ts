import { BARS, judge } from '../../calling'
import { listed, phrasesFor, wordsOf, type LanguageWords } from '../../languages'
import { find, holds, tokensOf, without, type Token } from '../../reading'
import { LEFT_OUT } from '../../tools'
import { memoryOf, withDuty, withoutDuty, type DutyState } from '../memory'
import type { Step, StepResult, TurnContext, TurnState, WorkingDetail } from '../turn'
import { questionFor } from './asking'
import { advance, askAgain, settled } from './carryOut'
import { answersAnother, correction, formIn, takenFrom } from './fromLine'
import { hasOccasion, INFORMATION, jobsOf, nearOf, type Job } from './job'
import { knownFor } from './known'
import { askOnward } from './onward'
import { pointedAt } from './pointed'
import { choicesOf, slotValue } from './slots'
import { putRight } from './takeBack'

/** By how much the nearest of several must lead the second to be begun without asking which is meant. */
const MARGIN = 0.08

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
  if (open && job) return goOn(job, open, state, context)
  return (
    (await putRight(jobs, state, context)) ??
    (asked?.hasOffered ? choose(jobs, state, context) : undefined) ??
    (asked && context.model.canRevise !== true ? askOnward(asked, jobs, state, context) : undefined) ??
    begin(jobs, state, context)
  )
}

/** Takes a time that is named after free ones were shown, and begins what it is for. */
function choose(jobs: readonly Job[], state: TurnState, context: TurnContext): Promise<StepResult> | undefined {
  const { questions, language } = state.reading
  const isFavour = holds(wordsOf(language).favour, tokensOf(state.said))
  if (!isFavour && (questions[0]!.kind !== 'open' || /\?\s*$/.test(state.said))) return undefined
  const job = jobs.find(
    ({ ask, tools }) => tools.some(({ tool }) => tool.offer) && ask.some(({ type }) => type === 'time'),
  )
  const taken = job ? takenFrom(job, state.said, {}, context) : {}
  const isChosen = job?.ask.some(({ type, name }) => (type === 'time' || type === 'date') && name in taken)
  return job && isChosen ? beginWith(job, jobs, taken, state, context, []) : undefined
}

/** Begins a job with what the line gives, and with what is known of its visitor. */
function beginWith(
  job: Job,
  jobs: readonly Job[],
  taken: Readonly<Record<string, string>>,
  state: TurnState,
  context: TurnContext,
  details: readonly WorkingDetail[],
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
  return advance(job, open, state, context, '', [
    ...details,
    ...Object.entries(taken).map(([name, value]) => ({ label: name, text: value })),
    ...Object.entries(known).map(([name, value]) => ({ label: name, text: `${value} (known from before)` })),
  ])
}

function begin(all: readonly Job[], state: TurnState, context: TurnContext): StepResult | Promise<StepResult> {
  const jobs = all.filter((each) => hasOccasion(each) && (!each.isTool || context.model.canRevise !== true))
  const { reading } = state
  if (reading.act !== 'question' && reading.act !== 'person') return { state }
  const [question] = reading.questions
  const isFavour = holds(wordsOf(reading.language).favour, tokensOf(state.question))
  const isInformation = INFORMATION.has(question!.kind) || (question!.isYesNo && !isFavour)
  const fits = jobs
    .flatMap((job) => {
      const call = judge(job, reading)
      // Information is what tools are asked for; what changes something is begun by it only where the designer said so.
      const bar = job.isTool ? barFor(job, state.question, context) : BARS.always
      const onlyTells = job.isTool && !job.tools.some(({ tool }) => tool.changes)
      const isMeant = call.confidence >= bar && (onlyTells || !isInformation || call.confidence === 1)
      return isMeant ? [{ job, near: nearOf(state.question, job), ...call }] : []
    })
    .sort((a, b) => b.near - a.near || b.confidence - a.confidence)
  const [best, second] = fits
  const pointed = best || context.model.canRevise === true ? undefined : pointedAt(all, state, context)
  if (pointed) return beginWith(pointed, all, takenFrom(pointed, state.said, {}, context), state, context, [])
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
  const taken = takenFrom(best.job, state.question, {}, context)
  return beginWith(best.job, all, taken, state, context, [fitDetail(best)])
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

interface Fit {
  readonly job: Job
  readonly confidence: number
  readonly because: readonly string[]
}
const fitDetail = ({ job, confidence, because }: Fit): WorkingDetail => ({
  label: `${Math.round(confidence * 100)} %`,
  text: because.length > 0 ? `${job.name} (${because.join('; ')})` : job.name,
  field: `${job.field}.when`,
})

function goOn(duty: Job, open: DutyState, state: TurnState, context: TurnContext): StepResult | Promise<StepResult> {
  const phrases = phrasesFor(context.brief.identity.language)
  const line = state.said
  const tokens = tokensOf(line)
  const words = wordsOf(state.reading.language)
  const leave = (summary: string) =>
    settled({ ...state, memory: withoutDuty(state.memory) }, phrases.duty.left, 'chatted', { summary, details: [] })
  if ((find(words.leavesDuty, tokens)?.from ?? 9) <= 2) return leave(`The visitor left “${duty.name}”.`)
  const form = formIn(duty, line, context)
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
  const another = slot && answersAnother(duty, slot, line, open.filled)
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
