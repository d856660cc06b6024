export { readRule, type Condition, type Directive, type Reading } from './read'
export { holds, mentions, breaks, type Situation } from './apply'
export { intentOf, answerKindOf, type AnswerKind, type Intent } from './intent'
