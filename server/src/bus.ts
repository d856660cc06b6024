import { EventEmitter } from 'node:events'

/** What changed, so that open screens fetch it again. */
export type Change = 'agent' | 'sources' | 'scripts' | 'editions' | 'logbook' | 'notes' | 'studies'

/** How far a piece of work has come: so many of so many, and with what it is busy. */
export interface WorkProgress {
  readonly done: number
  readonly total: number
  readonly title: string
  readonly isOver?: boolean
}

/** Tells open screens of an agent that something changed. Lives in memory: a screen that reconnects fetches anew. */
export class Bus {
  readonly #emitter = new EventEmitter().setMaxListeners(0)
  readonly #work = new EventEmitter().setMaxListeners(0)

  /** Tells how far a piece of work has come; `done` is its last word. */
  report(id: string, progress: WorkProgress): void {
    this.#work.emit(id, progress)
  }

  /** Calls back on each report of a piece of work; gives the function that stops it. */
  follow(id: string, onProgress: (progress: WorkProgress) => void): () => void {
    this.#work.on(id, onProgress)
    return () => this.#work.off(id, onProgress)
  }

  tell(agentId: string, change: Change): void {
    this.#emitter.emit(agentId, change)
  }

  /** Calls back on each change of an agent; gives the function that stops it. */
  listen(agentId: string, onChange: (change: Change) => void): () => void {
    this.#emitter.on(agentId, onChange)
    return () => this.#emitter.off(agentId, onChange)
  }
}
