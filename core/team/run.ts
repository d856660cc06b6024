import { withoutMarkers, type Citation } from '../dialogue'
import { marked, type Insert } from '../inserts'
import { withoutListSign } from '../text'
import type { Leg, Relay } from './schema'

/** What came of one leg so far. */
export interface LegResult {
  readonly name: string
  /**
   * `asks`: the agent wants a yes before it does something. `looked`: a person is to look at the result. `unsure`: it was cut
   * off while it may have changed something, and is not begun again by itself.
   */
  readonly state: 'waiting' | 'running' | 'asks' | 'looked' | 'unsure' | 'done' | 'left' | 'failed'
  readonly text: string
  readonly citations: readonly Citation[]
  /** What it shows beside the words; the words tell it too. */
  readonly inserts?: readonly Insert[]
  /** Sentences that legs before had said already, and that were taken out. */
  readonly repeated: readonly string[]
  /** Why it was left out, or what went wrong. */
  readonly because: string
}

/** A relay under way: what it was given, and each leg's result. */
export interface RelayRun {
  readonly inputs: Readonly<Record<string, string>>
  readonly legs: readonly LegResult[]
}

/** A leg that can be begun now, with what it is told: once, or once for each item. */
export interface LegToDo {
  readonly leg: Leg
  readonly tasks: readonly string[]
}

/** A run that has not begun. */
export const begun = ({ legs }: Relay, inputs: Readonly<Record<string, string>>): RelayRun => ({
  inputs,
  legs: legs.map(({ name }) => ({ name, state: 'waiting', text: '', citations: [], repeated: [], because: '' })),
})

const PLACE = /\{\{\s*([\w]+)\s*\}\}/g

/** What a relay cannot be run for, in words, each with the leg it is about; empty when it can. */
export function problemsIn({ inputs, legs, output }: Relay): { leg: string; problem: string }[] {
  const problems: { leg: string; problem: string }[] = []
  const known = new Set(inputs.map(({ name }) => name))
  if (legs.length === 0) problems.push({ leg: '', problem: 'There is no leg yet.' })
  for (const leg of legs) {
    const tell = (problem: string) => problems.push({ leg: leg.name, problem })
    if (known.has(leg.name)) tell(`“${leg.name}” is the name of an input or of another leg, too.`)
    const named = [...placesIn(leg.task), ...(leg.onlyIf ? [leg.onlyIf.of] : []), ...(leg.each ? [leg.each] : [])]
    for (const place of named)
      if (!known.has(place) && !(place === 'item' && leg.each !== ''))
        tell(`“{{${place}}}” is neither an input nor a leg before it.`)
    known.add(leg.name)
  }
  for (const place of placesIn(output))
    if (!known.has(place)) problems.push({ leg: '', problem: `The output names “{{${place}}}”, which is not there.` })
  return problems
}

const placesIn = (text: string): string[] => [...text.matchAll(PLACE)].map((match) => match[1]!)

const ENDED = new Set<LegResult['state']>(['done', 'left'])

/**
 * The legs that can be begun now, those that are not to be done marked as left out. A leg waits for all before it, those it
 * goes alongside with aside; nothing is begun while one of them waits for a person or has failed.
 */
export function nextLegs(relay: Relay, run: RelayRun): { readonly run: RelayRun; readonly todo: readonly LegToDo[] } {
  let now = run
  const todo: LegToDo[] = []
  for (const [at, leg] of relay.legs.entries()) {
    const result = now.legs[at]!
    if (ENDED.has(result.state)) continue
    if (result.state !== 'waiting' || !areBeforeEnded(relay, now, at)) continue
    const because = reasonToLeave(leg, now)
    if (because !== '') now = withLeg(now, { ...result, state: 'left', because })
    else todo.push({ leg, tasks: tasksFor(leg, now) })
  }
  // What was left out may be all that others waited for.
  return todo.length === 0 && now !== run ? nextLegs(relay, now) : { run: now, todo }
}

/** Whether all that a leg waits for is over: everything before the group of legs it goes alongside with. */
function areBeforeEnded({ legs }: Relay, run: RelayRun, at: number): boolean {
  let first = at
  while (first > 0 && legs[first]!.alongside) first--
  return run.legs.slice(0, first).every(({ state }) => ENDED.has(state))
}

function reasonToLeave({ onlyIf, each }: Leg, run: RelayRun): string {
  if (onlyIf) {
    const mentions = valueOf(onlyIf.of, run).toLowerCase().includes(onlyIf.mentions.toLowerCase())
    if (mentions === onlyIf.not)
      return `“${onlyIf.of}” ${onlyIf.not ? 'mentions' : 'does not mention'} “${onlyIf.mentions}”.`
  }
  if (each !== '' && itemsOf(valueOf(each, run)).length === 0) return `There is nothing in “${each}”.`
  return ''
}

const valueOf = (name: string, { inputs, legs }: RelayRun): string =>
  inputs[name] ?? withoutMarkers(legs.find((leg) => leg.name === name)?.text ?? '')

const MOST_ITEMS = 50

/** The lines of a text that stand for one thing each: list items, rows of a table, or plain lines. */
export const itemsOf = (text: string): string[] =>
  text
    .split('\n')
    .map((line) => withoutListSign(line.trim()).trim())
    .filter((line) => line !== '' && !/^\|?[\s|:-]+\|?$/.test(line))
    .slice(0, MOST_ITEMS)

/** What a leg is told, its places filled. */
export const taskFor = (task: string, run: RelayRun, item?: string): string =>
  task
    .replace(PLACE, (_, name: string) => (name === 'item' && item !== undefined ? item : valueOf(name, run)))
    .replace(/[ \t]+/g, ' ')
    .trim()

const tasksFor = (leg: Leg, run: RelayRun): string[] =>
  leg.each === ''
    ? [taskFor(leg.task, run)]
    : itemsOf(valueOf(leg.each, run)).map((item) => taskFor(leg.task, run, item))

/** A run with another result of a leg. */
export const withLeg = (run: RelayRun, result: LegResult): RelayRun => ({
  ...run,
  legs: run.legs.map((leg) => (leg.name === result.name ? result : leg)),
})

/** What came of a relay: its output with its places filled, or the last result. */
export const outputOf = ({ output }: Relay, run: RelayRun): string =>
  output.trim() === ''
    ? (run.legs.filter(({ state }) => state === 'done').at(-1)?.text ?? '')
    : output.replace(PLACE, (_, name: string) => valueOf(name, run)).trim()

/** What a relay shows beside its output: what the legs did that the output names, or the last of them. */
export const insertsOf = ({ output }: Relay, { legs }: RelayRun): Insert[] => {
  const done = legs.filter(({ state }) => state === 'done')
  const named = new Set(placesIn(output))
  const told = output.trim() === '' ? done.slice(-1) : done.filter(({ name }) => named.has(name))
  // Nothing is cited here any more.
  return told.flatMap(({ inserts = [] }) => inserts.map((insert) => marked(insert, () => null)))
}
