import { z } from 'zod'
import { OUTCOMES } from '../dialogue'
import { zoneSchema } from '../zones'
import { ruleSchema } from './recurrence'

const words = z.array(z.string().trim().min(1).max(120)).max(30).default([])

/** What every cue has: what the relay is given, with {{places}} for what happened, and how often a day at most. */
const common = {
  inputs: z.record(z.string().max(40), z.string().max(4000)).default({}),
  isOn: z.boolean().default(true),
  mostPerDay: z.number().int().min(1).max(1000).default(20),
}

/** When a relay begins by itself: at a time, or when something happened. */
export const cueSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('time'), rule: ruleSchema, timeZone: zoneSchema.default('UTC'), ...common }),
  /** Something new stands in a feed (RSS or Atom); with words, only what has one of them. */
  z.object({ kind: z.literal('feed'), url: z.url({ protocol: /^https?$/ }).max(2000), words, ...common }),
  /** A mail arrived: from whom, about what, holding which words. Empty lists take any. */
  z.object({
    kind: z.literal('mail'),
    host: z.string().trim().min(1, 'Say which server the mails are on.').max(200),
    port: z.number().int().min(1).max(65_535).default(993),
    security: z.enum(['tls', 'starttls', 'none']).default('tls'),
    user: z.string().trim().min(1, 'Say whose mailbox it is.').max(200),
    folder: z.string().trim().min(1).max(200).default('INBOX'),
    /** Addresses, or whole domains as "@club.example". */
    from: words,
    subject: words,
    words,
    /** What comes of it: an answer to who wrote, the draft of one, or a run to be read. */
    does: z.enum(['answer', 'draft', 'note']).default('draft'),
    ...common,
  }),
  /** Another program calls, signed with the secret of the cue (Standard Webhooks). */
  z.object({ kind: z.literal('call'), ...common }),
  /** A conversation with a visitor is over; how it ended, and what was said in it. */
  z.object({
    kind: z.literal('conversation'),
    outcomes: z.array(z.enum(OUTCOMES)).max(7).default([]),
    words,
    ...common,
  }),
  /** A file was put into a folder of this machine, below the one that its keeper named for it. */
  z.object({
    kind: z.literal('file'),
    folder: z
      .string()
      .trim()
      .max(300)
      .refine(
        (path) => !/(^|[\\/])\.\.?([\\/]|$)|^[\\/]|\0/.test(path),
        'Name a folder below the one that is set, without “..”.',
      )
      .default(''),
    words,
    ...common,
  }),
  /** Visitors asked for something so often without an answer; again when it was asked twice as often, and so on. */
  z.object({ kind: z.literal('wanting'), atLeast: z.number().int().min(2).max(1000).default(5), words, ...common }),
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
  /** Written by a program that answers by itself: never taken, so that two never write to each other for ever. */
  readonly isAutomatic?: boolean
  /** Its time was missed, and is made up for. */
  readonly isLate?: boolean
  /** Where it came by mail: whom an answer goes to, and which mail it answers. */
  readonly replyTo?: { readonly to: string; readonly subject: string; readonly messageId: string }
}

/**
 * How often a count has doubled since it reached what a cue waits for: 0 from then on, 1 from twice as much; undefined before.
 * A group that grows is told of at each of these and not in between.
 */
export const timesDoubled = (count: number, atLeast: number): number | undefined =>
  count < atLeast ? undefined : Math.floor(Math.log2(count / atLeast))

/** Whether a cue takes an event, and why not. */
export function takes(cue: Cue, event: CueEvent): { readonly isTaken: boolean; readonly because: string } {
  const no = (because: string) => ({ isTaken: false, because })
  const holds = (text: string, list: readonly string[]) =>
    list.length === 0 || list.some((word) => text.toLowerCase().includes(word.toLowerCase()))
  const all = Object.values(event.values).join('\n')
  if (event.isAutomatic) return no('It was written by a program that answers by itself.')
  if ('words' in cue && !holds(all, cue.words)) return no(`It holds none of: ${cue.words.join(', ')}.`)
  if (cue.kind === 'mail') {
    const from = (event.values.from ?? '').toLowerCase()
    const isFrom = (each: string) =>
      each.startsWith('@') ? from.endsWith(each.toLowerCase()) : from === each.toLowerCase()
    if (cue.from.length > 0 && !cue.from.some(isFrom)) return no(`“${from}” is none of those whose mails are taken.`)
    if (!holds(event.values.subject ?? '', cue.subject))
      return no(`Its subject holds none of: ${cue.subject.join(', ')}.`)
  }
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
