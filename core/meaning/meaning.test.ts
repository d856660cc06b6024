import { describe, expect, it } from 'vitest'
import { stem } from '../text'
import { meaningsOf } from '.'

const words = (of: string) => meaningsOf(stem(of)).map((each) => each.stems.join(' '))

describe('words of the same meaning', () => {
  it('knows synonyms in the sense that is mostly meant', () => {
    expect(words('repair')).toContain(stem('mend'))
    expect(words('purchase')).toContain(stem('buy'))
  })

  it('knows what comes from the same word', () => {
    expect(words('teach')).toContain(stem('teacher'))
    expect(words('member')).toContain(stem('membership'))
  })

  it('knows what people put for each other in use, and what an adjective is of', () => {
    expect(words('scared')).toContain(stem('afraid'))
    expect(words('dental')).toContain(stem('tooth'))
  })

  it('does not put two kinds of one thing for each other, nor one span of time for another', () => {
    expect(words('dinner')).not.toContain(stem('breakfast'))
    expect(words('month')).not.toContain(stem('year'))
  })

  it('leaves rare senses out: a bank is not put for a deposit, nor a fair for a fine', () => {
    expect(words('deposit')).not.toContain(stem('bank'))
    expect(words('fine')).not.toContain(stem('fair'))
  })

  it('says nothing of a word it does not know', () => {
    expect(meaningsOf(stem('unheardofword'))).toEqual([])
  })
})
