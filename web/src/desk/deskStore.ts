import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import { useIntervalFn, useWebNotification } from '@vueuse/core'
import type { Desk, DeskSettings } from '@parrot/contract'
import { call, get, post } from '../api/client'
import { useAgent } from '../frame/agentStore'
import { tellFailure } from '../shared/undo'

/** How often a browser says that somebody is still there; the server believes it a while longer. */
const BEAT_MS = 30_000

/** The desk of the agent that is open: whether people answer, whether one sits here, and who waits for one. */
export const useDesk = defineStore('desk', () => {
  const agents = useAgent()
  const desk = ref<Desk>()
  const isHere = ref(false)
  let agentId = ''
  const notification = useWebNotification({ requestPermissions: false })

  async function load(id = agents.agent?.id ?? ''): Promise<void> {
    if (id !== agentId) {
      if (isHere.value) await say(false)
      agentId = id
      desk.value = undefined
    }
    if (id === '') return
    const before = desk.value?.waiting ?? 0
    desk.value = await get<Desk>(`/api/agents/${id}/desk`).catch(() => desk.value)
    if (isHere.value && (desk.value?.waiting ?? 0) > before) notice()
  }

  function notice(): void {
    if (!document.hidden) return
    void notification.show({
      title: `${agents.agent?.name}: a visitor asks for a person`,
      tag: `waiting ${agentId}`,
    })
  }

  async function say(isThere: boolean): Promise<void> {
    isHere.value = isThere
    agents.stay(isThere)
    desk.value = await post<Desk>(`/api/agents/${agentId}/desk/here`, { isHere: isThere })
  }

  /** Sits down at the desk, or leaves it; the browser is asked whether it may give notice. */
  async function setHere(isThere: boolean): Promise<void> {
    try {
      if (isThere) void notification.ensurePermissions()
      await say(isThere)
    } catch (problem) {
      isHere.value = !isThere
      tellFailure(problem)
    }
  }

  async function keep(settings: DeskSettings): Promise<void> {
    desk.value = await call<Desk>('PUT', `/api/agents/${agentId}/desk`, settings)
  }

  useIntervalFn(() => {
    if (isHere.value) void say(true).catch(() => undefined)
  }, BEAT_MS)
  // Whoever closes the window is there no longer.
  addEventListener('pagehide', () => {
    if (!isHere.value) return
    const body = new Blob([JSON.stringify({ isHere: false })], { type: 'application/json' })
    navigator.sendBeacon(`/api/agents/${agentId}/desk/here`, body)
  })
  watch(
    () => agents.agent?.id,
    (id) => void load(id ?? ''),
    { immediate: true },
  )
  watch(
    () => agents.ticks.logbook,
    () => void load(),
  )
  return { desk, isHere, load, setHere, keep }
})
