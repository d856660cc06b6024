import { EventEmitter } from 'node:events'

/** What changed, so that open screens fetch it again. */
export type Change = 'agent' | 'sources' | 'scripts' | 'editions' | 'logbook'

/** Tells open screens of an agent that something changed. Lives in memory: a screen that reconnects fetches anew. */
export class Bus {
  readonly #emitter = new EventEmitter().setMaxListeners(0)

  tell(agentId: string, change: Change): void {
    this.#emitter.emit(agentId, change)
  }

  /** Calls back on each change of an agent; gives the function that stops it. */
  listen(agentId: string, onChange: (change: Change) => void): () => void {
    this.#emitter.on(agentId, onChange)
    return () => this.#emitter.off(agentId, onChange)
  }
}
