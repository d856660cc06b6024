import { describe, expect, it } from 'vitest'
import { holdsAll, typedWords } from './search'

describe('a field that narrows a list', () => {
  it('wants every word somewhere, in any order and case', () => {
    const isShown = holdsAll('  dogs FERRY ')
    expect(isShown('Ferry rules', 'May dogs travel?')).toBe(true)
    expect(isShown('Ferry rules', 'May cats travel?')).toBe(false)
  })

  it('shows everything while nothing is typed', () => {
    expect(holdsAll('   ')('anything')).toBe(true)
    expect(holdsAll('')()).toBe(true)
  })

  it('takes signs literally', () => {
    expect(holdsAll('.*')('anything')).toBe(false)
    expect(holdsAll('(50 %')('Reduced fare (50 %)')).toBe(true)
  })

  it('does not let a word run over from one text into the next', () => {
    expect(holdsAll('notice')('not', 'ice')).toBe(false)
    expect(typedWords(' One  two\n')).toEqual(['one', 'two'])
  })
})
