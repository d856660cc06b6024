export type { Support } from '../grounding'
export { takeTurn, LONGEST_LINE } from './takeTurn'
export {
  dayOf,
  OUTCOMES,
  type Citation,
  type Exchange,
  type FoundPassage,
  type HandOver,
  type Held,
  type ToolUse,
  type LibraryPort,
  type Outcome,
  type People,
  type TurnContext,
  type TurnState,
  type Working,
  type Today,
  type WorkingDetail,
} from './turn'
export {
  ModelProblem,
  type ChatMessage,
  type Model,
  type ModelEvent,
  type ModelRequest,
  type TurnForModel,
  type Usage,
} from './model'
export { isSameHeld, slotValue, takeDecision, type Decision, type Slot } from './jobs'
export type { Colleague } from './colleagues'
export { lineMessage } from './prompt'
export { STEPS, type RegisteredStep } from './steps'
export { sameness } from './given'
export { sidesOf } from './sides'
export { judgeInsert } from './insertCalls'
export { judgeRules, type CalledRule } from './rules'
export { exchangeOf, factsIn, NOTHING_KNOWN, type Collected, type DutyState, type Fact, type Memory } from './memory'
export { lookedUpAs, withGlossary, type Named } from './widen'
export { withoutMarkers } from './citations'
export { PassageLibrary, type StoredPassage, type StoredSource } from './library'
export { groundsOf } from './grounds'
export { masked, maskedWithin, MASKS, type Mask } from './privacy'
