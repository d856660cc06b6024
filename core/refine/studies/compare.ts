import { asCsv, type ScriptResult } from '../../rehearsal'
import { wordCount } from '../../text'

/** One line as two set-ups answered it. */
export interface ComparedLine {
  readonly scriptId: string
  readonly title: string
  readonly say: string
  readonly one: ComparedAnswer
  readonly other: ComparedAnswer
  readonly isSame: boolean
}

export interface ComparedAnswer {
  readonly reply: string
  readonly outcome: string
  readonly words: number
  readonly checks: number
  readonly held: number
  readonly tookMs: number
}

/** Lays two runs of the same scripts side by side, line by line. */
export function comparedLines(one: readonly ScriptResult[], other: readonly ScriptResult[]): ComparedLine[] {
  const known = new Map(other.map((result) => [result.scriptId, result]))
  return one.flatMap(({ scriptId, title, turns }) =>
    turns.flatMap((turn, at): ComparedLine[] => {
      const beside = known.get(scriptId)?.turns[at]
      if (!beside) return []
      const isSame = turn.reply === beside.reply
      return [{ scriptId, title, say: turn.say, one: answerOf(turn), other: answerOf(beside), isSame }]
    }),
  )
}

const answerOf = ({ reply, outcome, checks, workings }: ScriptResult['turns'][number]): ComparedAnswer => ({
  reply,
  outcome,
  words: wordCount(reply),
  checks: checks.length,
  held: checks.filter(({ passed }) => passed).length,
  tookMs: Math.round(workings.reduce((sum, { tookMs }) => sum + tookMs, 0)),
})

/** How a line of a comparison was judged. */
export type Vote = 'one' | 'other' | 'same'

/** A comparison as CSV: a line each, both answers with words, checks and time, and the vote. */
export function comparisonAsCsv(
  names: { readonly one: string; readonly other: string },
  lines: readonly ComparedLine[],
  votes: Readonly<Record<string, Vote>>,
): string {
  const heads = (side: string) => [side, ...['words', 'checks held', 'checks', 'ms'].map((what) => `${side}: ${what}`)]
  const voted = { ...names, same: 'alike' }
  const rows = lines.map(({ title, say, one, other }, at) => {
    const vote = votes[String(at)]
    const cells = [one, other].flatMap(({ reply, words, held, checks, tookMs }) => [reply, words, held, checks, tookMs])
    return [title, say, ...cells, vote ? voted[vote] : '']
  })
  return asCsv([['script', 'line', ...heads(names.one), ...heads(names.other), 'vote'], ...rows])
}
