import { BARS, judge, overlap, senseOf, subjectOf } from '../calling'
import { wordsOf } from '../languages'
import { find, holds, tokensOf, type AnswerKind } from '../reading'
import { withoutListSign } from '../text'
import { listed, phrasesFor, type Phrases } from '../languages'
import { readRule } from '../rules'
import { fillVariables, type Brief } from '../brief'
import type { DutyState, Memory } from './memory'
import { choicesOf, slotValue, type Slot } from './slots'
import type { Step, StepResult, TurnContext, TurnState, WorkingDetail } from './turn'

type Duty = Brief['duties'][number]

/** By how much the nearest of several duties must lead the second to be begun without asking which is meant. */
const MARGIN = 0.08
/** Questions that want information are answered, whatever duty they are near, unless one is a sample line of its. */
const INFORMATION: ReadonlySet<AnswerKind> = new Set([
  'money',
  'time',
  'duration',
  'count',
  'measure',
  'reason',
  'person',
  'place',
  'summary',
  'comparison',
  'meaning',
  'howTo',
  'list',
  'choice',
])

/**
 * Carries duties out across turns: begins the one a request means (two close ones: asks which), asks for what is
 * missing one thing at a time, checks each answer's type, takes corrections ("no, Friday"), lets questions in between
 * be answered and then comes back, and drops the duty when told to. Works the same in front of any model.
 */
export const followDuty: Step = (state, context) => {
  const { brief } = context
  if (brief.duties.length === 0) return { state }
  const open = state.memory.duty
  const duty = open && brief.duties.find((each) => each.id === open.dutyId && each.enabled)
  if (open && duty) return goOn(duty, open, state, context)
  return begin(state, context)
}

function begin(state: TurnState, context: TurnContext): StepResult {
  const { reading } = state
  if (reading.act !== 'question' && reading.act !== 'person') return { state }
  const [question] = reading.questions
  const isFavour = holds(wordsOf(reading.language).favour, tokensOf(state.question))
  const isInformation = INFORMATION.has(question!.kind) || (question!.isYesNo && !isFavour)
  const fits = context.brief.duties
    .flatMap((duty, at) => {
      if (!duty.enabled) return []
      const when = duty.when.trim() || duty.name
      const call = judge({ when, like: duty.examples, unlike: duty.unlike }, reading)
      const near = nearOf(state.question, duty)
      return call.confidence < BARS.always || (isInformation && call.confidence < 1)
        ? []
        : [{ duty, at, near, ...call }]
    })
    .sort((a, b) => b.near - a.near || b.confidence - a.confidence)
  const [best, second] = fits
  if (!best) return { state }
  const phrases = phrasesFor(context.brief.identity.language)
  if (second && best.near - second.near < MARGIN) {
    const names = listed(
      [best, second].map(({ duty }) => `“${duty.name}”`),
      phrases.or,
    )
    return settled(state, phrases.duty.whichDuty(names), 'clarified', {
      summary: 'The line calls for two duties about equally, so it asks which is meant.',
      details: [best, second].map((each) => fitDetail(each)),
    })
  }
  const filled = takenFrom(best.duty.ask, state.question, {}, context)
  return advance(best.duty, { dutyId: best.duty.id, filled, asking: '', isPaused: false }, state, context, '', [
    fitDetail(best),
    ...Object.entries(filled).map(([name, value]) => ({ label: name, text: value })),
  ])
}

/** How near a line is to a duty's name, occasion or one of its sample lines: tells duties of one subject apart. */
function nearOf(line: string, { name, when, examples }: Duty): number {
  const said = senseOf(line)
  return Math.max(
    0,
    ...[name, subjectOf(when), ...examples]
      .filter((text) => text.trim() !== '')
      .map((text) => overlap(senseOf(text), said)),
  )
}

interface Fit {
  readonly duty: Duty
  readonly at: number
  readonly confidence: number
  readonly because: readonly string[]
}
const fitDetail = ({ duty, at, confidence, because }: Fit): WorkingDetail => ({
  label: `${Math.round(confidence * 100)} %`,
  text: because.length > 0 ? `${duty.name} (${because.join('; ')})` : duty.name,
  field: `duties.${at}.when`,
})

function goOn(duty: Duty, open: DutyState, state: TurnState, context: TurnContext): StepResult {
  const phrases = phrasesFor(context.brief.identity.language)
  const line = state.said
  const tokens = tokensOf(line)
  const words = wordsOf(state.reading.language)
  if ((find(words.leavesDuty, tokens)?.from ?? 9) <= 2) {
    const { duty: _left, ...memory } = state.memory
    return settled({ ...state, memory }, phrases.duty.left, 'chatted', {
      summary: `The visitor left the duty “${duty.name}”.`,
      details: [],
    })
  }
  const slot = duty.ask.find((each) => each.name === open.asking)
  if (open.isPaused && holds(words.resumes, tokens)) {
    return advance(duty, { ...open, isPaused: false }, state, context, phrases.duty.backTo(duty.name), [])
  }
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
  const value = slot && slotValue(slot, line, true, context.today)
  const [asked] = state.reading.questions
  const isQuestion = /\?\s*$/.test(line) || INFORMATION.has(asked!.kind) || asked!.isYesNo
  // A question in between is answered; the duty's own question comes again after it.
  if (isQuestion && state.reading.act === 'question' && !(value !== undefined && slot?.type !== 'text')) {
    const again = slot ? questionFor(slot, phrases) : ''
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
      return advance(duty, { ...open, filled: { ...open.filled, [slot.name]: '–' } }, state, context, '', [])
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
  const more = takenFrom(duty.ask, line, filled, context)
  return advance(duty, { ...open, filled: { ...filled, ...more }, isPaused: false }, state, context, '', [
    ...(slot && value !== undefined ? [{ label: slot.name, text: value }] : []),
  ])
}

/** The slot a correction means: the one it names, else the last filled one whose type it gives. */
function correction(
  duty: Duty,
  open: DutyState,
  line: string,
  rest: string,
  context: TurnContext,
): { slot: Slot; value: string } | undefined {
  const given = duty.ask.filter((slot) => slot.name in open.filled)
  const named = given.find((slot) => line.toLowerCase().includes(slot.name.toLowerCase()))
  const order = named ? [named] : [...given].reverse()
  for (const slot of order) {
    const value = slotValue(slot, rest, named !== undefined || slot.type === 'number', context.today)
    const isForAsked =
      slot.type === duty.ask.find((each) => each.name === open.asking)?.type &&
      named === undefined &&
      /^\W*no\W*$/i.test(line)
    if (value !== undefined && !isForAsked) return { slot, value }
  }
  return undefined
}

/** What a line gives beside what was asked: values of slots whose type tells them apart. */
function takenFrom(
  slots: readonly Slot[],
  line: string,
  filled: Readonly<Record<string, string>>,
  context: TurnContext,
): Record<string, string> {
  const taken: Record<string, string> = {}
  for (const slot of slots) {
    if (slot.name in filled || slot.name in taken || slot.type === 'text') continue
    const value = slotValue(slot, line, false, context.today)
    if (value !== undefined) taken[slot.name] = value
  }
  return taken
}

const withDuty = (memory: Memory, duty: DutyState): Memory => ({ ...memory, duty })

const questionFor = (slot: Slot, phrases: Phrases): string => slot.question.trim() || phrases.duty.ask(slot.name)

/** Asks for the next missing thing, or carries the duty out when nothing is missing. */
function advance(
  duty: Duty,
  open: DutyState,
  state: TurnState,
  context: TurnContext,
  lead: string,
  details: readonly WorkingDetail[],
): StepResult {
  const phrases = phrasesFor(context.brief.identity.language)
  const at = context.brief.duties.indexOf(duty)
  const next = duty.ask.find((slot) => !(slot.name in open.filled))
  if (next) {
    const asking = { ...open, asking: next.name }
    const told = { ...state, memory: withDuty(state.memory, asking) }
    return settled(told, [lead, questionFor(next, phrases)].filter(Boolean).join(' '), 'clarified', {
      summary: `The duty “${duty.name}” needs “${next.name}” next.`,
      details: [
        ...details,
        { label: 'Asked for', text: next.name, field: `duties.${at}.ask.${duty.ask.indexOf(next)}` },
      ],
    })
  }
  const { duty: _done, ...memory } = state.memory
  const collected = [...(memory.collected ?? []), { dutyId: duty.id, name: duty.name, values: open.filled }]
  const recap = duty.ask.flatMap((slot) =>
    open.filled[slot.name] && open.filled[slot.name] !== '–' ? [`- ${slot.name}: ${open.filled[slot.name]}`] : [],
  )
  const said = saidInSteps(duty, context, open.filled)
  const reply = [lead, [phrases.duty.have, ...recap].join('\n'), said]
    .filter(Boolean)
    .join(recap.length > 0 ? '\n' : ' ')
  return settled({ ...state, memory: { ...memory, collected } }, reply, 'acted', {
    summary: `The duty “${duty.name}” has all it needs and was carried out.`,
    details: [...details, { label: 'Steps', text: duty.steps, field: `duties.${at}.steps` }],
  })
}

/** What the steps of a duty have the agent say; a step that cannot be read is for a model only. */
function saidInSteps(duty: Duty, { brief, variables }: TurnContext, filled: Readonly<Record<string, string>>): string {
  return fillVariables(duty.steps, brief.variables, { ...filled, ...variables })
    .split(/\n+/)
    .map(withoutListSign)
    .flatMap((line) =>
      readRule('', line).directives.flatMap((directive) =>
        directive.kind === 'say' || directive.kind === 'offer' ? [directive.text] : [],
      ),
    )
    .join(' ')
}

function settled(
  state: TurnState,
  reply: string,
  outcome: TurnState['outcome'],
  report: { summary: string; details: readonly WorkingDetail[] },
): StepResult {
  const whole = [reply, ...state.afterwards].join(' ')
  return { state: { ...state, reply: whole, outcome, isSettled: true }, report }
}
