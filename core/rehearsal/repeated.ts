import type { ScriptResult } from './run'

/** How a script fared in several plays of one run: how often it passed, and how often each check of each turn held. */
export interface Repeats {
  readonly times: number
  readonly passed: number
  readonly held: readonly (readonly number[])[]
}

/**
 * Several plays of a script as one result: the first that failed, else the first, since what is wrong is what one wants to
 * see; with how often each check held. It passed when it passed every time.
 */
export function repeated(plays: readonly ScriptResult[]): ScriptResult {
  const shown = plays.find(({ passed }) => !passed) ?? plays[0]!
  if (plays.length === 1) return shown
  const held = shown.turns.map((turn, at) =>
    turn.checks.map((_check, n) => plays.filter((play) => play.turns[at]?.checks[n]?.passed).length),
  )
  return { ...shown, repeats: { times: plays.length, passed: plays.filter(({ passed }) => passed).length, held } }
}
