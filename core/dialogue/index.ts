export { takeTurn, LONGEST_LINE } from './takeTurn'
export {
  OUTCOMES,
  type Citation,
  type Exchange,
  type FoundPassage,
  type HandOver,
  type LibraryPort,
  type Outcome,
  type TurnContext,
  type TurnState,
  type Working,
  type Support,
  type Today,
  type WorkingDetail,
} from './turn'
export { ModelProblem, type ChatMessage, type Model, type ModelEvent } from './model'
export { parseQuestionMessage, questionMessage, type GivenPassage, type QuestionMessage } from './prompt'
export { exchangeOf, factsIn, NOTHING_KNOWN, type Collected, type DutyState, type Fact, type Memory } from './memory'
export { lookedUpAs, withGlossary, type Named } from './widen'
export { withoutMarkers } from './citations'
export { PassageLibrary, type StoredPassage, type StoredSource } from './library'
