import type { Citation } from '@parrot/contract'

/** Where a passage stands, for a person: source, headings, and place in the original, none of them twice. */
export const placeOf = (at: Pick<Citation, 'sourceTitle' | 'headings' | 'locator'>): string =>
  [...new Set([at.sourceTitle, ...at.headings, at.locator.label])].join(' › ')
