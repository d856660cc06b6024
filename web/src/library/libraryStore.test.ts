import { createPinia, setActivePinia } from 'pinia'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { rulesFile } from '../../../server/testing/testApp'
import { openBrowserWorld, until, type BrowserWorld } from '../../testing/browser'
import { notices } from '../shared/undo'
import { useLibrary } from './libraryStore'

let world: BrowserWorld
let id: string

beforeAll(async () => {
  world = await openBrowserWorld()
})
afterAll(() => world.end())
beforeEach(async () => {
  world.isCut = false
  id = (await world.app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
})

async function openLibrary() {
  setActivePinia(createPinia())
  const store = useLibrary()
  await store.load(id)
  return store
}

async function readyStore() {
  await world.app.read(id, rulesFile())
  return openLibrary()
}

describe('the library on screen', () => {
  it('adds what is written and lists it until it is ready', async () => {
    const store = await openLibrary()
    await store.add({ kind: 'note', title: 'Gate', text: 'The gate is green.' })
    expect(store.sources).toMatchObject([{ title: 'Gate', kind: 'note' }])
    await until(async () => {
      await store.load()
      return store.sources![0]!.status === 'ready'
    }, 'the note is read')
  })

  it('hands on the reason when something does not fit', async () => {
    const store = await openLibrary()
    await expect(store.add({ kind: 'page', url: 'not an address' })).rejects.toThrow(/full address/)
    expect(store.sources).toEqual([])
  })

  it('removes a source with a way back', async () => {
    const store = await readyStore()
    await store.remove(store.sources![0]!)
    expect(store.sources).toEqual([])
    await notices.notices.at(-1)!.undo!()
    expect(store.sources).toMatchObject([{ title: 'Allotment rules' }])
  })

  it('keeps what it shows when the server is gone, and says so', async () => {
    const store = await readyStore()
    world.isCut = true
    await store.load()
    expect(store.sources).toHaveLength(1)
    expect(store.error).toContain('cannot be reached')
    world.isCut = false
    await store.load()
    expect(store.error).toBe('')
  })

  it('allows a private host that was refused, and tries again', async () => {
    const store = await openLibrary()
    const refused = await world.app.read(id, { kind: 'page', url: 'http://127.0.0.1:9/wiki' })
    await store.load()
    expect(store.sources![0]).toMatchObject({ hostToAllow: '127.0.0.1:9', status: 'failed' })
    await store.allowHost(store.sources![0]!)
    expect((await world.app.ask('GET', '/api/settings/hosts')).body.hosts).toEqual(['127.0.0.1:9'])
    await until(async () => {
      const { error } = (await world.app.ask('GET', `/api/sources/${refused.id}`)).body
      return String(error).includes('could not be reached')
    }, 'it was tried again')
  })
})
