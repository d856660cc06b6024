import { describe, expect, it } from 'vitest'
import {
  CHECK_CHOICES,
  CHECK_FORMS,
  checkOfChoice,
  choiceOf,
  isBlank,
  suggestedChecks,
  valueOf,
  withValue,
  wordsOf,
} from './checks'

const VALUES = { none: '', text: 'Luggage', number: '42', outcome: 'declined', dial: 'formality', insert: 'quiz' }

describe('a check in the editor', () => {
  it.each(CHECK_CHOICES.map(([choice]) => choice))('of choice %s takes its value as text and says itself', (choice) => {
    const blank = checkOfChoice(choice)
    const value = VALUES[CHECK_FORMS[blank.kind].input]
    const check = withValue(blank, value)
    expect(valueOf(check)).toBe(value)
    expect(wordsOf(check).length).toBeGreaterThan(5)
    expect([isBlank(check), choiceOf(check)]).toEqual([false, choice])
  })

  it('says what must not be, and that it only warns', () => {
    expect(wordsOf({ kind: 'includes', text: 'cheap', not: true })).toBe('does not say “cheap”')
    expect(wordsOf({ kind: 'insert', shows: 'times', holding: '' })).toBe('shows free times')
    expect(wordsOf({ kind: 'maxWords', words: 40, soft: true })).toBe('at most 40 words (warns only)')
    expect(wordsOf({ kind: 'cites', source: '', not: true })).toBe('does not cite a source')
    expect(wordsOf({ kind: 'manner', dial: 'warmth', from: 60, to: 100 })).toBe('warmth is between 60 and 100')
  })

  it('is suggested from a reply that was good', () => {
    const citation = { sourceTitle: 'Luggage' } as never
    const turn = { reply: 'Dogs travel free [1]. Bring a lead.', outcome: 'answered', citations: [citation] } as const
    expect(suggestedChecks(turn)).toEqual([
      { kind: 'outcome', outcome: 'answered' },
      { kind: 'cites', source: 'Luggage' },
      { kind: 'means', text: 'Dogs travel free.' },
    ])
    expect(suggestedChecks({ reply: 'Hm.', outcome: 'unknown', citations: [] })).toHaveLength(1)
  })

  it('keeps its number when what is typed is none, and its text when another kind is chosen', () => {
    expect(valueOf(withValue(checkOfChoice('maxWords'), 'many'))).toBe('60')
    expect(checkOfChoice('means', { kind: 'includes', text: 'free' })).toEqual({ kind: 'means', text: 'free' })
    expect(checkOfChoice('outcome', { kind: 'includes', text: 'free' })).toEqual({
      kind: 'outcome',
      outcome: 'answered',
    })
  })

  it('is blank until filled in, but for those that may mean any', () => {
    expect(isBlank(checkOfChoice('includes'))).toBe(true)
    expect([isBlank(checkOfChoice('cites')), isBlank(checkOfChoice('asksFor'))]).toEqual([false, false])
  })
})
