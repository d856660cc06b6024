import type { Job } from './jobs'
import type { DutyState } from './memory'
import { nameIn, slotValue, type Slot } from './slots'
import type { TurnContext } from './turn'

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
  for (const slot of ask) {
    if (slot.name in filled || slot.type === 'text') continue
    const value = slotValue(slot, line, false, context.today)
    if (value !== undefined) taken[slot.name] = value
  }
  const wanted = isTool
    ? ask.filter(({ type, name, required }) => type === 'text' && required && !(name in filled))
    : []
  const name = wanted.length === 1 ? nameIn(line, Object.values(taken)) : undefined
  return name === undefined ? taken : { ...taken, [wanted[0]!.name]: name }
}
