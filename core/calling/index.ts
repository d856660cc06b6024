/**
 * The one judgement whether a visitor's line calls for a rule, boundary, duty, deliberation, tool or colleague: a
 * condition in plain words and sample lines against a line that was read, with a confidence and its reasons.
 */
export { BARS, judge, type Call, type Callable } from './judge'
export { alike, FEATURES, measure, overlap } from './features'
export { conditionOf, meanOf, meanVector, nearness, relatedBy, senseOf, subjectOf, weightOf, type Sense } from './sense'
