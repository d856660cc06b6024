export { takeTurn, LONGEST_LINE } from './takeTurn'
export {
  OUTCOMES,
  type Citation,
  type Exchange,
  type FoundPassage,
  type LibraryPort,
  type Outcome,
  type TurnContext,
  type TurnState,
  type Working,
  type WorkingDetail,
} from './turn'
export { ModelProblem, type ChatMessage, type Model, type ModelEvent } from './model'
export { parseQuestionMessage, questionMessage, type GivenPassage } from './prompt'
export { withGlossary } from './retrieve'
export { withoutMarkers } from './citations'
