import { compareRuns, type ScriptResult, type TurnResult } from '../rehearsal'
import { notedTurn, type NotedTurn } from './note'

/** A script that a proposal moves, by its title. */
export interface Moved {
  readonly scriptId: string
  readonly title: string
}

/** What a proposal would do: the noted answer before and now, whether it mends the note, and what becomes of all scripts. */
export interface Trial {
  readonly before: NotedTurn
  readonly now: NotedTurn
  /** Each thing that must be true for the note to be mended, and whether it is. */
  readonly checks: TurnResult['checks']
  readonly mends: boolean
  readonly broken: readonly Moved[]
  readonly mended: readonly Moved[]
  readonly reworded: number
  readonly unchanged: number
  /** How many scripts were played, and how many there are: fewer while the trial goes on. */
  readonly played: number
  readonly scripts: number
}

/** A trial of the noted line alone, before any of so many scripts was played. */
export function tried(before: NotedTurn, now: TurnResult, scripts: number): Trial {
  return {
    before,
    now: notedTurn(now),
    checks: now.checks,
    mends: now.checks.length > 0 && now.checks.every(({ passed, isUnjudged }) => passed && !isUnjudged),
    broken: [],
    mended: [],
    reworded: 0,
    unchanged: 0,
    played: 0,
    scripts,
  }
}

/** A trial with what became of the scripts played so far. */
export function withScripts(trial: Trial, before: readonly ScriptResult[], now: readonly ScriptResult[]): Trial {
  const titles = new Map(now.map((result) => [result.scriptId, result.title]))
  const moved = compareRuns(before, now)
  const those = (movement: string): Moved[] =>
    moved
      .filter((each) => each.movement === movement)
      .map(({ scriptId }) => ({ scriptId, title: titles.get(scriptId) ?? '' }))
  return {
    ...trial,
    broken: those('broken'),
    mended: those('mended'),
    reworded: those('reworded').length,
    unchanged: those('same').length,
    played: now.length,
  }
}

/** Whether a trial shows an edit to be useless: the answer is the same, and nothing that was wrong is right. */
export const isUseless = ({ before, now, mends }: Trial): boolean => !mends && before.reply === now.reply

/** How well an edit did, to put the best first: those that mend and break nothing, then the gentlest. */
export const worth = ({ mends, broken, mended, reworded, checks }: Trial): number =>
  (mends ? 1000 : 0) -
  broken.length * 100 +
  checks.filter(({ passed }) => passed).length * 10 +
  mended.length -
  Math.min(9, reworded)

/** What a trial says in one line: "Mends it, breaks none of 14, rewords 2". */
export function trialLine({ mends, broken, mended, reworded, played, scripts }: Trial): string {
  const many = (count: number, one: string, more = `${one}s`) => `${count} ${count === 1 ? one : more}`
  const parts = [mends ? 'Mends it' : 'Does not mend it']
  if (scripts === 0) return `${parts[0]}; there are no scripts to hold it against`
  const of = played < scripts ? `${played} of ${scripts} scripts so far` : many(scripts, 'script')
  if (broken.length === 0) parts.push(`breaks none of ${of}`)
  else {
    const named = broken.slice(0, 3).map(({ title }) => `“${title}”`)
    const more = broken.length > named.length ? ` and ${broken.length - named.length} more` : ''
    parts.push(`breaks ${broken.length} of ${of}: ${named.join(', ')}${more}`)
  }
  if (mended.length > 0) parts.push(`mends ${many(mended.length, 'script')} besides`)
  if (reworded > 0) parts.push(`rewords ${reworded}`)
  return parts.join(', ')
}
