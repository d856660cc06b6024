import { MessageChannel } from 'node:worker_threads'
import { Piscina } from 'piscina'
import type { Conflict, PassagesRead, Sketch, StatedPassage } from '@parrot/core/curation'
import type { HtmlLook, ReadProblem } from '@parrot/core/library'
import type { Near, Segment, VectorSet } from '@parrot/core/retrieval'
import type { PackTask, UnpackedAgent, UnpackTask } from '../folder/packed'
import { threadFile } from '../places'
import type { ArchiveKept, IndexTask, NearestTask, ReadTask } from './readWorker'

/** What is told of a document whose reading was ended. */
const TOO_LONG: ReadProblem = {
  message: 'It takes far longer to be read than any document does.',
  advice: 'It may be broken within: open it, save it anew or in another format, and add that.',
}

/** Waits for a sign of life; without one for long, its signal aborts. */
class Patience {
  readonly #abort = new AbortController()
  #timer: NodeJS.Timeout | undefined

  constructor(private readonly ms: number) {
    this.renew()
  }
  get signal(): AbortSignal {
    return this.#abort.signal
  }
  renew(): void {
    clearTimeout(this.#timer)
    this.#timer = setTimeout(() => this.#abort.abort(), this.ms)
    this.#timer.unref()
  }
  end(): void {
    clearTimeout(this.#timer)
  }
}

/** The threads that read and index. One thread reads one document; a cancelled reading ends its thread. */
export class ReadPool {
  readonly #pool: Piscina

  /** `patienceMs` is how long a document or one of its pages may take; then its thread is ended. */
  constructor(private readonly patienceMs = 120_000) {
    this.#pool = new Piscina({
      filename: threadFile('readWorker'),
      execArgv: [],
      minThreads: 1,
      // More than are read at a time: what a person waits for goes beside what takes long.
      maxThreads: 4,
      idleTimeout: 60_000,
      resourceLimits: { maxOldGenerationSizeMb: 1024 },
    })
  }

  async read(
    task: Omit<ReadTask, 'port'>,
    onPage: (done: number, total: number) => void,
    signal: AbortSignal,
  ): Promise<PassagesRead> {
    const { port1, port2 } = new MessageChannel()
    const patience = new Patience(this.patienceMs)
    port1.on('message', ([done, total]: [number, number]) => {
      patience.renew()
      onPage(done, total)
    })
    port1.unref()
    try {
      return (await this.#pool.run(
        { ...task, port: port2 },
        { name: 'readSource', signal: AbortSignal.any([signal, patience.signal]), transferList: [port2] },
      )) as PassagesRead
    } catch (error) {
      if (patience.signal.aborted && !signal.aborted) return { ok: false, problem: TOO_LONG }
      throw error
    } finally {
      patience.end()
      port1.close()
    }
  }

  /** Indexes passages under a title; with a path, the snapshot is written there in the same thread. */
  async index(task: IndexTask): Promise<Segment> {
    return (await this.#pool.run(task, { name: 'indexPassages' })) as Segment
  }

  /** The same of a document just read, with the sketch its near-duplicates are told by. */
  async indexDocument(task: IndexTask): Promise<{ segment: Segment; sketch: Sketch }> {
    return (await this.#pool.run(task, { name: 'indexDocument' })) as { segment: Segment; sketch: Sketch }
  }

  /** One page of a PDF, counted from 1, as a PNG. */
  async drawPage(path: string, page: number, width: number): Promise<Uint8Array | undefined> {
    return (await this.#pool.run({ path, page, width }, { name: 'drawPage' })) as Uint8Array | undefined
  }

  /** Title, size, links and canonical address of a page. */
  async look(html: string, url: string): Promise<HtmlLook> {
    return (await this.#pool.run({ html, url }, { name: 'lookAtPage' })) as HtmlLook
  }

  /** Statements of different sources that do not agree. */
  async conflicts(passages: readonly StatedPassage[], signal?: AbortSignal): Promise<Conflict[]> {
    return (await this.#pool.run(passages, { name: 'findConflicts', ...(signal ? { signal } : {}) })) as Conflict[]
  }

  /** Keeps the documents of an archive in a folder of originals. */
  async keepArchive(path: string, name: string, folder: string): Promise<ArchiveKept> {
    return (await this.#pool.run({ path, name, folder }, { name: 'keepArchive' })) as ArchiveKept
  }

  /** Writes an agent into a ZIP. */
  async packAgent(task: PackTask): Promise<void> {
    await this.#pool.run(task, { name: 'packAgent' })
  }

  /** Reads an agent from a ZIP. */
  async unpackAgent(task: UnpackTask): Promise<UnpackedAgent> {
    return (await this.#pool.run(task, { name: 'unpackAgent' })) as UnpackedAgent
  }

  /** The vectors of a set nearest to a question. */
  async nearest(id: string, set: VectorSet, question: Int8Array, most: number): Promise<Near[]> {
    const ask = async (task: NearestTask) =>
      (await this.#pool.run(task, { name: 'nearestVectors' })) as Near[] | undefined
    return (await ask({ id, question, most })) ?? (await ask({ id, set, question, most })) ?? []
  }

  close(): Promise<void> {
    return this.#pool.destroy()
  }
}
