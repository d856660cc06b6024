import { defineStore } from 'pinia'
import { reactive, ref } from 'vue'
import type { Agent } from '@parrot/contract'
import { call, get, wordsFor } from '../api/client'

type Change = 'agent' | 'sources' | 'scripts' | 'editions' | 'logbook' | 'notes' | 'studies' | 'relays'

/** The agent that is open, kept current by the server's events; `ticks` counts the changes of each kind for stages to watch. */
export const useAgent = defineStore('agent', () => {
  const agent = ref<Agent>()
  const error = ref('')
  const ticks = reactive<Record<Change, number>>({
    agent: 0,
    sources: 0,
    scripts: 0,
    editions: 0,
    logbook: 0,
    notes: 0,
    studies: 0,
    relays: 0,
  })
  let events: EventSource | undefined
  let openId = ''
  /** Somebody waits here for visitors: the connection is kept although the tab is not seen. */
  let isKept = false

  async function load(id = openId): Promise<void> {
    try {
      const loaded = await get<Agent>(`/api/agents/${id}`)
      if (id !== openId) return
      agent.value = loaded
      error.value = ''
    } catch (problem) {
      if (id === openId) error.value = wordsFor(problem)
    }
  }

  async function open(id: string): Promise<void> {
    close()
    openId = id
    agent.value = undefined
    listen(id)
    await load(id)
  }

  /**
   * Hears of changes. A browser keeps no more than six connections to one server open, and each tab would hold one for
   * good: a tab that is not seen lets go of it, and asks anew when it is seen again.
   */
  function listen(id: string, isAgain = false): void {
    if (document.hidden && !isKept) return
    events = new EventSource(`/api/agents/${id}/events`)
    events.addEventListener('change', (event) => {
      const { change } = JSON.parse(event.data as string) as { change: Change }
      ticks[change]++
      void load()
    })
    // After a lost connection anything may have changed.
    let isFirst = !isAgain
    events.addEventListener('open', () => {
      if (!isFirst) {
        for (const change of Object.keys(ticks) as Change[]) ticks[change]++
        void load()
      }
      isFirst = false
    })
  }

  document.addEventListener('visibilitychange', () => {
    if (isKept && events) return
    events?.close()
    events = undefined
    if (openId !== '') listen(openId, true)
  })

  function close(): void {
    events?.close()
    events = undefined
    openId = ''
  }

  async function setEndpoint(endpointId: string | null): Promise<void> {
    agent.value = await call<Agent>('PATCH', `/api/agents/${openId}`, { endpointId })
  }

  /** Keeps hearing of changes, or no longer, while the tab is not seen. */
  const stay = (isWanted: boolean): void => void (isKept = isWanted)

  return { agent, error, ticks, load, open, close, stay, setEndpoint }
})
