import type { Check, TurnResult } from '../rehearsal'

/** What a check that failed complains of, as a designer would note it; what it holds against where there is no such word. */
export function complaintOf(check: Check, reason: string): string {
  switch (check.kind) {
    case 'includes':
      return check.not ? `Never say “${check.text}”.` : `It should have said “${check.text}”.`
    case 'excludes':
      return check.not ? `It should have said “${check.text}”.` : `Never say “${check.text}”.`
    case 'maxWords':
      return check.not ? 'Too short.' : `Too long: under ${check.words} words.`
    case 'handsOver':
      return 'It should have passed on.'
    case 'asksFor':
      return `It should have asked ${check.name ? `for ${check.name}` : 'first'}.`
    case 'plain':
      return `It should have been so: ${check.text}.`
    case 'outcome':
      if (check.outcome === 'declined') return check.not ? 'It should have answered.' : 'It should have declined.'
      return check.outcome === 'unknown' && check.not ? 'The answer is missing.' : reason
    default:
      return reason
  }
}

/** What a failing turn of a script would be noted as: its complaints, and the answer it wanted where a check says so. */
export function noteOfFailure({ checks }: Pick<TurnResult, 'checks'>): { wrong: string; wanted: string } | undefined {
  const failed = checks.filter(({ passed, check }) => !passed && !check.soft)
  if (failed.length === 0) return undefined
  const means = failed.map(({ check }) => check).find((check) => check.kind === 'means' && !check.not)
  const wrong = failed.filter(({ check }) => check !== means).map(({ check, reason }) => complaintOf(check, reason))
  return { wrong: wrong.join(' '), wanted: means?.kind === 'means' ? means.text : '' }
}
