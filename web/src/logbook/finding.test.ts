import { describe, expect, it } from 'vitest'
import { FIND_ALL, isNarrowed, queryOf } from './finding'

describe('what the logbook is narrowed to', () => {
  it('is told by what is chosen, and empty where nothing is', () => {
    expect(String(queryOf(FIND_ALL, 'all'))).toBe('')
    const finding = {
      ...FIND_ALL,
      q: ' bike & dog ',
      outcome: 'declined',
      edition: 3,
      outlet: 'own',
      days: ['2026-11-01', '2026-11-02'],
    } as const
    expect(String(queryOf({ ...finding, days: [...finding.days] }, 'unanswered'))).toBe(
      'q=bike+%26+dog&outcome=declined&edition=3&outlet=own&from=2026-11-01&to=2026-11-02&unanswered=true',
    )
    const rest = { ...FIND_ALL, rating: 'down', collected: true, minutes: 5 } as const
    expect(String(queryOf(rest, 'waiting'))).toBe('person=waiting&rating=down&collected=true&minutes=5')
  })

  it('is something as soon as one field is', () => {
    expect(isNarrowed({ ...FIND_ALL, q: '  ' })).toBe(false)
    expect(isNarrowed({ ...FIND_ALL, edition: 1 })).toBe(true)
  })
})
