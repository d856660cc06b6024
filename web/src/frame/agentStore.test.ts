import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { useAgent } from './agentStore'

/** The server's events as a tab hears them. */
class Events extends EventTarget {
  static open: Events[] = []
  constructor(readonly url: string) {
    super()
    Events.open.push(this)
  }
  tell(type: string, data?: object) {
    this.dispatchEvent(Object.assign(new Event(type), { data: JSON.stringify(data) }))
  }
  close() {
    Events.open = Events.open.filter((each) => each !== this)
  }
}

let page: EventTarget & { hidden: boolean }
const turn = (hidden: boolean) => {
  page.hidden = hidden
  page.dispatchEvent(new Event('visibilitychange'))
}

let asked: string[]
beforeEach(() => {
  setActivePinia(createPinia())
  Events.open = []
  asked = []
  page = Object.assign(new EventTarget(), { hidden: false })
  vi.stubGlobal('EventSource', Events)
  vi.stubGlobal('document', page)
  vi.stubGlobal('fetch', async (path: string) => {
    asked.push(path)
    return Response.json({ id: 'a', name: 'Ada' })
  })
})

describe('the agent that is open', () => {
  it('is loaded, and again when the server tells of a change', async () => {
    const store = useAgent()
    await store.open('a')
    expect(store.agent).toMatchObject({ name: 'Ada' })
    Events.open[0]!.tell('open')
    Events.open[0]!.tell('change', { change: 'sources' })
    expect(store.ticks).toMatchObject({ sources: 1, scripts: 0 })
    await vi.waitFor(() => expect(asked).toHaveLength(2))
  })

  it('takes everything for changed after the connection was lost', async () => {
    const store = useAgent()
    await store.open('a')
    Events.open[0]!.tell('open')
    Events.open[0]!.tell('open')
    expect(Object.values(store.ticks)).toEqual([1, 1, 1, 1, 1, 1, 1, 1])
  })

  it('lets go of its connection while its tab is hidden, and catches up when it is seen again', async () => {
    const store = useAgent()
    await store.open('a')
    Events.open[0]!.tell('open')
    turn(true)
    expect(Events.open).toEqual([])
    turn(false)
    expect(Events.open.map((each) => each.url)).toEqual(['/api/agents/a/events'])
    Events.open[0]!.tell('open')
    expect(store.ticks.sources).toBe(1)
  })

  it('opened in a hidden tab holds no connection', async () => {
    page.hidden = true
    await useAgent().open('a')
    expect(Events.open).toEqual([])
    turn(false)
    expect(Events.open).toHaveLength(1)
  })

  it('is let go of when it is closed, and stays so when the tab is seen again', async () => {
    const store = useAgent()
    await store.open('a')
    store.close()
    turn(true)
    turn(false)
    expect(Events.open).toEqual([])
  })
})
