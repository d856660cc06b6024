import type { LogbookQuery } from '@parrot/contract'

/** What the logbook is narrowed to, as the fields hold it: nothing chosen is empty. */
export interface Finding {
  q: string
  outcome: '' | NonNullable<LogbookQuery['outcome']>
  edition: number | null
  /** An outlet’s id, "own" for the agent’s own page. */
  outlet: string
  /** A primary language tag. */
  language: string
  /** First and last day, YYYY-MM-DD. */
  days: [string, string] | null
  rating: '' | NonNullable<LogbookQuery['rating']>
  /** Those in which the visitor left something of themselves. */
  collected: boolean
  /** Minutes from first to last line, at least. */
  minutes: number | null
  /** An answer of the debrief, as question:value. */
  debrief: string
}

export const FIND_ALL: Finding = {
  q: '',
  outcome: '',
  edition: null,
  outlet: '',
  language: '',
  days: null,
  rating: '',
  collected: false,
  minutes: null,
  debrief: '',
}

/** Whether anything narrows the logbook. */
export const isNarrowed = (finding: Finding): boolean => String(queryOf(finding, 'all')) !== ''

/** The query of an address for what is narrowed to, and for which of it are looked at; empty parts are left out. */
export function queryOf(
  { q, outcome, edition, outlet, language, days, rating, collected, minutes, debrief }: Finding,
  which: string,
): URLSearchParams {
  const query = new URLSearchParams()
  const add = (name: string, value: string | number | null | undefined) => {
    if (value !== null && value !== undefined && value !== '') query.set(name, String(value))
  }
  add('q', q.trim())
  add('outcome', outcome)
  add('edition', edition)
  add('outlet', outlet)
  add('language', language)
  add('from', days?.[0])
  add('to', days?.[1])
  if (which === 'waiting') add('person', which)
  else if (which !== 'all') add(which, 'true')
  add('rating', rating)
  add('collected', collected ? 'true' : '')
  add('minutes', minutes)
  add('debrief', debrief)
  return query
}
