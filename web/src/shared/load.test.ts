import { describe, expect, it } from 'vitest'
import { useLoaded } from './load'
import { dismiss, notices, tell, tellFailure, undoable, undoNotice } from './undo'

describe('something that is fetched', () => {
  it('is nothing, then there, and stays when a later fetch fails', async () => {
    let answer: () => Promise<string> = () => Promise.resolve('one')
    const { data, error, load } = useLoaded(() => answer())
    expect(data.value).toBeUndefined()
    await load()
    expect(data.value).toBe('one')
    answer = () => Promise.reject(new Error('The server cannot be reached.'))
    await load()
    expect([data.value, error.value]).toEqual(['one', 'The server cannot be reached.'])
    answer = () => Promise.resolve('two')
    await load()
    expect([data.value, error.value]).toEqual(['two', ''])
  })

  it('drops an answer that comes after a later call’s', async () => {
    const waiting: ((value: string) => void)[] = []
    const { data, load } = useLoaded(() => new Promise<string>((resolve) => waiting.push(resolve)))
    const first = load()
    const second = load()
    waiting[1]!('new')
    await second
    waiting[0]!('old')
    await first
    expect(data.value).toBe('new')
  })
})

describe('notices', () => {
  it('stay for a while, those that can be undone for longer', () => {
    tell('Saved.')
    tell('Removed.', () => Promise.resolve())
    const [saved, removed] = notices.notices
    expect([saved!.text, removed!.text]).toEqual(['Saved.', 'Removed.'])
    expect(removed!.forMs).toBeGreaterThan(saved!.forMs)
    expect(undoable.value?.text).toBe('Removed.')
    for (const notice of [saved!, removed!]) dismiss(notice.id)
    expect(undoable.value).toBeUndefined()
  })

  it('undo once and go; an undo that fails is told', async () => {
    let undone = 0
    tell('Removed.', async () => {
      undone++
    })
    await undoNotice(notices.notices.at(-1)!.id)
    expect(undone).toBe(1)
    expect(notices.notices).toEqual([])
    tell('Removed.', () => Promise.reject(new Error('It is gone for good.')))
    await undoNotice(notices.notices.at(-1)!.id)
    expect(notices.notices.at(-1)).toMatchObject({ tone: 'failed', text: 'It is gone for good.' })
    dismiss(notices.notices.at(-1)!.id)
  })

  it('never fill the screen', () => {
    for (let at = 0; at < 9; at++) tellFailure(new Error(`failure ${at}`))
    expect(notices.notices.length).toBeLessThanOrEqual(3)
    for (const notice of [...notices.notices]) dismiss(notice.id)
  })
})
