import { describe as suite, expect, it } from 'vitest'
import { ALIKE, changesBetweenPassages, conflictsAmong, describe, likenessOf, sketchOf } from './index'

const RULES =
  'Water is turned on in April and turned off in October. Nobody may use a sprinkler at any time of the year. Every member keeps a path of forty centimetres between the plots free of weeds and tools. Bonfires are allowed after dusk between the first of November and the last of March, and only when the wind blows away from the road.'

suite('near-duplicates', () => {
  it('finds a text alike that has a few words changed, and unlike one on the same subject', () => {
    const copy = RULES.replace('April', 'March').replace('after dusk', 'at dusk')
    const other =
      'Members turn the water on by themselves. A sprinkler costs two pounds a day, and bonfires are never lit on this site, whatever the wind. Paths belong to the two plots beside them and are cut on the first Saturday of every month by whoever comes.'
    const many = Array.from({ length: 6 }, (_, at) => `${RULES} Paragraph ${at} says so.`)
    expect(likenessOf(sketchOf([RULES]), sketchOf([RULES]))).toBe(1)
    expect(likenessOf(sketchOf(many), sketchOf([...many.slice(0, 5), copy]))).toBeGreaterThanOrEqual(ALIKE)
    expect(likenessOf(sketchOf([RULES]), sketchOf([other]))).toBeLessThan(0.2)
  })

  it('does not depend on how a text is cut into passages, and says nothing of texts too short', () => {
    const cut = RULES.split(/(?<=\. )/)
    expect(sketchOf(cut)).toEqual(sketchOf([RULES]))
    expect(likenessOf(sketchOf(['Hello there']), sketchOf(['Hello there']))).toBe(0)
  })

  it('is the same in every version, since it is stored: near-duplicates of older documents are told by it', () => {
    expect(sketchOf(['The tank is filled on Monday and drained on Friday by the warden.']).slice(0, 4)).toEqual([
      390818552, 211507621, 12404376, 319946092,
    ])
  })

  it('is made of whole runs of words, whatever texts they are parted into', () => {
    const words = Array.from({ length: 40 }, (_, n) => `word${n}`)
    const whole = sketchOf([words.join(' ')])
    expect(whole).toHaveLength(64)
    expect(sketchOf(words)).toEqual(whole)
    expect(sketchOf(words.slice(0, 4))).toEqual([])
    expect(whole.every((hash) => Number.isInteger(hash) && hash >= 0 && hash <= 0xffffffff)).toBe(true)
  })
})

suite('conflicts between sources', () => {
  const passage = (sourceId: string, text: string, heading = '') => ({
    sourceId,
    passageId: `${sourceId}-1`,
    text,
    headings: heading ? [heading] : [],
  })
  const valuesOf = (one: string, other: string) =>
    conflictsAmong([passage('a', one), passage('b', other)]).map((each) => each.values)

  it('finds two sentences that give one thing two values, in whatever unit', () => {
    expect(valuesOf('A half plot costs £36 for members.', 'For members, a half plot costs £38.')).toEqual([
      ['£36', '£38'],
    ])
    expect(valuesOf('The longest ladder is 2 metres.', 'The longest ladder is 200 cm.')).toEqual([])
    expect(valuesOf('The gate of the site closes at 20:00.', 'The gate of the site closes at 21:00.')).toEqual([
      ['20:00', '21:00'],
    ])
  })

  it('finds two tables whose cells for the same row and header differ', () => {
    const one = 'Plot: Half; Rent a year: £36; Water: £4\nPlot: Whole; Rent a year: £60; Water: £8'
    const other = 'Plot: Half; Rent a year: £36; Water: £5\nPlot: Whole; Rent a year: £60; Water: £8'
    const conflict = conflictsAmong([passage('a', one), passage('b', other)])[0]!
    expect(conflict.values).toEqual(['£4', '£5'])
    expect(conflict.one.text).toBe('Half · Water: £4')
  })

  it('compares spans of hours', () => {
    expect(
      valuesOf('The hut is open on Sunday: 09:00 to 12:00.', 'The hut is open on Sunday: 09:00 to 13:00.'),
    ).toHaveLength(1)
    expect(valuesOf('The hut is open on Sunday: 09:00 to 12:00.', 'The hut is open on Sunday: 9 am to noon.')).toEqual(
      [],
    )
  })

  it('leaves alone what only sounds alike: other things, other cases, a negation, one source with itself', () => {
    expect(valuesOf('A half plot costs £36 a year.', 'A whole plot costs £60 a year.')).toEqual([])
    expect(valuesOf('The hut opens at 09:00 in summer.', 'The hut opens at 10:00 in winter.')).toEqual([])
    expect(valuesOf('The gate of the site closes at 20:00.', 'The gate of the site opens at 07:00.')).toEqual([])
    expect(valuesOf('Dogs up to 5 kg may come into the hut.', 'Dogs up to 9 kg may not come into the hut.')).toEqual([])
    expect(
      conflictsAmong([passage('a', 'A half plot costs £36 for members.\nA half plot costs £38 for members.')]),
    ).toEqual([])
  })
})

suite('a drafted description', () => {
  const at = (headings: string[], text: string) => ({
    ordinal: 0,
    text,
    headings,
    locator: { kind: 'line', line: 1, label: '' } as const,
  })
  it('is the opening sentence and the sections that tell the text apart', () => {
    expect(
      describe([
        at(['Site rules', 'Water'], 'These rules hold for all members. They were agreed in May.'),
        at(['Site rules', '2. Compost'], 'No meat.'),
      ]),
    ).toBe('These rules hold for all members. On Water, Compost.')
  })
  it('says only what there is', () => {
    expect(describe([at([], 'Plot: Half; Rent: £36')])).toBe('')
    expect(describe([])).toBe('')
  })
})

suite('versions held against each other', () => {
  it('gives what stayed, and what stands in place of what', () => {
    expect(changesBetweenPassages(['a', 'b', 'c'], ['a', 'x', 'c', 'd'])).toEqual([
      { kind: 'same', passages: 1 },
      { kind: 'changed', before: ['b'], now: ['x'] },
      { kind: 'same', passages: 1 },
      { kind: 'changed', before: [], now: ['d'] },
    ])
  })
})
