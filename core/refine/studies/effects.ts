import { compareRuns, type Compared } from '../../rehearsal'
import type { Moved } from '../trial'
import type { StudiedEntry } from './entries'

/** What one entry of the brief does: what moves when it is left out. */
export interface Effect extends Omit<StudiedEntry, 'without'> {
  /** Scripts that fail without it, and those that pass only without it. */
  readonly broken: readonly Moved[]
  readonly mended: readonly Moved[]
  readonly reworded: readonly Moved[]
  /**
   * It *works* when leaving it out moves something; it is *twice* when scripts use it and nothing moves, since another line
   * does the same; it is *dead* when no script uses it.
   */
  readonly verdict: 'works' | 'twice' | 'dead'
}

type Titled = Compared & { readonly title: string }

/** The effect of an entry, from a run with the brief as it is and one without it. */
export function effectOf(
  entry: StudiedEntry,
  isUsed: boolean,
  before: readonly Titled[],
  without: readonly Titled[],
): Effect {
  const titles = new Map(before.map(({ scriptId, title }) => [scriptId, title]))
  const moves = compareRuns(before, without)
  const those = (movement: string): Moved[] =>
    moves
      .filter((each) => each.movement === movement)
      .map(({ scriptId }) => ({ scriptId, title: titles.get(scriptId) ?? '' }))
  const [broken, mended, reworded] = [those('broken'), those('mended'), those('reworded')]
  const isMoved = broken.length + mended.length + reworded.length > 0
  const { without: _edit, ...shown } = entry
  return { ...shown, broken, mended, reworded, verdict: isMoved ? 'works' : isUsed ? 'twice' : 'dead' }
}

/** How much moves without an entry: what breaks counts before what is only reworded. */
export const weightOf = ({ broken, mended, reworded }: Effect): number =>
  broken.length * 100 + mended.length * 100 + reworded.length

/** Effects, the largest first, those that do nothing last. */
export const byWeight = (a: Effect, b: Effect): number => weightOf(b) - weightOf(a) || a.text.localeCompare(b.text)
