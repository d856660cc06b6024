import { describe, expect, it } from 'vitest'
import { briefFrom } from '.'
import { linesOf } from './lines'

describe('what a brief says', () => {
  const brief = briefFrom({
    identity: { name: 'Ada' },
    rules: [{ id: 'r1', when: 'someone asks about dogs', do: 'say they go on a lead', strength: 'usually' }],
    duties: [{ id: 'd1', name: 'Book a plot', ask: [{ name: 'day', type: 'date', question: 'Which day?' }] }],
    openers: { suggestions: ['When is the water on?', ''] },
  })
  const lines = linesOf(brief)

  it('is told line by line, each with its place and name', () => {
    expect(lines).toContainEqual({ field: 'identity.name', label: 'Name', text: 'Ada' })
    expect(lines).toContainEqual({
      field: 'rules.0',
      label: 'Rule 1',
      text: 'someone asks about dogs · say they go on a lead',
    })
    expect(lines).toContainEqual({ field: 'duties.0', label: 'Duty 1', text: 'Book a plot · day · Which day?' })
  })

  it('leaves out what is empty, and settings that are no words', () => {
    expect(lines.filter(({ field }) => field.startsWith('openers.suggestions'))).toHaveLength(1)
    expect(lines.some(({ text }) => /usually|r1|date/.test(text))).toBe(false)
  })
})
