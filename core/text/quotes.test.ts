import { describe, expect, it } from 'vitest'
import { quotations, unquoted, withoutQuotations } from './quotes'

describe('quotations', () => {
  it('are what stands between marks, straight or curly', () => {
    expect(quotations('Say “Hold on.” and then "One moment."')).toEqual(['Hold on.', 'One moment.'])
    expect(quotations('It’s 5" long')).toEqual([])
  })

  it('can be left out, so that only what is said itself is judged', () => {
    expect(withoutQuotations('End with “if possible”.').replace(/ +/g, ' ')).toBe('End with .')
  })

  it('lose their marks when they are the whole', () => {
    expect(unquoted('“How are you?”')).toBe('How are you?')
    expect(unquoted('He said “no” twice')).toBe('He said “no” twice')
  })
})
