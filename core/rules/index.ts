export { readRule, type Reading } from './read'
export { explainCondition, LANGUAGES, type Condition } from './condition'
export { explainDirective, type Directive } from './directive'
export { holds, mentions, breaks, type Situation } from './apply'
