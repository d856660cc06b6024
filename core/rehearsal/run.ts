import { exchangeOf, type Citation, type Exchange, type Outcome, type TurnState, type Working } from '../dialogue'
import { judge, type Check, type Verdict } from './checks'
import type { Script } from './script'

/** One turn of a run: what was said, what came back, and each check with its verdict. */
export interface TurnResult {
  readonly say: string
  readonly reply: string
  readonly outcome: Outcome
  readonly citations: readonly Citation[]
  readonly workings: readonly Working[]
  readonly checks: readonly (Verdict & { readonly check: Check })[]
  readonly passed: boolean
}

/** One script of a run. It passed when every check of every turn did, those that only warn aside. */
export interface ScriptResult {
  readonly scriptId: string
  readonly title: string
  readonly passed: boolean
  readonly turns: readonly TurnResult[]
  /** Set when the script could not be played to its end. */
  readonly error?: string
}

/** Takes one turn given the conversation so far. */
export type PlayTurn = (said: string, conversation: readonly Exchange[]) => Promise<TurnState>

/** Plays a script turn by turn in one conversation, which may go on from what was said before, and holds each reply against its checks. */
export async function playScript(
  script: Pick<Script, 'title' | 'turns'> & { readonly id: string },
  play: PlayTurn,
  before: readonly Exchange[] = [],
): Promise<ScriptResult> {
  const turns: TurnResult[] = []
  let conversation = before
  for (const turn of script.turns) {
    const state = await play(turn.say, conversation)
    const checks = turn.checks.map((check) => ({ check, ...judge(check, state) }))
    turns.push({
      say: turn.say,
      reply: state.reply,
      outcome: state.outcome,
      citations: state.citations,
      workings: state.workings,
      checks,
      passed: checks.every(({ passed, check }) => passed || check.soft === true),
    })
    conversation = [...conversation, exchangeOf(state)]
  }
  return { scriptId: script.id, title: script.title, passed: turns.every((turn) => turn.passed), turns }
}
