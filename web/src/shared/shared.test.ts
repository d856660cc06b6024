import { describe, expect, it } from 'vitest'
import type { Support } from '@parrot/contract'
import { runMaker, saysTheSame, unbackedIn } from './replyParts'
import { formatsFor } from './when'

const changed = (reply: string, other: string) =>
  runMaker(reply, other)(reply, 0).flatMap((run) => (run.isChanged ? [run.text.trim()] : []))

describe('a reply on screen', () => {
  it('marks the words that the other reply does not have, and no others', () => {
    expect(changed('Dogs travel free today.', 'Dogs travel free.')).toEqual(['today'])
    expect(changed('Dogs travel free.', 'Dogs travel free today.')).toEqual([])
    expect(changed('Bring two towels.', 'Bring a towel.')).toEqual(['two towels'])
    expect(changed('A large plot costs £75.00.', 'A small plot costs £40.00.')).toEqual(['large', '75'])
  })

  it('does not call a citation’s number a change', () => {
    expect(changed('Dogs travel free [2].', 'Dogs travel free [1].')).toEqual([])
    expect(saysTheSame('Dogs travel free [2].', 'Dogs travel free [1].')).toBe(true)
  })
})

describe('what nothing backs', () => {
  const support = (text: string, isSupported: boolean): Support => ({
    text,
    score: 0,
    isClaim: true,
    isSupported,
    by: 'none',
  })
  const all = [support('Dogs travel free.', true), support('Cats pay £5.', false), support('Birds sing.', false)]

  it('is told apart by whether the reply says it, its markers aside', () => {
    expect(unbackedIn('Dogs travel free [1]. Cats pay £5 [2].', all).map(({ text, isSaid }) => [text, isSaid])).toEqual(
      [
        ['Cats pay £5.', true],
        ['Birds sing.', false],
      ],
    )
  })

  it('is marked in the reply though there is no passage to open', () => {
    const reply = 'Dogs travel free. Cats pay £5.'
    const runs = runMaker(reply, undefined, all)(reply, 0)
    expect(runs.filter((run) => run.ground?.isSupported === false).map(({ text }) => text)).toEqual(['Cats pay £5.'])
  })
})

describe('times and numbers', () => {
  const now = Date.parse('2026-03-10T12:00:00Z')
  const { ago, plural, percent, listed, dayOf } = formatsFor('en-GB')

  it.each([
    ['2026-03-10T11:59:30Z', 'just now'],
    ['2026-03-10T11:55:00Z', '5 minutes ago'],
    ['2026-03-10T09:00:00Z', '3 hours ago'],
    ['2026-03-09T11:00:00Z', 'yesterday'],
    ['2026-02-01T11:00:00Z', '1 Feb 2026'],
  ])('%s is %s', (iso, words) => expect(ago(iso, now)).toBe(words))

  it('counts one and many', () => {
    expect(plural(1, 'source')).toBe('1 source')
    expect(plural(1200, 'source')).toBe('1,200 sources')
  })

  it('are written as the browser’s language writes them, in English sentences', () => {
    const german = formatsFor('de-DE')
    expect(german.plural(1200, 'source')).toBe('1.200 sources')
    expect(german.dayOf('2026-05-01')).toBe('1. Mai 2026')
    expect(german.ago('2026-03-10T09:00:00Z', now)).toBe('3 hours ago')
    expect(formatsFor('en-US').dayOf('2026-05-01')).toBe('May 1, 2026')
  })

  it('lists and shares are written out', () => {
    expect(listed(['bread', 'milk', 'eggs'])).toBe('bread, milk and eggs')
    expect(percent(0.426)).toBe('43%')
    expect(dayOf('2026-05-01')).toBe('1 May 2026')
  })
})
