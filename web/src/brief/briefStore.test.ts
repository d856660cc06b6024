import { createPinia, setActivePinia } from 'pinia'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { openBrowserWorld, until, type BrowserWorld } from '../../testing/browser'
import { useBrief } from './briefStore'

let world: BrowserWorld
let id: string

beforeAll(async () => {
  world = await openBrowserWorld()
})
afterAll(() => world.end())
beforeEach(async () => {
  world.isCut = false
  world.storage.clear()
  id = (await world.app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
})

/** A store of its own, as another tab would have. */
async function openTab() {
  setActivePinia(createPinia())
  const store = useBrief()
  store.open(id)
  await until(() => store.state === 'saved', 'the brief is open')
  return store
}
const stored = async () => (await world.app.ask('GET', `/api/agents/${id}/brief`)).body

describe('editing the brief', () => {
  it('saves by itself a moment after the last keystroke, as one revision', async () => {
    const store = await openTab()
    for (const job of ['h', 'he', 'hel', 'help']) store.setAt('purpose.job', job)
    expect(store.state).toBe('editing')
    await until(() => store.state === 'saved', 'it is saved')
    expect(await stored()).toMatchObject({ revision: 2, brief: { purpose: { job: 'help' } } })
    expect(store.revision).toBe(2)
    expect(world.storage.size).toBe(0)
  })

  it('reads and sets fields by their path, lists too', async () => {
    const store = await openTab()
    store.setAt('manner.dials.warmth', 90)
    store.setAt('purpose.goals', ['one'])
    expect(store.valueAt('manner.dials.warmth')).toBe(90)
    await store.save()
    expect((await stored()).brief).toMatchObject({ manner: { dials: { warmth: 90 } }, purpose: { goals: ['one'] } })
  })

  it('has what is typed while a save is on its way saved too', async () => {
    const store = await openTab()
    store.setAt('purpose.job', 'first')
    const saving = store.save()
    store.setAt('purpose.job', 'second')
    await saving
    await until(() => store.state === 'saved', 'the second edit is saved')
    expect((await stored()).brief.purpose.job).toBe('second')
  })

  it('undoes and redoes, saving first what is not saved yet', async () => {
    const store = await openTab()
    store.setAt('purpose.job', 'typed just now')
    await store.undo()
    expect(store.brief!.purpose.job).toBe('')
    expect(store.canRedo).toBe(true)
    await store.redo()
    expect(store.brief!.purpose.job).toBe('typed just now')
  })

  it('shows what the server thinks of each rule', async () => {
    const store = await openTab()
    store.edit((draft) =>
      draft.rules.push({ id: 'a', when: '', do: 'say “Hi.”', strength: 'always', enabled: true, like: [], unlike: [] }),
    )
    await store.save()
    expect(store.readingOf.get('a')).toMatchObject({ understood: true })
  })
})

describe('when the server is gone', () => {
  it('keeps the edit in the browser, says so, and saves it when the server is back', async () => {
    const store = await openTab()
    world.isCut = true
    store.setAt('purpose.job', 'written in a tunnel')
    await store.save()
    expect(store.state).toBe('failed')
    expect(store.error).toContain('cannot be reached')
    expect([...world.storage.values()][0]).toContain('written in a tunnel')
    world.isCut = false
    await store.save()
    expect(store.state).toBe('saved')
    expect((await stored()).brief.purpose.job).toBe('written in a tunnel')
  })

  it('takes up, in the next page, what the last one could not save', async () => {
    const store = await openTab()
    world.isCut = true
    store.setAt('purpose.job', 'almost lost')
    await store.save()
    world.isCut = false
    const next = await openTab()
    await until(() => next.state === 'saved' && next.revision === 2, 'the draft is saved')
    expect((await stored()).brief.purpose.job).toBe('almost lost')
  })

  it('does not take up a draft that was made on another revision', async () => {
    const store = await openTab()
    world.storage.set(
      `parrot-draft:${id}`,
      JSON.stringify({ revision: 99, brief: { ...store.brief, freeform: 'old' } }),
    )
    const next = await openTab()
    expect(next.brief!.freeform).toBe('')
    expect((await stored()).revision).toBe(1)
  })
})

describe('two tabs', () => {
  it('refuse to overwrite each other, and the later one can load the newest', async () => {
    const one = await openTab()
    const two = await openTab()
    one.setAt('purpose.job', 'from the first')
    await one.save()
    two.setAt('purpose.job', 'from the second')
    await two.save()
    expect(two.state).toBe('conflict')
    expect(two.error).toContain('revision 2')
    expect((await stored()).brief.purpose.job).toBe('from the first')
    await two.discard()
    expect(two.brief!.purpose.job).toBe('from the first')
    expect(two.state).toBe('saved')
  })

  it('take it for saved when the other already saved the very same', async () => {
    const one = await openTab()
    const two = await openTab()
    one.setAt('purpose.job', 'the same')
    await one.save()
    two.setAt('purpose.job', 'the same')
    await two.save()
    expect(two).toMatchObject({ state: 'saved', revision: 2 })
  })

  it('follow each other when nothing is being written, and only then', async () => {
    const one = await openTab()
    const two = await openTab()
    one.setAt('purpose.job', 'news')
    await one.save()
    await two.refresh()
    expect(two.brief!.purpose.job).toBe('news')
    two.setAt('purpose.audience', 'being written')
    await one.refresh()
    await two.refresh()
    expect(two.brief!.purpose.audience).toBe('being written')
  })
})
