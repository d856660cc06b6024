import { wordsOf } from '../../languages'
import { find, holds, tokensOf, wordsIn } from '../../reading'
import { languageOf, quantitiesIn, withoutTimes } from '../../text'
import type { DutyState } from '../memory'
import type { TurnContext } from '../turn'
import type { Job } from './job'
import { nameIn, numberNamed, numberOfAnyone, slotValue, type Slot } from './slots'

/** What a visitor's line gives a job: a form filled in, a correction, values that go without asking. */

/** What a form was filled in with, "name: value" a line; undefined for a line that is none. What is no answer is asked for again. */
export function formIn({ ask, asForm }: Job, line: string, { today }: TurnContext): Record<string, string> | undefined {
  if (!asForm) return undefined
  const lines = line.split('\n').map((each) => /^([^:]{1,80}): (.+)$/.exec(each.trim()))
  if (lines.length === 0 || lines.some((each) => !ask.some(({ name }) => name === each?.[1]))) return undefined
  return Object.fromEntries(
    lines.flatMap((each) => {
      const slot = ask.find(({ name }) => name === each![1])!
      const value = slotValue(slot, each![2]!, true, today)
      return value === undefined ? [] : [[slot.name, value]]
    }),
  )
}

/** The slot a correction means: the one it names, else the last filled one whose type it gives. */
export function correction(
  duty: Job,
  { filled, asking }: Pick<DutyState, 'filled' | 'asking'>,
  line: string,
  rest: string,
  context: TurnContext,
): { slot: Slot; value: string } | undefined {
  const given = duty.ask.filter((slot) => slot.name in filled)
  const named = given.find((slot) => line.toLowerCase().includes(slot.name.toLowerCase()))
  const order = named ? [named] : [...given].reverse()
  for (const slot of order) {
    const value = slotValue(slot, rest, named !== undefined || slot.type === 'number', context.today)
    const isForAsked =
      slot.type === duty.ask.find((each) => each.name === asking)?.type &&
      named === undefined &&
      /^\W*no\W*$/i.test(line)
    if (value !== undefined && !isForAsked) return { slot, value }
  }
  return undefined
}

/** What a line gives beside what was asked: values of slots whose type tells them apart, and a name where one is wanted. */
export function takenFrom(
  { ask, isTool }: Job,
  line: string,
  filled: Readonly<Record<string, string>>,
  context: TurnContext,
): Record<string, string> {
  const taken: Record<string, string> = {}
  const open = ask.filter(({ name, type }) => !(name in filled) && type !== 'text')
  for (const slot of open) {
    const value = slot.type === 'number' ? numberNamed(slot, line) : slotValue(slot, line, false, context.today)
    if (value !== undefined) taken[slot.name] = value
  }
  // "Four people" are counted once: under the first number that nothing else was said for.
  const first = open.find(({ name, type }) => type === 'number' && !(name in taken))
  const anyone = first && numberOfAnyone(ask, line)
  if (anyone !== undefined && !Object.values(taken).includes(anyone)) taken[first!.name] = anyone
  const wanted = isTool
    ? ask.filter(({ type, name, required }) => type === 'text' && required && !(name in filled))
    : []
  const [slot, ...more] = wanted
  if (!slot || more.length > 0) return taken
  const words = aboutIn(slot, line) ?? nameIn(line, Object.values(taken))
  return words === undefined ? taken : { ...taken, [slot.name]: words }
}

/** What a line says something is about, for a slot that asks for just that: "remind me next Friday about the seeds". */
function aboutIn({ question }: Slot, line: string): string | undefined {
  const { regarding, light } = wordsOf(languageOf(line))
  if (!holds(regarding, tokensOf(question))) return undefined
  const tokens = tokensOf(line)
  const match = find(regarding, tokens)
  const from = match && tokens[match.to]?.start
  if (from === undefined) return undefined
  const about = withoutTimes(line.slice(from)).replace(/[\s,.?!]+$/, '')
  const said = tokensOf(about)
  // "About this on" is left of "about this on Friday": what hangs in the air at the end goes.
  const end = said.findLast(({ text }) => !wordsIn(light).has(text) && text.length > LONGEST_HANGING)?.end
  return end === undefined ? undefined : about.slice(0, end)
}
const LONGEST_HANGING = 2

/** What a line gives that answers nothing but other slots: an address, or a day and a time, where a subject was asked for. */
export function answersAnother(
  { ask }: Job,
  slot: Slot,
  line: string,
  filled: Readonly<Record<string, string>>,
  { today }: TurnContext,
): Record<string, string> | undefined {
  if (slot.type !== 'text') return undefined
  const plain = line.trim()
  const clock = quantitiesIn(plain).find(({ dimension }) => dimension === 'clock')
  const withoutClock = clock ? plain.slice(0, clock.start) + plain.slice(clock.end) : plain
  const isWhen = !tokensOf(withoutTimes(withoutClock)).some(({ text }) => text.length > LONGEST_HANGING)
  const given = ask.flatMap((each): [string, string][] => {
    const value = each.name in filled ? undefined : slotValue(each, plain, false, today)
    const isWhole = ['email', 'phone'].includes(each.type)
      ? value === plain
      : isWhen && ['date', 'time'].includes(each.type)
    return value !== undefined && isWhole ? [[each.name, value]] : []
  })
  return given.length > 0 ? Object.fromEntries(given) : undefined
}
