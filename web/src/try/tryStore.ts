import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { GivenAnswer, Pin, Source, Turn, Working } from '@parrot/contract'
import { call, get, post, wordsFor } from '../api/client'
import { postStream } from '../api/stream'
import { useBrief } from '../brief/briefStore'
import { withoutMarkers } from '../shared/replyParts'
import { tell, tellFailure } from '../shared/undo'

/** One line of the conversation on the strip: being answered, answered, or failed. */
export interface Line {
  readonly key: number
  readonly said: string
  soFar: string
  /** What the visitor is told meanwhile. */
  meanwhile?: string
  steps: Working[]
  turn?: Turn
  error?: string
}

const ASK_PINS_AFTER_MS = 700

/** The try strip: one conversation with the draft, and the pinned lines that are asked again after every change. */
export const useTry = defineStore('try', () => {
  const isOpen = ref(false)
  const lines = ref<Line[]>([])
  /** Values for the brief's variables, as a visitor's link would bring them. */
  const values = ref<Record<string, string>>({})
  const pins = ref<Pin[]>([])
  const isAskingPins = ref(false)
  const shownPin = ref<string>()
  const focusTick = ref(0)
  let agentId = ''
  let conversationId: string | undefined
  let timer: ReturnType<typeof setTimeout> | undefined
  let abort: AbortController | undefined
  let lastKey = 0

  const isAsking = computed(() => lines.value.some((line) => !line.turn && !line.error))

  function open(id: string): void {
    close()
    agentId = id
    lines.value = []
    pins.value = []
    conversationId = undefined
    void loadPins()
  }

  function close(): void {
    abort?.abort()
    clearTimeout(timer)
    agentId = ''
  }

  const focus = () => focusTick.value++

  /** Erases what is remembered of the visitor: the facts of one key, or everything. */
  async function forget(key?: string): Promise<void> {
    const turn = lines.value.findLast((line) => line.turn)?.turn
    if (!turn) return
    const query = key === undefined ? '' : `?key=${encodeURIComponent(key)}`
    try {
      const memory = await call<Turn['memory']>('DELETE', `/api/conversations/${turn.conversationId}/memory${query}`)
      for (const line of lines.value) if (line.turn) line.turn = { ...line.turn, memory }
    } catch (problem) {
      tellFailure(problem)
    }
  }

  /** Puts a summary of the earlier turns in place of the one made by itself; empty takes it back. */
  async function writeSummary(text: string): Promise<void> {
    const turn = lines.value.findLast((line) => line.turn)?.turn
    if (!turn) return
    try {
      const memory = await call<Turn['memory']>('PUT', `/api/conversations/${turn.conversationId}/summary`, { text })
      for (const line of lines.value) if (line.turn) line.turn = { ...line.turn, memory }
    } catch (problem) {
      tellFailure(problem)
    }
  }

  async function ask(said: string): Promise<void> {
    const text = said.trim()
    if (text === '' || isAsking.value) return
    const brief = useBrief()
    shownPin.value = undefined
    isOpen.value = true
    const id = agentId
    lines.value.push({ key: ++lastKey, said: text, soFar: '', steps: [] })
    const line = lines.value.at(-1)!
    abort = new AbortController()
    try {
      // The answer must come from what is on the screen: an edit still on its way is saved first.
      await brief.save()
      const turn = await postStream<Turn>(
        `/api/agents/${id}/turns`,
        { text, conversationId, variables: values.value },
        {
          text: (data: { text: string }) => (line.soFar += data.text),
          doing: (data: { text: string }) => (line.meanwhile = data.text),
          step: (data: Working) => line.steps.push(data),
        },
        abort.signal,
      )
      if (id !== agentId) return
      line.turn = turn
      conversationId = turn.conversationId
    } catch (problem) {
      line.error = abort.signal.aborted ? 'Stopped.' : wordsFor(problem)
    }
  }

  const stop = () => abort?.abort()

  /** Asks the last question again, with the draft as it is now. */
  async function askAgain(): Promise<void> {
    const last = lines.value.at(-1)
    if (last) await ask(last.said)
  }

  function startOver(): void {
    abort?.abort()
    lines.value = []
    conversationId = undefined
  }

  async function loadPins(): Promise<void> {
    const id = agentId
    try {
      const loaded = await get<{ pins: Pin[] }>(`/api/agents/${id}/pins`)
      if (id !== agentId) return
      pins.value = loaded.pins
      if (pins.value.some((pin) => pin.isStale)) somethingChanged()
    } catch {
      // The strip works without its pins; they are tried again at the next change.
    }
  }

  /** Brief, library or model changed: pinned lines are asked again, once things have come to rest. */
  function somethingChanged(): void {
    if (pins.value.length === 0) return
    clearTimeout(timer)
    timer = setTimeout(() => void askPins(), ASK_PINS_AFTER_MS)
  }

  async function askPins(): Promise<void> {
    const id = agentId
    isAskingPins.value = true
    try {
      const { pins: asked } = await post<{ pins: Pin[] }>(`/api/agents/${id}/pins/ask`)
      if (id === agentId) pins.value = asked
    } catch (problem) {
      tellFailure(problem)
    } finally {
      isAskingPins.value = false
    }
  }

  async function pin(text: string): Promise<void> {
    try {
      const made = await post<Pin>(`/api/agents/${agentId}/pins`, { text })
      if (!pins.value.some((each) => each.id === made.id)) pins.value = [...pins.value, made]
      await askPins()
    } catch (problem) {
      tellFailure(problem)
    }
  }

  async function unpin(gone: Pin): Promise<void> {
    try {
      await call('DELETE', `/api/agents/${agentId}/pins/${gone.id}`)
      pins.value = pins.value.filter((each) => each.id !== gone.id)
      if (shownPin.value === gone.id) shownPin.value = undefined
      tell(`“${gone.text}” was unpinned.`, () => pin(gone.text))
    } catch (problem) {
      tellFailure(problem)
    }
  }

  /** Shows a pinned line's answer beside the one before; it counts as looked at from now on. */
  function showPin(shown: Pin): void {
    shownPin.value = shown.id
    isOpen.value = true
    if (!shown.hasMoved) return
    pins.value = pins.value.map((each) => (each.id === shown.id ? { ...each, hasMoved: false } : each))
    void post(`/api/agents/${agentId}/pins/${shown.id}/seen`).catch(() => undefined)
  }

  /**
   * Keeps an answer given by hand in the library, waits until it is read, and asks the question again: the answer before
   * then stands beside it. It can be undone.
   */
  async function giveAnswer(question: string, answer: string): Promise<void> {
    const id = agentId
    const { sourceId, versionBefore } = await post<GivenAnswer>(`/api/agents/${id}/answers`, { question, answer })
    const source = await readSource(sourceId)
    if (source.status === 'failed') throw new Error(source.error ?? 'The answer could not be read.')
    tell('The answer was kept in the library, under “Answers given by hand”.', async () => {
      if (versionBefore) await post(`/api/sources/${sourceId}/answer-with`, { versionId: versionBefore })
      else await call('DELETE', `/api/agents/${id}/sources/${sourceId}`)
    })
    if (id === agentId) await ask(question)
  }

  /** Keeps the conversation as a script; the last one with the draft, when the page was loaded anew since. */
  async function keepAsScript(): Promise<string> {
    const script = await post<{ id: string }>(`/api/agents/${agentId}/scripts/from-conversation`, { conversationId })
    return script.id
  }

  return {
    values,
    isOpen,
    lines,
    pins,
    shownPin,
    isAsking,
    isAskingPins,
    focusTick,
    open,
    close,
    focus,
    forget,
    writeSummary,
    ask,
    stop,
    askAgain,
    startOver,
    somethingChanged,
    pin,
    unpin,
    showPin,
    keepAsScript,
    giveAnswer,
  }
})

const LOOK_AGAIN_MS = 150

/** A source once it is ready or has failed. */
async function readSource(id: string): Promise<Source> {
  for (;;) {
    const source = await get<Source>(`/api/sources/${id}`)
    if (source.status === 'ready' || source.status === 'failed') return source
    await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS))
  }
}

/**
 * What an answer by hand begins with: of an answer that is none what comes nearest, else the reply without the
 * courtesy before it, which the agent says by itself.
 */
export function answerToBegin({ outcome, reply, support }: Pick<Turn, 'outcome' | 'reply' | 'support'>): string {
  const plain = withoutMarkers(reply)
  if (outcome === 'unknown') return /“([^“”]+)”\W*$/.exec(plain)?.[1] ?? ''
  const first = support.find((each) => each.isClaim || each.isVerdict)
  const start = first ? plain.indexOf(first.text.trim()) : 0
  return plain.slice(Math.max(0, start))
}
