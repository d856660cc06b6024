import type { Brief } from '../schema'
import * as agreement from './agreement'
import * as names from './names'
import * as parts from './parts'
import * as rules from './rules'
import type { Finder, Remark, ReviewContext } from './remark'

export { REMARK_KINDS, type Remark, type RemarkKind, type ReviewContext } from './remark'

const FINDERS: readonly Finder[] = [
  parts.missing,
  rules.saidAndForbidden,
  rules.shortAndLong,
  rules.twoOffers,
  rules.twoSignOffs,
  rules.neverApplies,
  rules.saidTwice,
  rules.noWayOut,
  rules.vague,
  rules.strengthAgainstWords,
  rules.tooLongRule,
  names.unknownTool,
  names.unknownDuty,
  names.unknownVariable,
  names.unexplained,
  parts.dutyBehindBoundary,
  parts.asking,
  parts.boundaryWithoutExamples,
  parts.suggestionBehindBoundary,
  parts.exampleBreaksRule,
  parts.greetingOutOfTone,
  parts.termTwice,
  agreement.absoluteWithExceptions,
  agreement.twoLimits,
  agreement.personaAgainstDials,
  agreement.samplesAgainstDials,
  agreement.askedForNothing,
  agreement.promiseNobodyKeeps,
  parts.overBudget,
]

/**
 * Reads a brief as a careful colleague would and gives remarks for the margin, in the order of the finders. Rules that
 * are switched off are left alone. A false alarm is worse than a miss: a finder that is not sure keeps silent.
 */
export const reviewBrief = (brief: Brief, context: ReviewContext = {}): Remark[] =>
  FINDERS.flatMap((finder) => finder(brief, context))
