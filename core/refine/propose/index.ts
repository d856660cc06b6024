import type { Case } from '../case'
import type { Cause } from '../causes'
import * as brief from './brief'
import * as library from './library'
import type { Proposal, Proposer } from './proposal'
import * as rules from './rules'

export { wordedProposals } from './worded'
export { editsIn, PROPOSAL_KINDS, type Proposal, type ProposalKind, type ProposedEdit } from './proposal'

/** Every way of coming to a proposal; which come first is told by the cause. */
const PROPOSERS: readonly Proposer[] = [
  rules.widenRule,
  rules.narrowRule,
  rules.softenRule,
  brief.narrowBoundary,
  brief.addBoundary,
  brief.widenDuty,
  brief.narrowDuty,
  rules.settleRules,
  rules.addRule,
  brief.addTerm,
  brief.setLimit,
  brief.turnDial,
  library.correctPassage,
  library.addPair,
  brief.addModelAnswer,
  brief.addSample,
  library.weighSource,
  library.endSource,
  library.excludePassage,
  rules.dropRule,
  brief.dropModelAnswer,
]

/** Proposals that are tried for one note at most. */
export const MOST_TRIED = 8

/** The edits that may mend a note, those that answer to its cause first; none of them tried yet. */
export function proposalsFor(of: Case, cause: Cause): Proposal[] {
  const all = PROPOSERS.flatMap(({ kind, answers, propose }) =>
    propose(of)
      .filter(({ proposed }) => proposed.target !== 'brief' || proposed.edit.length > 0)
      .map((each) => ({ proposal: { kind, ...each }, isFitting: answers.includes(cause.kind) })),
  )
  return [...all.filter(({ isFitting }) => isFitting), ...all.filter(({ isFitting }) => !isFitting)]
    .map(({ proposal }) => proposal)
    .slice(0, MOST_TRIED)
}
