export { briefFrom, briefSchema, idFromWords, ruleSchema, BRIEF_VERSION, type Brief, type Rule } from './schema'
export { compile, type CompiledPrompt, type PromptLine } from './compile'
export { changesBetween, FIELD_LABELS, type BriefChange } from './changes'
export { migrate, type StoredBrief } from './migrate'
export { fillVariables } from './variables'
export { DIALS, dialWords, type DialName } from './prompt'
export { reviewBrief, REMARK_KINDS, type Remark, type RemarkKind } from './review'
export { applyEdit, editBetween, editOf, inverse, touches, type BriefEdit, type Edited } from './edit'
export {
  answerQuestion,
  draftFrom,
  draftingMessages,
  DRAFTING_TITLE,
  draftedPaths,
  openQuestions,
  sortPrompt,
  stillDrafted,
  type InterviewQuestion,
  type Placement,
  readModelDraft,
  type ModelDraft,
} from './draft'
export { sectionSizes } from './compile'
export { inItsLanguage } from './unknown'
export { linesOf, type BriefLine } from './lines'
export { mentionOf, toolsNamedIn, withoutToolNames } from './mentions'
