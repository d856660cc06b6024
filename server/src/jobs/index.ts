import { and, asc, eq, inArray } from 'drizzle-orm'
import type { FastifyBaseLogger } from 'fastify'
import { jobs, type Database } from '../database'
import { newId } from '../ids'

/** Does one kind of job. Reports 0..1; stops soon after the signal aborts; throws only on bugs. */
export type Work = (subject: string, report: (progress: number) => void, signal: AbortSignal) => Promise<void>

/** One kind of work: how it is done, and what happens to its subject when it is given up, so that it does not wait for ever. */
export interface Works {
  readonly work: Work
  readonly giveUp: (subject: string, reason: string) => Promise<void>
}

type Kind = (typeof jobs.$inferSelect)['kind']

/** Jobs at work at one time: reading computes in threads, so more than the cores would only wait. */
const CONCURRENCY = 2
/** A job that died with the server this often is not tried again: it is probably what killed it. */
const MOST_ATTEMPTS = 5

/**
 * The queue. A job is a row, so it survives a restart: what was running when the server died is queued again. Each
 * finishes as done, failed or cancelled.
 */
export class Jobs {
  readonly #running = new Map<string, { subject: string; abort: AbortController; done: Promise<void> }>()
  #isStopping = false
  #isTaking = false

  constructor(
    private readonly db: Database,
    private readonly log: FastifyBaseLogger,
    private readonly works: Readonly<Record<Kind, Works>>,
  ) {}

  /** Takes up what an earlier run of the server left undone, and begins working. */
  async start(): Promise<void> {
    await this.db.update(jobs).set({ state: 'queued' }).where(eq(jobs.state, 'running'))
    void this.#takeNext()
  }

  /** Adds a job, which begins as soon as there is room; where the same one waits already, that one will do. */
  async add(kind: Kind, subject: string): Promise<void> {
    const [waiting] = await this.db
      .select({ id: jobs.id })
      .from(jobs)
      .where(and(eq(jobs.kind, kind), eq(jobs.subject, subject), eq(jobs.state, 'queued')))
      .limit(1)
    if (waiting) return
    await this.db.insert(jobs).values({ id: newId(), kind, subject, state: 'queued' })
    void this.#takeNext()
  }

  /** Cancels the waiting and running jobs of a subject. */
  async cancel(subject: string): Promise<void> {
    await this.db
      .update(jobs)
      .set({ state: 'cancelled', finishedAt: new Date() })
      .where(and(eq(jobs.subject, subject), inArray(jobs.state, ['queued', 'running'])))
    for (const job of this.#running.values()) if (job.subject === subject) job.abort.abort()
  }

  /** Stops working: running jobs are aborted and stay queued for the next start. */
  async stop(): Promise<void> {
    this.#isStopping = true
    for (const job of this.#running.values()) job.abort.abort()
    await Promise.allSettled([...this.#running.values()].map((job) => job.done))
  }

  async #takeNext(): Promise<void> {
    if (this.#isStopping || this.#isTaking || this.#running.size >= CONCURRENCY) return
    this.#isTaking = true
    try {
      const [job] = await this.db
        .select()
        .from(jobs)
        .where(eq(jobs.state, 'queued'))
        .orderBy(asc(jobs.createdAt))
        .limit(1)
      if (!job || this.#isStopping) return
      if (job.attempts >= MOST_ATTEMPTS) {
        await this.#finish(job.id, 'failed', 'gave up')
        await this.works[job.kind].giveUp(job.subject, `It was begun ${job.attempts} times and never ended.`)
        setImmediate(() => void this.#takeNext())
        return
      }
      await this.db
        .update(jobs)
        .set({ state: 'running', attempts: job.attempts + 1, startedAt: new Date() })
        .where(eq(jobs.id, job.id))
      const abort = new AbortController()
      const done = this.#work(job, abort.signal)
      this.#running.set(job.id, { subject: job.subject, abort, done })
      setImmediate(() => void this.#takeNext())
    } catch (error) {
      if (!this.#isStopping) this.log.error(error)
    } finally {
      this.#isTaking = false
    }
  }

  async #work(job: typeof jobs.$inferSelect, signal: AbortSignal): Promise<void> {
    try {
      let told = 0
      const report = (progress: number) => {
        if (progress - told < 0.05 && progress < 1) return
        told = progress
        void this.db
          .update(jobs)
          .set({ progress })
          .where(eq(jobs.id, job.id))
          .catch(() => undefined)
      }
      await this.works[job.kind].work(job.subject, report, signal)
      if (!signal.aborted) await this.#finish(job.id, 'done')
    } catch (error) {
      if (signal.aborted) return
      this.log.error(error)
      await this.#finish(job.id, 'failed', String(error)).catch(() => undefined)
      await this.works[job.kind].giveUp(job.subject, 'Something went wrong on the server.').catch(() => undefined)
    } finally {
      this.#running.delete(job.id)
      setImmediate(() => void this.#takeNext())
    }
  }

  async #finish(id: string, state: 'done' | 'failed', error: string | null = null): Promise<void> {
    await this.db.update(jobs).set({ state, error, finishedAt: new Date(), progress: 1 }).where(eq(jobs.id, id))
  }
}
