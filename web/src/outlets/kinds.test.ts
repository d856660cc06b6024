import { describe, expect, it } from 'vitest'
import { codeFor, hardToRead, stateOf } from './kinds'

describe('an outlet', () => {
  it('says how it stands', () => {
    const outlet = { state: 'on', turnsToday: 3, turnsPerDay: null } as never
    expect(stateOf(outlet)).toBe('on')
    expect(stateOf({ ...(outlet as object), turnsPerDay: 3 } as never)).toBe('used up for today')
    expect(stateOf({ ...(outlet as object), state: 'paused' } as never)).toBe('paused')
  })

  it('has code to copy for a site and for programs', () => {
    const [tag] = codeFor({ kind: 'bubble', slug: 'bubble-1' }, 'https://p.example')
    expect(tag!.code).toBe('<script src="https://p.example/bubble/bubble-1.js" async></script>')
    expect(codeFor({ kind: 'frame', slug: 'f' }, 'https://p.example')[0]!.code).not.toContain('async')
    expect(codeFor({ kind: 'api', slug: 'a' }, 'https://p.example').map(({ name }) => name)).toEqual([
      'curl',
      'JavaScript',
      'Python',
    ])
  })
})

describe('a look', () => {
  it('is held against the contrast that text needs', () => {
    expect(hardToRead({ accent: null, paper: null })).toBe('')
    expect(hardToRead({ accent: '#f4e3a1', paper: null })).toMatch(/Take a darker accent/)
    expect(hardToRead({ accent: '#123456', paper: '#101010' })).toMatch(/Take a lighter accent/)
  })
})
