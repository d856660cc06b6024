export { draftFrom } from './sentence'
export { draftedPaths, stillDrafted } from './drafted'
export { sortPrompt, type Placement } from './sortPrompt'
export { answerQuestion, openQuestions, type InterviewQuestion } from './interview'
