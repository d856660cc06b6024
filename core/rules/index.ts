/** An instruction in plain words, read into a condition and directives. */
export { readRule, type RuleReading } from './read'
export type { Condition } from './condition'
export { LANGUAGES } from './names'
export type { Directive } from './directive'
export { explainCondition, explainDirective } from './explain'
export { breaks, hold, type Held, type Samples, type Situation } from './apply'
