import { describe, expect, it } from 'vitest'
import type { TeamRequest } from '@parrot/contract'
import { canReopen, dueWords, isOver, standing } from './words'

const request = (more: Partial<TeamRequest> = {}): TeamRequest => ({
  id: 'r',
  kind: 'approval',
  title: 'Refund',
  values: { plot: '12' },
  state: 'waiting',
  dueAt: null,
  conversationId: 'c',
  askedAt: new Date().toISOString(),
  by: 'Ana',
  decidedAt: new Date().toISOString(),
  words: '',
  ...more,
})

describe('a request', () => {
  it('tells what a yes that was cut off means for whoever looks at it', () => {
    expect(standing(request({ state: 'unsure' }))).toContain('Look whether it was done')
    expect(standing(request({ state: 'failed' }))).toContain('can be tried again')
    expect(standing(request())).toBe('')
  })

  it('can be opened again unless the agent did it', () => {
    expect(canReopen(request({ state: 'done' }))).toBe(false)
    expect(canReopen(request({ state: 'refused' }))).toBe(true)
    expect(canReopen(request({ state: 'done', kind: 'callBack' }))).toBe(true)
    expect([isOver(request({ state: 'failed' })), isOver(request({ state: 'refused' }))]).toEqual([false, true])
  })

  it('says that it is late', () => {
    const now = Date.parse('2030-05-01T12:00:00Z')
    expect(dueWords(request({ dueAt: '2030-05-01T11:00:00Z' }), now)).toMatch(/^was wanted/)
    expect(dueWords(request({ dueAt: '2030-05-01T13:00:00Z' }), now)).toMatch(/^wanted/)
    expect(dueWords(request(), now)).toBe('')
  })
})
