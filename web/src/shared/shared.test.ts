import { describe, expect, it } from 'vitest'
import type { Support } from '@parrot/contract'
import { blocksOf, linesOf, saysTheSame, unbackedIn } from './replyParts'
import { ago, plural } from './when'

const changed = (reply: string, other: string) =>
  linesOf(reply, other).flatMap((line) =>
    line.runs.flatMap((run) => (run.kind === 'text' && run.isChanged ? [run.text.trim()] : [])),
  )

describe('a reply on screen', () => {
  it('is parted into lines, bullets and markers, and loses no letter', () => {
    const lines = linesOf('Bring:\n- a lead [1]\n2. a can\n\nThanks.')
    expect(lines.map((line) => line.bullet)).toEqual(['', '•', '2.', ''])
    expect(lines[1]!.runs).toEqual([
      { kind: 'text', text: 'a lead', isChanged: false },
      { kind: 'marker', marker: 1, stop: '' },
    ])
  })

  it('keeps the stop with the marker it follows, of several with the last', () => {
    const runs = linesOf('Dogs travel free [1][2]. Cats too [3], mostly.')[0]!.runs
    expect(runs.map((run) => (run.kind === 'marker' ? `${run.marker}${run.stop}` : run.text))).toEqual([
      'Dogs travel free',
      '1',
      '2.',
      ' Cats too',
      '3,',
      ' mostly.',
    ])
  })

  it('marks the words that the other reply does not have, and no others', () => {
    expect(changed('Dogs travel free today.', 'Dogs travel free.')).toEqual(['today'])
    expect(changed('Dogs travel free.', 'Dogs travel free today.')).toEqual([])
    expect(changed('Bring two towels.', 'Bring a towel.')).toEqual(['two towels'])
    expect(changed('A large plot costs £75.00.', 'A small plot costs £40.00.')).toEqual(['large', '75'])
  })

  it('puts neighbouring rows together as one table and leaves the line of dashes out', () => {
    const blocks = blocksOf(
      linesOf('Two fares:\n| Fare | Price |\n| --- | --- |\n| Adult | £9.00 [1] |\nAsk for more.'),
    )
    expect(blocks.map((block) => ('rows' in block ? block.rows.length : 'line'))).toEqual(['line', 2, 'line'])
    const rows = 'rows' in blocks[1]! ? blocks[1].rows : []
    expect(rows[1]!.cells![1]).toEqual([
      { kind: 'text', text: '£9.00', isChanged: false },
      { kind: 'marker', marker: 1, stop: '' },
    ])
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
    const runs = linesOf('Dogs travel free. Cats pay £5.', undefined, all)[0]!.runs
    expect(runs.map((run) => (run.kind === 'text' && run.ground?.isSupported === false ? run.text : ''))).toContain(
      'Cats pay £5.',
    )
  })
})

describe('times and numbers', () => {
  const now = Date.parse('2026-03-10T12:00:00Z')

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
})
