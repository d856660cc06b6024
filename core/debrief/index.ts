/** Questions asked of finished conversations. */
export {
  DEBRIEF_KINDS,
  isAnswerTo,
  type DebriefAnswer,
  type DebriefKind,
  type DebriefQuestion,
  type SpokenLine,
} from './question'
export { debriefByWords } from './byWords'
