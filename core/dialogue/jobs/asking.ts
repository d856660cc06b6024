import type { Insert } from '../../inserts'
import type { Phrases } from '../../languages'
import { LEFT_OUT } from '../../tools'
import type { DutyState } from '../memory'
import type { TurnContext } from '../turn'
import type { Job } from './job'
import { choicesOf, isoDay, type Slot } from './slots'

/** What is asked for a job, what goes with the question, and what was told so far. */

/** What is asked for a slot. */
export const questionFor = (slot: Slot, phrases: Phrases): string =>
  slot.question.trim() || phrases.duty.ask(inWords(slot.name))
const inWords = (name: string): string => name.replace(/_+/g, ' ')

/** Everything that is missing as a form, once, where the duty is begun and more than one thing is missing. */
export function formFor(
  { ask, asForm, name }: Job,
  { filled, asking }: DutyState,
  phrases: Phrases,
): readonly Insert[] {
  const missing = ask.filter((slot) => !(slot.name in filled))
  if (!asForm || asking !== '' || missing.length < 2) return []
  const fields = missing.map((slot) => ({
    name: slot.name,
    label: questionFor(slot, phrases),
    type: slot.type,
    required: slot.required,
    choices: slot.type === 'choice' ? [...choicesOf(slot)] : [],
  }))
  return [{ kind: 'form', title: name, fields }]
}

/** What the job's tools have to choose from for what is asked next. */
export async function offersFor(
  job: Job,
  next: Slot,
  { filled }: DutyState,
  { today }: TurnContext,
): Promise<readonly Insert[]> {
  const known = withDays(job, filled, today)
  const offers = await Promise.all(job.tools.map(({ tool }) => tool.offer?.(next.name, known).catch(() => undefined)))
  return offers.filter((offer) => offer !== undefined)
}

/** What was told, days as tools want them. */
export const withDays = (
  job: Job,
  known: Readonly<Record<string, string>>,
  today: TurnContext['today'],
): Record<string, string> =>
  Object.fromEntries(
    Object.entries(known).map(([name, value]) => [
      name,
      job.ask.find((slot) => slot.name === name)?.type === 'date' ? isoDay(value, today) : value,
    ]),
  )

/** What was told, in the order it is asked for. */
const inOrder = ({ ask }: Job, filled: Readonly<Record<string, string>>): Record<string, string> => ({
  ...Object.fromEntries(ask.flatMap(({ name }) => (name in filled ? [[name, filled[name]!]] : []))),
  ...filled,
})

/** The same as lines to be read. */
export const recapOf = (job: Job, { filled, input }: DutyState): string[] =>
  Object.entries(input ?? inOrder(job, filled)).flatMap(([name, value]) =>
    String(value) === '' || value === LEFT_OUT || typeof value === 'object'
      ? []
      : [`- ${inWords(name)}: ${String(value)}`],
  )

/** What a job is called in the workings. */
export const kindOf = ({ isTool }: Job): string => (isTool ? 'The tool' : 'The duty')
