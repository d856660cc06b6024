import { MessageChannel } from 'node:worker_threads'
import { Piscina } from 'piscina'
import type { Opened } from '@parrot/core/library'
import type { Segment } from '@parrot/core/retrieval'
import { threadFile } from '../places'
import type { ReadOutcome, ReadTask } from './readWorker'

/** The threads that read and index. One thread reads one document; a cancelled reading ends its thread. */
export class ReadPool {
  readonly #pool: Piscina

  constructor() {
    this.#pool = new Piscina({
      filename: threadFile('readWorker'),
      execArgv: [],
      minThreads: 1,
      maxThreads: 2,
      idleTimeout: 60_000,
      resourceLimits: { maxOldGenerationSizeMb: 1024 },
    })
  }

  async read(
    task: Omit<ReadTask, 'port'>,
    onPage: (done: number, total: number) => void,
    signal: AbortSignal,
  ): Promise<ReadOutcome> {
    const { port1, port2 } = new MessageChannel()
    port1.on('message', ([done, total]: [number, number]) => onPage(done, total))
    port1.unref()
    try {
      return (await this.#pool.run(
        { ...task, port: port2 },
        { name: 'readSource', signal, transferList: [port2] },
      )) as ReadOutcome
    } finally {
      port1.close()
    }
  }

  async index(title: string, passages: readonly { text: string; headings: readonly string[] }[]): Promise<Segment> {
    return (await this.#pool.run({ title, passages }, { name: 'indexPassages' })) as Segment
  }

  /** The documents of an archive. */
  async openArchive(bytes: Uint8Array, name: string): Promise<Opened> {
    return (await this.#pool.run({ bytes, name }, { name: 'openFiles' })) as Opened
  }

  close(): Promise<void> {
    return this.#pool.destroy()
  }
}
