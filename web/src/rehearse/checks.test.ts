import { describe, expect, it } from 'vitest'
import { blankCheck, CHECK_KINDS, isBlank, valueOf, withValue, wordsOf } from './checks'

describe('a check in the editor', () => {
  it.each(CHECK_KINDS.map((each) => each.kind).filter((kind) => kind !== 'handsOver'))(
    'of kind %s takes its value as text and says itself in words',
    (kind) => {
      const value = kind === 'outcome' ? 'declined' : kind === 'maxWords' ? '42' : 'Luggage'
      const check = withValue(blankCheck(kind), value)
      expect(valueOf(check)).toBe(value)
      expect(wordsOf(check).length).toBeGreaterThan(5)
      expect(isBlank(check)).toBe(false)
    },
  )

  it('needs no value to tell that a person takes over', () => {
    const check = withValue(blankCheck('handsOver'), 'ignored')
    expect([valueOf(check), wordsOf(check), isBlank(check)]).toEqual(['', 'is passed on to a person', false])
  })

  it('keeps its number when what is typed is none', () => {
    expect(valueOf(withValue(blankCheck('maxWords'), 'many'))).toBe('60')
  })

  it('is blank until filled in, but for “cites”, which may mean any source', () => {
    expect(isBlank(blankCheck('includes'))).toBe(true)
    expect(isBlank(blankCheck('cites'))).toBe(false)
  })
})
