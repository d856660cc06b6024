export { checkSchema, scriptSchema, scriptTurnSchema, type Check, type Script, type ScriptTurn } from './script'
export { judge, type CheckedReply, type Verdict } from './check'
export { playScript, type PlayTurn, type ScriptResult, type TurnResult } from './run'
export { compareRuns, type Movement, type ScriptComparison } from './compare'
