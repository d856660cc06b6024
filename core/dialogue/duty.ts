import { contentTerms, isStopWord, synonymsOf, words } from '../text'
import { answerKindOf } from '../question'
import { listed, phrasesFor, type Phrases } from '../languages'
import { readRule } from '../rules'
import { fillVariables, type Brief } from '../brief'
import type { DutyState, Memory } from './memory'
import { choicesOf, slotValue, type Slot } from './slots'
import type { Step, StepResult, TurnContext, TurnState, WorkingDetail } from './turn'

type Duty = Brief['duties'][number]

/** How well a line must fit a duty to begin it, and by how much the best must lead the second. */
const FITS = 0.6
const MARGIN = 0.15

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

/** A line that asks to have something done, not how it is done. */
const REQUEST =
  /\b(?:i(?:['’]d| would)? (?:like|want|need|wish)|we(?:['’]d| would)? (?:like|want|need|wish)|can (?:you|i|we)|could (?:you|i|we)|please|let(?:['’]s| us)|help me|may i)\b/i
const RESUME = /\b(?:go on|continue|carry on|resume|back to|where were we)\b/i

function begin(state: TurnState, context: TurnContext): StepResult {
  if (state.intent !== 'question') return { state }
  const line = state.question
  const kind = answerKindOf(line)
  const isInformation = [
    'money',
    'time',
    'count',
    'measure',
    'why',
    'who',
    'where',
    'howTo',
    'summary',
    'comparison',
  ].includes(kind)
  const fits = context.brief.duties
    .map((duty, at) => ({ duty, at, fit: duty.enabled ? fitOf(line, duty) : 0 }))
    .sort((a, b) => b.fit - a.fit)
  const [best, second] = fits
  const isAsked = best !== undefined && !isInformation && (REQUEST.test(line) || isImperative(line) || best.fit >= 0.95)
  if (!best || !isAsked || best.fit < FITS) return { state }
  const phrases = phrasesFor(context.brief.identity.language)
  if (second && second.fit >= FITS && best.fit - second.fit < MARGIN) {
    const names = listed(
      [best, second].map(({ duty }) => `“${duty.name}”`),
      phrases.or,
    )
    return settled(state, phrases.duty.whichDuty(names), 'clarified', {
      summary: 'Two duties fit the line about equally well, so it asks which is meant.',
      details: [best, second].map((each) => fitDetail(each)),
    })
  }
  const filled = takenFrom(best.duty.ask, line, {}, context)
  return advance(best.duty, { dutyId: best.duty.id, filled, asking: '', isPaused: false }, state, context, '', [
    fitDetail(best),
    ...Object.entries(filled).map(([name, value]) => ({ label: name, text: value })),
  ])
}

const fitDetail = ({ duty, at, fit }: { duty: Duty; at: number; fit: number }): WorkingDetail => ({
  label: `${Math.round(fit * 100)} %`,
  text: duty.name,
  field: `duties.${at}.when`,
})

const isImperative = (line: string): boolean => !/\?\s*$/.test(line) && words(line).length >= 2

/** How well a line fits a duty: the best share of its name, its occasion or one of its examples that the line speaks of. */
export function fitOf(line: string, duty: Pick<Duty, 'name' | 'when' | 'examples'>): number {
  const said = stemsOf(line)
  const texts = [duty.name, withoutSubject(duty.when), ...duty.examples].filter((text) => text.trim() !== '')
  return Math.max(0, ...texts.flatMap((text) => alternatives(text).map((each) => shareOf(stemsOf(each), said))))
}

const withoutSubject = (when: string): string =>
  when.replace(
    /^(?:when|if|whenever)?\s*(?:the |a |an )?(?:visitor|someone|somebody|user|customer|passenger|guest|person|they|people)s? (?:wants?|asks?|would like|wishes|needs?)(?: to| for| about)?/i,
    '',
  )

/** "Book or reserve a room" → "book a room", "reserve a room". */
function alternatives(text: string): string[] {
  const pair = /^(.*?)\b([\p{L}-]+) or ([\p{L}-]+)\b(.*)$/iu.exec(text)
  return pair ? [`${pair[1]}${pair[2]}${pair[4]}`, `${pair[1]}${pair[3]}${pair[4]}`] : [text]
}

const stemsOf = (text: string): Set<string> =>
  new Set(
    contentTerms(text)
      .filter((term) => !isStopWord(text.slice(term.start, term.end)))
      .map((term) => term.stem),
  )

function shareOf(of: ReadonlySet<string>, within: ReadonlySet<string>): number {
  if (of.size === 0) return 0
  let held = 0
  for (const each of of) {
    if (within.has(each)) held++
    else if ([...synonymsOf(each)].some((other) => within.has(other))) held += 0.85
  }
  return held / of.size
}

const LEAVES =
  /^\W*(?:(?:no|oh|sorry|actually|please)\W+)*(?:cancel|stop|never ?mind|forget (?:it|about it|that)|leave it|drop it|not now|quit|i changed my mind)\b/i
const CORRECTS = /^\W*(?:no\b|not |actually|sorry|i mean|i meant|wait|correction|change|make (?:it|that)|rather)/i

function goOn(duty: Duty, open: DutyState, state: TurnState, context: TurnContext): StepResult {
  const phrases = phrasesFor(context.brief.identity.language)
  const line = state.said
  if (LEAVES.test(line)) {
    const { duty: _left, ...memory } = state.memory
    return settled({ ...state, memory }, phrases.duty.left, 'chatted', {
      summary: `The visitor left the duty “${duty.name}”.`,
      details: [],
    })
  }
  const slot = duty.ask.find((each) => each.name === open.asking)
  if (open.isPaused && RESUME.test(line)) {
    return advance(duty, { ...open, isPaused: false }, state, context, phrases.duty.backTo(duty.name), [])
  }
  const corrected = CORRECTS.test(line) ? correction(duty, open, line, context) : undefined
  if (corrected) {
    const lead = phrases.duty.changed(corrected.slot.name, corrected.value)
    const filled = { ...open.filled, [corrected.slot.name]: corrected.value }
    return advance(duty, { ...open, filled, isPaused: false }, state, context, lead, [
      { label: corrected.slot.name, text: `${open.filled[corrected.slot.name] ?? 'nothing'} → ${corrected.value}` },
    ])
  }
  const value = slot && slotValue(slot, line, true, context.today)
  const isQuestion =
    /\?\s*$/.test(line) ||
    ['money', 'time', 'count', 'measure', 'why', 'who', 'where', 'howTo', 'yesNo'].includes(answerKindOf(line))
  // A question in between is answered; the duty's own question comes again after it.
  if (isQuestion && state.intent === 'question' && !(value !== undefined && slot?.type !== 'text')) {
    const again = slot ? questionFor(slot, phrases) : ''
    return {
      state: {
        ...state,
        memory: withDuty(state.memory, { ...open, isPaused: true }),
        afterwards: [...state.afterwards, `${phrases.duty.backTo(duty.name)} ${again}`.trim()],
      },
      report: { step: 'duty', summary: `A question in between; the duty “${duty.name}” waits.`, details: [] },
    }
  }
  if (slot && value === undefined) {
    if (!slot.required && /^\W*(?:no|none|skip|nothing)\b/i.test(line)) {
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
  context: TurnContext,
): { slot: Slot; value: string } | undefined {
  const given = duty.ask.filter((slot) => slot.name in open.filled)
  const named = given.find((slot) => line.toLowerCase().includes(slot.name.toLowerCase()))
  const order = named ? [named] : [...given].reverse()
  const rest = line.replace(CORRECTS, '')
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
    .map((line) => line.replace(/^\s*(?:[-•]|\d+[.)])\s*/, ''))
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
  return { state: { ...state, reply: whole, outcome, isSettled: true }, report: { step: 'duty', ...report } }
}
