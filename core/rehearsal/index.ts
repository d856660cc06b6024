export * from './forms'
export { scriptSchema, scriptTurnSchema, type Script, type ScriptTurn } from './script'
export { checkSchema, judge, meansTheSame, type Check, type CheckedReply, type Verdict } from './checks'
export { repeated, type Repeats } from './repeated'
export {
  playScript,
  rehearsedTools,
  type RecordedAnswer,
  type JudgeOther,
  type PlayTurn,
  type ScriptResult,
  type TurnResult,
} from './run'
export { compareRuns, type Compared, type Movement, type ScriptComparison } from './compare'
