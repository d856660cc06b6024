import { z } from 'zod'
import { OUTCOMES } from '../dialogue'
import { ruleSchema, zoneSchema } from './recurrence'

const words = z.array(z.string().trim().min(1).max(120)).max(30).default([])

/** What every cue has: what the relay is given, with {{places}} for what happened, and how often a day at most. */
const common = {
  inputs: z.record(z.string().max(40), z.string().max(4000)).default({}),
  isOn: z.boolean().default(true),
  mostPerDay: z.number().int().min(1).max(1000).default(20),
}

/** When a relay begins by itself: at a time, or when something happened. */
export const cueSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('time'), rule: ruleSchema, timeZone: zoneSchema, ...common }),
  /** Something new stands in a feed (RSS or Atom); with words, only what has one of them. */
  z.object({ kind: z.literal('feed'), url: z.url({ protocol: /^https?$/ }).max(2000), words, ...common }),
  /** Another program calls, signed with the secret of the cue (Standard Webhooks). */
  z.object({ kind: z.literal('call'), ...common }),
  /** A conversation with a visitor is over; how it ended, and what was said in it. */
  z.object({
    kind: z.literal('conversation'),
    outcomes: z.array(z.enum(OUTCOMES)).max(7).default([]),
    words,
    ...common,
  }),
])
export type Cue = z.infer<typeof cueSchema>
export type CueKind = Cue['kind']

/** Something that happened: what tells it from others, and what stands in it by name. */
export interface CueEvent {
  /** The same for the same event, however often it is seen. */
  readonly key: string
  readonly title: string
  readonly at: Date
  readonly values: Readonly<Record<string, string>>
  readonly outcomes?: readonly string[]
}

/** Whether a cue takes an event, and why not. */
export function takes(cue: Cue, event: CueEvent): { readonly isTaken: boolean; readonly because: string } {
  const no = (because: string) => ({ isTaken: false, because })
  const holds = (text: string, list: readonly string[]) =>
    list.length === 0 || list.some((word) => text.toLowerCase().includes(word.toLowerCase()))
  const all = Object.values(event.values).join('\n')
  if ('words' in cue && !holds(all, cue.words)) return no(`It holds none of: ${cue.words.join(', ')}.`)
  if (
    cue.kind === 'conversation' &&
    cue.outcomes.length > 0 &&
    !cue.outcomes.some((each) => event.outcomes?.includes(each))
  )
    return no(`It ended in none of: ${cue.outcomes.join(', ')}.`)
  return { isTaken: true, because: '' }
}

const LONGEST_INPUT = 20_000

/**
 * What a relay is given for an event: its inputs with the {{places}} filled. An input that the cue says nothing of takes what
 * stands in the event under its own name. What happened outside is only ever given as what it is: no place is filled twice.
 */
export function inputsFor(cue: Cue, event: CueEvent | undefined, names: readonly string[]): Record<string, string> {
  return Object.fromEntries(
    names.map((name) => {
      const written = cue.inputs[name]?.trim() ?? ''
      const value =
        written === ''
          ? (event?.values[name] ?? '')
          : written.replace(/\{\{\s*([\w-]+)\s*\}\}/g, (_, key: string) => event?.values[key] ?? '')
      return [name, value.slice(0, LONGEST_INPUT)]
    }),
  )
}

/** What stands in an event of each kind, by name. */
export const EVENT_VALUES: Readonly<Record<CueKind, readonly string[]>> = {
  time: [],
  feed: ['title', 'text', 'link', 'date'],
  call: ['text'],
  conversation: ['opening', 'text', 'outcomes', 'visitor'],
}
