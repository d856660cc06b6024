import { describe, expect, it } from 'vitest'
import type { Found } from '@parrot/contract'
import { grouped, placesHere } from './places'

const here = placesHere('a1')
const titles = (words: string, found: Found[] = []) => grouped(words, here, found, 'a1').map(({ title }) => title)

describe('finding anything', () => {
  it('begins with the stages when nothing is typed', () => {
    expect(titles('').slice(0, 3)).toEqual(['Brief', 'Library', 'Rehearse'])
  })

  it('finds places by parts of their names, and by the name of their group', () => {
    expect(titles('greet')).toEqual(['Greeting'])
    expect(titles('settings')).toContain('Models and settings')
    expect(titles('reques')).toContain('Requests')
  })

  it('does things as well as it goes places', () => {
    expect(grouped('again', here, [], 'a1')).toEqual([
      { group: 'Actions', title: 'Ask the last question again', act: 'again', opens: true },
    ])
  })

  it('shows what was found group by group, each named once', () => {
    const found: Found[] = [
      { kind: 'passage', id: 'p1', within: 's1', title: 'Fares › Dogs', excerpt: 'Dogs travel free.' },
      { kind: 'script', id: 'c1', title: 'Dogs' },
      { kind: 'passage', id: 'p2', within: 's1', title: 'Fares › Cats' },
    ]
    const shown = grouped('dogs', here, found, 'a1')
    expect(shown.map(({ group, opens }) => (opens ? group : '·'))).toEqual(['In the library', '·', 'Scripts'])
    expect(shown[0]!.to).toEqual({ name: 'library', params: { id: 'a1', sourceId: 's1' }, query: { passage: 'p1' } })
  })
})
