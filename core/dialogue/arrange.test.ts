import { describe, expect, it } from 'vitest'
import { found } from '../testing'
import { arrange } from './arrange'

const WORDS = ['water', 'bonfires', 'sheds', 'ducks', 'fences', 'gates']
const passages = WORDS.map((word, at) => ({
  ...found(`About ${word}: ${word} are looked after by the ${word} warden.`, [word], 'Rules'),
  passageId: `p${at}`,
}))
const alone = () => undefined
const ids = (all: readonly { passageId: string }[]) => all.map(({ passageId }) => passageId).join(' ')

describe('passages for a model', () => {
  it('stand with the best first and the second best last', () => {
    expect(ids(arrange(passages, 10_000, () => 10, alone).given)).toBe('p0 p2 p4 p5 p3 p1')
  })

  it('that follow each other in a source stand together, in its order', () => {
    const before = (id: string) => ({ p0: passages[3], p3: passages[5] })[id]
    expect(ids(arrange(passages, 10_000, () => 10, before).given)).toBe('p5 p3 p0 p2 p4 p1')
  })

  it('that say what another says are left out', () => {
    const twice = [passages[0]!, { ...passages[0]!, passageId: 'again' }, passages[1]!]
    expect(arrange(twice, 10_000, () => 10, alone)).toMatchObject({ repeated: 1, given: [{ passageId: 'p0' }, {}] })
  })

  it('fit into the room there is, the best as far as it goes', () => {
    expect(arrange(passages, 25, () => 10, alone)).toMatchObject({ given: [{}, {}], noRoom: 4 })
    const long = { ...passages[0]!, text: `${'Water is free. '.repeat(60)}\nAnd so on.` }
    const { given } = arrange([long], 50, () => 100, alone)
    expect(given[0]!.text.length).toBeLessThan(long.text.length)
    expect(long.text.startsWith(given[0]!.text)).toBe(true)
  })
})
