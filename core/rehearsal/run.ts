import type { Judgement } from '../errands'
import { exchangeOf, type Citation, type Exchange, type Outcome, type TurnState, type Working } from '../dialogue'
import { judge, type Check, type Verdict } from './checks'
import type { Repeats } from './repeated'
import type { Insert } from '../inserts'
import type { Brief } from '../brief'
import { builtInsFor, standInTool, type StandIn, type Tool } from '../tools'
import type { Script, ScriptTurn } from './script'

/** One turn of a run: what was said, what came back, and each check with its verdict. */
export interface TurnResult {
  readonly say: string
  readonly reply: string
  readonly outcome: Outcome
  readonly citations: readonly Citation[]
  readonly workings: readonly Working[]
  /** What was shown beside the words; runs kept from earlier have none. */
  readonly inserts?: readonly Insert[]
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
  /** Set when it was played several times. */
  readonly repeats?: Repeats
}

/** Takes one turn given the conversation so far. */
export type PlayTurn = (
  said: string,
  conversation: readonly Exchange[],
  recorded: readonly RecordedAnswer[],
) => Promise<TurnState>

/** What a tool answers in a script, by its name. */
export type RecordedAnswer = NonNullable<ScriptTurn['tools']>[number]

/**
 * The tools of an agent where nobody outside is asked: they answer as a script says where it says something, else as was
 * kept for tests; what needs nothing outside does what it does, and chance always takes the first.
 */
export function rehearsedTools(
  brief: Pick<Brief, 'tools'>,
  standIns: readonly StandIn[],
  recorded: readonly RecordedAnswer[],
  now: () => Date,
): readonly Tool[] {
  const named = new Set(brief.tools.flatMap(({ id, enabled }) => (enabled ? [id] : [])))
  const said = (name: string) => recorded.find((each) => each.name === name)?.answer
  const own = builtInsFor(named, { now, random: () => 0 }).map((tool) => {
    const answer = said(tool.name)
    return answer === undefined
      ? tool
      : standInTool({ ...tool, title: tool.title ?? tool.name, changes: false, answer })
  })
  return [...own, ...standIns.map((tool) => standInTool({ ...tool, answer: said(tool.name) ?? tool.answer }))]
}

/** Judges what nothing here can, of a reply; undefined when it cannot either. */
export type JudgeOther = (
  statement: string,
  turn: TurnState,
) => Promise<(Judgement & { readonly by: string }) | undefined>

/** Plays a script turn by turn in one conversation, which may go on from what was said before, and holds each reply against its checks. */
export async function playScript(
  script: Pick<Script, 'title' | 'turns'> & { readonly id: string },
  play: PlayTurn,
  before: readonly Exchange[] = [],
  judgeOther?: JudgeOther,
): Promise<ScriptResult> {
  const turns: TurnResult[] = []
  let conversation = before
  for (const turn of script.turns) {
    const state = await play(turn.say, conversation, turn.tools ?? [])
    const checks = await Promise.all(
      turn.checks.map(async (check) => ({ check, ...(await verdictOn(check, state, judgeOther)) })),
    )
    turns.push({
      say: turn.say,
      reply: state.reply,
      outcome: state.outcome,
      citations: state.citations,
      workings: state.workings,
      inserts: state.inserts,
      checks,
      passed: checks.every(({ passed, check }) => passed || check.soft === true),
    })
    conversation = [...conversation, exchangeOf(state)]
  }
  return { scriptId: script.id, title: script.title, passed: turns.every((turn) => turn.passed), turns }
}

/** The verdict on a check; what nothing here can tell is asked of another judge, and the verdict says of which. */
async function verdictOn(check: Check, state: TurnState, judgeOther?: JudgeOther): Promise<Verdict> {
  const verdict = judge(check, state)
  if (!verdict.isUnjudged || check.kind !== 'plain') return verdict
  const judged = await judgeOther?.(check.text, state)
  if (!judged) return verdict
  const { holds, why, by } = judged
  return {
    passed: holds !== (check.not === true),
    reason: `“${by}” says ${holds ? 'yes' : 'no'}${why ? `: ${why}` : '.'}`,
  }
}
