export { scriptSchema, scriptTurnSchema, type Script, type ScriptTurn } from './script'
export { checkSchema, judge, meansTheSame, type Check, type CheckedReply, type Judge, type Verdict } from './checks'
export { playScript, type PlayTurn, type ScriptResult, type TurnResult } from './run'
export { compareRuns, type Compared, type Movement, type ScriptComparison } from './compare'
