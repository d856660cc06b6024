/** A script of a run as far as it is compared; `reply` may be the reply or whatever tells it from others. */
export interface Compared {
  readonly scriptId: string
  readonly passed: boolean
  readonly turns: readonly { readonly reply: string }[]
}

/** How one script fared against the run before. */
export type Movement = 'same' | 'mended' | 'broken' | 'reworded' | 'new'

/** What changed in one script between two runs; `turns` are the indexes of the turns whose reply reads differently. */
export interface ScriptComparison {
  readonly scriptId: string
  readonly movement: Movement
  readonly turns: readonly number[]
}

/** Compares the scripts of a run with those of the run before it; scripts that were not run before are new. */
export function compareRuns(before: readonly Compared[], now: readonly Compared[]): ScriptComparison[] {
  const known = new Map(before.map((result) => [result.scriptId, result]))
  return now.map((result): ScriptComparison => {
    const was = known.get(result.scriptId)
    if (!was) return { scriptId: result.scriptId, movement: 'new', turns: [] }
    const turns = result.turns.flatMap((turn, at) => (turn.reply === was.turns[at]?.reply ? [] : [at]))
    const movement =
      result.passed !== was.passed ? (result.passed ? 'mended' : 'broken') : turns.length > 0 ? 'reworded' : 'same'
    return { scriptId: result.scriptId, movement, turns }
  })
}
