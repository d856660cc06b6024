import { describe, expect, it } from 'vitest'
import type { Agent } from '@parrot/contract'
import { arranged } from './arranged'

const agent = (name: string, more: Partial<Agent> = {}) =>
  ({ name, description: '', liveEdition: null, createdAt: name, changedAt: '2026-01-01', stages: {}, ...more }) as Agent
const names = (...given: Parameters<typeof arranged>) => arranged(...given).map((each) => each.name)
const all = { words: '', order: 'made', which: 'all' } as const

const FERRY = agent('Bea', { description: 'The front desk of a ferry', liveEdition: 2, changedAt: '2026-03-01' })
const CLUB = agent('Ada', { description: 'Allotment rules' })
const STUCK = agent('Cleo', {
  stages: { library: { text: '', state: 'failed' }, brief: { text: '', state: 'waiting' } } as Agent['stages'],
})

describe('the list of agents', () => {
  it('shows drafts and live ones alike when nothing else is asked', () => {
    expect(names([FERRY, CLUB, STUCK], all)).toEqual(['Ada', 'Bea', 'Cleo'])
  })

  it('finds by every word of a name or description', () => {
    expect(names([FERRY, CLUB], { ...all, words: 'ferry DESK' })).toEqual(['Bea'])
    expect(names([FERRY, CLUB], { ...all, words: 'ferry rules' })).toEqual([])
  })

  it('may show live ones or drafts alone', () => {
    expect(names([FERRY, CLUB], { ...all, which: 'live' })).toEqual(['Bea'])
    expect(names([FERRY, CLUB], { ...all, which: 'draft' })).toEqual(['Ada'])
  })

  it('puts what changed last first, or what failed', () => {
    expect(names([CLUB, FERRY], { ...all, order: 'changed' })).toEqual(['Bea', 'Ada'])
    expect(names([CLUB, STUCK, FERRY], { ...all, order: 'waiting' })[0]).toBe('Cleo')
  })
})
