/** From a note on an answer to its cause and to edits that were tried: what was wrong, why, and what would mend it. */
export { QUICK_MARKS, notedTurn, type Note, type NotedTurn, type QuickMark } from './note'
export { readComplaint, type Complaint, type ComplaintKind } from './complaint'
export { checksFor } from './expect'
export { complaintOf, noteOfFailure } from './fromChecks'
export type { Case, CaseLibrary } from './case'
export { CAUSE_KINDS, causeOf, type Cause, type CauseKind, type CauseLink } from './causes'
export {
  editsIn,
  PROPOSAL_KINDS,
  proposalsFor,
  wordedProposals,
  type Proposal,
  type ProposalKind,
  type ProposedEdit,
} from './propose'
export { libraryOf, withLibraryEdits, type LibraryEdit, type LibraryPart } from './libraryEdit'
export { isUseless, trialLine, tried, withScripts, worth, type Moved, type Trial } from './trial'
export * from './studies'
