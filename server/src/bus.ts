import { EventEmitter } from 'node:events'

/** What changed of an agent, so that open screens fetch it again; `lines` is told of one conversation, to its visitor. */
const CHANGES = ['agent', 'sources', 'scripts', 'editions', 'logbook', 'notes', 'studies', 'relays', 'lines'] as const
export type Change = (typeof CHANGES)[number]

/** How far a piece of work has come: so many of so many, and with what it is busy. */
export interface WorkProgress {
  readonly done: number
  readonly total: number
  readonly title: string
  readonly isOver?: boolean
}

/** What servers on one database tell each other. */
export type Message =
  | { readonly kind: 'change'; readonly id: string; readonly change: Change }
  | { readonly kind: 'work'; readonly id: string; readonly progress: WorkProgress }
  | { readonly kind: 'jobs' }

/** Carries messages to all other servers; losing one loses nothing that is kept. */
export interface Wire {
  send(message: Message): void
  close(): Promise<void>
}

/**
 * Tells open screens of an agent that something changed, on this server and, by its wire, on others. What is told is only
 * that there is something to fetch: a screen that reconnects fetches anew.
 */
export class Bus {
  readonly #emitter = new EventEmitter().setMaxListeners(0)
  readonly #work = new EventEmitter().setMaxListeners(0)
  #wire: Wire | undefined

  /** Tells others too from now on. */
  connect(wire: Wire): void {
    this.#wire = wire
  }

  /** Hears what another server said. */
  hear(message: Message): void {
    if (message.kind === 'change') this.#emitter.emit(message.id, message.change)
    else if (message.kind === 'work') this.#work.emit(message.id, message.progress)
  }

  /** After messages may have been lost: every open screen fetches everything. */
  hearAll(): void {
    for (const id of this.#emitter.eventNames()) for (const change of CHANGES) this.#emitter.emit(id, change)
  }

  /** Tells how far a piece of work has come; `done` is its last word. */
  report(id: string, progress: WorkProgress): void {
    this.#work.emit(id, progress)
    this.#wire?.send({ kind: 'work', id, progress })
  }

  /** Calls back on each report of a piece of work; gives the function that stops it. */
  follow(id: string, onProgress: (progress: WorkProgress) => void): () => void {
    this.#work.on(id, onProgress)
    return () => this.#work.off(id, onProgress)
  }

  /** Tells of a change to whoever has the agent, or the conversation, open. */
  tell(id: string, change: Change): void {
    this.#emitter.emit(id, change)
    this.#wire?.send({ kind: 'change', id, change })
  }

  /** Tells other servers that there is work to do. */
  tellJobs(): void {
    this.#wire?.send({ kind: 'jobs' })
  }

  /** Calls back on each change of an agent or a conversation; gives the function that stops it. */
  listen(id: string, onChange: (change: Change) => void): () => void {
    this.#emitter.on(id, onChange)
    return () => this.#emitter.off(id, onChange)
  }
}
