import type { StudyKind, StudyLine, StudySide } from '@parrot/contract'

/** The studies there are: what each is called, and the question it answers. */
export const KINDS: Readonly<Record<StudyKind, { readonly title: string; readonly asks: string }>> = {
  effects: {
    title: 'Effects',
    asks: 'What does each line of the brief do? Leaves each out in turn and runs every script.',
  },
  coverage: {
    title: 'Coverage',
    asks: 'What do no scripts touch? Drafts one for each rule, boundary and source left alone.',
  },
  stress: { title: 'Stress', asks: 'Do the checks hold when people misspell, hurry, ramble or are rude?' },
  bisect: { title: 'Since when', asks: 'Which edit or document first changed this answer?' },
  compare: { title: 'Side by side', asks: 'How do two set-ups answer the same lines?' },
}
export const KIND_ORDER: readonly StudyKind[] = ['effects', 'coverage', 'stress', 'bisect', 'compare']

const sideInWords = (side: StudySide): string => {
  if (side === 'draft') return 'the draft'
  if ('edition' in side) return `edition ${side.edition}`
  if ('revision' in side) return `revision ${side.revision}`
  if ('bare' in side) return 'the bare instructions'
  return 'model' in side ? 'another model' : 'agent' in side ? 'another agent' : 'another wording'
}

/** What a study was asked, in a line. */
export function studyInWords({ request }: Pick<StudyLine, 'request'>): string {
  switch (request.kind) {
    case 'bisect':
      return request.question
    case 'compare':
      return `${sideInWords(request.one)} and ${sideInWords(request.other)}`
    case 'stress':
      return 'every script said otherwise'
    case 'coverage':
      return 'what no script touches'
    case 'effects':
      return 'what each line does'
  }
}
