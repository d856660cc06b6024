import { and, asc, eq, inArray, isNull, lt, lte, notInArray, or, sql } from 'drizzle-orm'
import type { FastifyBaseLogger } from 'fastify'
import { jobs, type Database } from '../database'
import { HttpProblem } from '../http/problems'
import { newId } from '../ids'

/** Does one kind of job. Reports 0..1; stops soon after the signal aborts; throws only on bugs. */
export type Work = (subject: string, report: (progress: number) => void, signal: AbortSignal) => Promise<void>

/** One kind of work: how it is done, and what happens to its subject when it is given up, so that it does not wait for ever. */
export interface Works {
  readonly work: Work
  readonly giveUp: (subject: string, reason: string) => Promise<void>
  /** Makes the subject wait again after it was given up, where the work itself does not begin with that. */
  readonly reopen?: (subject: string) => Promise<void>
}

type Kind = (typeof jobs.$inferSelect)['kind']

/**
 * Kinds of work and how many of each lane are at work at one time. They compute in threads, so more than the cores would
 * only wait; scripts have a lane of their own, so that nobody who tries an edit waits for a website to be read.
 */
const LANES: readonly { readonly kinds: readonly Kind[]; readonly most: number }[] = [
  { kinds: ['read', 'survey', 'embed'], most: 2 },
  { kinds: ['rehearse', 'note', 'study', 'debrief'], most: 2 },
  // What is sent waits for others, not for this machine.
  { kinds: ['send'], most: 6 },
  { kinds: ['relay'], most: 3 },
]
const AT_ONCE = 500
/** A job at work for longer no longer keeps the next of its lane waiting, so many of them at most. */
const SLOW_MS = 20_000
const MOST_SLOW = 2
/** A job that died with the server, or failed, this often is not tried again: it is probably the job's own fault. */
const MOST_ATTEMPTS = 5
/** What failed by a fault waits before it is tried again: 2, 8, 32 and 128 seconds. */
const secondsUntilRetry = (attempts: number): number => 2 * 4 ** (attempts - 1)

/** How long a server holds a job without saying again that it is at it, and how often it says so. */
const HELD_SECONDS = 15
const BEAT_MS = 4_000

const FAULT = 'Something went wrong on the server.'

/** A moment from now by the clock of the database, which is the same for all servers. */
const inSeconds = (seconds: number) => sql<Date>`now() + make_interval(secs => ${seconds})`
const now = sql<Date>`now()`

/**
 * The queue. A job is a row that one server holds at a time, so it survives a restart and the death of the server that was
 * at it: what is held no longer is queued again. Each finishes as done, failed or cancelled.
 */
export class Jobs {
  readonly #me = newId()
  #beating: NodeJS.Timeout | undefined
  readonly #running = new Map<
    string,
    {
      kind: Kind
      subject: string
      abort: AbortController
      done: Promise<void>
      began: number
      /** Set once it is held: before that nobody could have taken it away. */
      isTaken?: boolean
    }
  >()
  #isStopping = false
  #isTaking = false
  #beatAt = Date.now()

  constructor(
    private readonly db: Database,
    private readonly log: FastifyBaseLogger,
    private readonly works: Readonly<Record<Kind, Works>>,
    /** Whether there is room for what work writes; without it jobs wait. */
    private readonly hasRoom: () => Promise<boolean> = async () => true,
    /** Tells other servers that something was added or cancelled. */
    private readonly onAdded: () => void = () => undefined,
  ) {}

  /**
   * Takes up what was left undone, and begins working: jobs that nobody holds any more (none is held when this server is
   * alone), and subjects that wait for one which was never added, since a server died in between.
   */
  async start(
    waiting: readonly { readonly kind: Kind; readonly subject: string }[] = [],
    isAlone = true,
  ): Promise<void> {
    if (isAlone) await this.db.update(jobs).set({ state: 'queued' }).where(eq(jobs.state, 'running'))
    else await this.#takeBack()
    for (const { kind, subject } of waiting)
      if (!(await this.#has(kind, subject, ['queued', 'running']))) await this.add(kind, subject)
    this.#beating = setInterval(() => void this.#beat().catch((error: unknown) => this.log.error(error)), BEAT_MS)
    this.#beating.unref()
    void this.#takeNext()
  }

  /** Another server added or cancelled something. */
  wake(): void {
    void this.#beat().catch((error: unknown) => this.log.error(error))
  }

  /**
   * Says that it is still at its jobs, gives up those that were taken from it, takes back what nobody holds, and looks for
   * what has become possible since: there is room again, or a slow job no longer keeps its lane.
   */
  async #beat(): Promise<void> {
    const wasAsleep = Date.now() - this.#beatAt > 2 * BEAT_MS
    this.#beatAt = Date.now()
    const mine = [...this.#running].filter(([, job]) => job.isTaken).map(([id]) => id)
    if (mine.length > 0) {
      const held = await this.db
        .update(jobs)
        .set({ heldUntil: inSeconds(HELD_SECONDS) })
        .where(and(inArray(jobs.id, mine), eq(jobs.state, 'running'), eq(jobs.heldBy, this.#me)))
        .returning({ id: jobs.id })
      const still = new Set(held.map(({ id }) => id))
      for (const id of mine) if (!still.has(id)) this.#running.get(id)?.abort.abort()
    }
    // After a machine slept, or was busy, others have not said either that they are at theirs: they get a beat for it.
    if (!wasAsleep) await this.#takeBack()
    void this.#takeNext()
  }

  async #takeBack(): Promise<void> {
    await this.db
      .update(jobs)
      .set({ state: 'queued' })
      .where(and(eq(jobs.state, 'running'), or(isNull(jobs.heldUntil), lt(jobs.heldUntil, now))))
  }

  async #has(kind: Kind, subject: string, states: readonly ('queued' | 'running')[]): Promise<boolean> {
    const [found] = await this.db
      .select({ id: jobs.id })
      .from(jobs)
      .where(and(eq(jobs.kind, kind), eq(jobs.subject, subject), inArray(jobs.state, [...states])))
      .limit(1)
    return found !== undefined
  }

  /** Adds a job, which begins as soon as there is room; where the same one waits already, that one will do. */
  async add(kind: Kind, subject: string): Promise<void> {
    if (await this.#has(kind, subject, ['queued'])) return
    await this.db.insert(jobs).values({ id: newId(), kind, subject, state: 'queued' })
    this.onAdded()
    void this.#takeNext()
  }

  /** Adds many jobs of new subjects at once. */
  async addMany(kind: Kind, subjects: readonly string[]): Promise<void> {
    for (let from = 0; from < subjects.length; from += AT_ONCE)
      await this.db
        .insert(jobs)
        .values(
          subjects
            .slice(from, from + AT_ONCE)
            .map((subject) => ({ id: newId(), kind, subject, state: 'queued' as const })),
        )
    this.onAdded()
    void this.#takeNext()
  }

  /** Cancels the waiting and running jobs of a subject; resolves when they have stopped. */
  async cancel(subject: string): Promise<void> {
    await this.db
      .update(jobs)
      .set({ state: 'cancelled', finishedAt: new Date() })
      .where(and(eq(jobs.subject, subject), inArray(jobs.state, ['queued', 'running'])))
    this.onAdded()
    const running = [...this.#running.values()].filter((job) => job.subject === subject)
    for (const job of running) job.abort.abort()
    await Promise.allSettled(running.map((job) => job.done))
  }

  /** Stops working: running jobs are aborted and queued again, for another server or the next start. */
  async stop(): Promise<void> {
    this.#isStopping = true
    clearInterval(this.#beating)
    for (const job of this.#running.values()) job.abort.abort()
    await Promise.allSettled([...this.#running.values()].map((job) => job.done))
    await this.db
      .update(jobs)
      .set({ state: 'queued', heldUntil: null })
      .where(and(eq(jobs.state, 'running'), eq(jobs.heldBy, this.#me)))
      .catch(() => undefined)
    this.onAdded()
  }

  #kindsWithRoom(): Kind[] {
    const running = [...this.#running.values()]
    return LANES.flatMap(({ kinds, most }) => {
      const inLane = running.filter(({ kind }) => kinds.includes(kind))
      const fresh = inLane.filter(({ began }) => Date.now() - began < SLOW_MS)
      return fresh.length < most && inLane.length < most + MOST_SLOW ? kinds : []
    })
  }

  async #takeNext(): Promise<void> {
    const kinds = this.#kindsWithRoom()
    if (this.#isStopping || this.#isTaking || kinds.length === 0) return
    this.#isTaking = true
    try {
      if (!(await this.hasRoom())) return
      const [job] = await this.db
        .select()
        .from(jobs)
        .where(
          and(
            eq(jobs.state, 'queued'),
            inArray(jobs.kind, kinds),
            notInArray(jobs.id, [...this.#running.keys()]),
            or(isNull(jobs.notBefore), lte(jobs.notBefore, now)),
          ),
        )
        .orderBy(asc(jobs.createdAt))
        .limit(1)
      if (!job || this.#isStopping) return
      if (job.attempts >= MOST_ATTEMPTS) {
        const reason = `It was begun ${job.attempts} times and never ended.`
        await this.#finish(job.id, 'failed', job.error ?? reason)
        await this.works[job.kind].giveUp(job.subject, reason)
        setImmediate(() => void this.#takeNext())
        return
      }
      const abort = new AbortController()
      const done = this.#work(job, abort.signal)
      this.#running.set(job.id, { kind: job.kind, subject: job.subject, abort, done, began: Date.now() })
      setImmediate(() => void this.#takeNext())
    } catch (error) {
      if (!this.#isStopping) this.log.error(error)
    } finally {
      this.#isTaking = false
    }
  }

  async #work(job: typeof jobs.$inferSelect, signal: AbortSignal): Promise<void> {
    try {
      // From here on a cancel finds it among those at work; one that came before left nothing queued to take.
      const taken = await this.db
        .update(jobs)
        .set({
          state: 'running',
          attempts: job.attempts + 1,
          startedAt: new Date(),
          heldBy: this.#me,
          heldUntil: inSeconds(HELD_SECONDS),
        })
        .where(and(eq(jobs.id, job.id), eq(jobs.state, 'queued')))
        .returning({ id: jobs.id })
      const held = this.#running.get(job.id)
      if (held) held.isTaken = taken.length > 0
      if (taken.length === 0 || signal.aborted) return
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
      await this.#failed(job, error).catch((again: unknown) => this.log.error(again))
    } finally {
      this.#running.delete(job.id)
      setImmediate(() => void this.#takeNext())
    }
  }

  /** What failed for a reason that can be told is given up; a fault is tried again, later and later. */
  async #failed({ id, kind, subject, attempts }: typeof jobs.$inferSelect, error: unknown): Promise<void> {
    if (!(error instanceof HttpProblem) && attempts + 1 < MOST_ATTEMPTS) {
      const again = { state: 'queued' as const, error: String(error), heldBy: null, heldUntil: null }
      await this.db
        .update(jobs)
        .set({ ...again, notBefore: inSeconds(secondsUntilRetry(attempts + 1)) })
        .where(and(eq(jobs.id, id), eq(jobs.state, 'running')))
      return
    }
    await this.#finish(id, 'failed', String(error))
    await this.works[kind].giveUp(subject, error instanceof HttpProblem ? error.title : FAULT)
  }

  /** Takes a job up again that was given up, as if it had never been tried; false where it is none. */
  async retry(id: string): Promise<boolean> {
    const [given] = await this.db
      .select()
      .from(jobs)
      .where(and(eq(jobs.id, id), eq(jobs.state, 'failed')))
    if (!given) return false
    await this.works[given.kind].reopen?.(given.subject)
    const fresh = { state: 'queued' as const, attempts: 0, error: null, notBefore: null, finishedAt: null, progress: 0 }
    await this.db
      .update(jobs)
      .set(fresh)
      .where(and(eq(jobs.id, id), eq(jobs.state, 'failed')))
    this.onAdded()
    void this.#takeNext()
    return true
  }

  async #finish(id: string, state: 'done' | 'failed', error: string | null = null): Promise<void> {
    // One that was taken away meanwhile, or cancelled, is no longer this server's to end.
    await this.db
      .update(jobs)
      .set({ state, error, finishedAt: new Date(), progress: 1, heldUntil: null })
      .where(and(eq(jobs.id, id), inArray(jobs.state, ['queued', 'running'])))
  }
}
