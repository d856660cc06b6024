import type { BriefEdit } from '../../brief'
import type { Case } from '../case'
import type { CauseKind } from '../causes'
import type { LibraryEdit } from '../libraryEdit'

export const PROPOSAL_KINDS = [
  'rule',
  'rule-widened',
  'rule-narrowed',
  'rule-softened',
  'rule-reworded',
  'rule-off',
  'rules-settled',
  'boundary',
  'boundary-narrowed',
  'duty-widened',
  'duty-narrowed',
  'term',
  'model-answer',
  'answer-changed',
  'limit',
  'dial',
  'sample',
  'pair',
  'passage-corrected',
  'passage-excluded',
  'weight',
  'validity',
  'together',
] as const
export type ProposalKind = (typeof PROPOSAL_KINDS)[number]

type OneEdit =
  { readonly target: 'brief'; readonly edit: BriefEdit } | { readonly target: 'library'; readonly edit: LibraryEdit }

/** The edit of a proposal: of the brief, of the library, or several of them one after the other. */
export type ProposedEdit = OneEdit | { readonly target: 'both'; readonly edits: readonly OneEdit[] }

/** The edits of a proposal, one by one. */
export const editsIn = (proposed: ProposedEdit): readonly OneEdit[] =>
  proposed.target === 'both' ? proposed.edits : [proposed]

/** One concrete edit with what it is and why it may help, not tried yet. */
export interface Proposal {
  readonly kind: ProposalKind
  /** What it does, as an order: “Add the rule …”. */
  readonly summary: string
  readonly because: string
  readonly proposed: ProposedEdit
}

/** One way of coming to proposals; it gives none where it does not apply. */
export interface Proposer {
  readonly kind: ProposalKind
  /** Causes it answers to before others. */
  readonly answers: readonly CauseKind[]
  readonly propose: (of: Case) => readonly Omit<Proposal, 'kind'>[]
}
