import { and, asc, eq, inArray, sql } from 'drizzle-orm'
import { applyEdits, type Edit, type EditedPassage, type PassagesRead, type Sketch } from '@parrot/core/curation'
import type { StoredPassage } from '@parrot/core/dialogue'
import type { ReadProblem } from '@parrot/core/library'
import type { Bus } from '../bus'
import type { Config } from '../config'
import { passages, sources, sourceVersions, type Database } from '../database'
import type { FileStore } from '../files'
import { noRoom } from '../http/problems'
import type { Room } from '../http/room'
import { newId } from '../ids'
import type { Work } from '../jobs'
import type { LibraryCache } from './cache'
import { contentOf } from './content'
import { agentsUsing, charactersHeld } from './queries'
import type { ReadPool } from './readPool'
import type { VersionRow } from './versions'

/** What reading needs of the server. */
export interface ReadMeans {
  readonly config: Config
  readonly db: Database
  readonly files: FileStore
  readonly bus: Bus
  readonly pool: ReadPool
  readonly library: LibraryCache
  readonly room: Room
}

/** Rows written in one statement: small, so that other queries get their turn in between. */
const BATCH = 200
/** Passages of a document whose storing is worth a checkpoint of the database. */
const LONG = 1000

/**
 * Reads a source version: fetches it if it lies on the web, reads and cuts it in a thread, stores the passages, indexes
 * them, and only then lets it answer. Killed at any point it can begin again: what an earlier attempt left is replaced,
 * and until the last step nothing of it is seen.
 */
export function readWork(means: ReadMeans): Work {
  const { db, library, pool } = means
  return async (versionId, report, signal) => {
    const [version] = await db.select().from(sourceVersions).where(eq(sourceVersions.id, versionId))
    if (!version || version.status === 'ready') return
    const set = (values: Partial<VersionRow>) => update(means, version, values)
    await set({ status: 'reading', progress: 0, error: null, advice: null, hostToAllow: null })
    let told = 0
    const onPage = (done: number, total: number) => {
      const progress = total > 0 ? done / total : 0
      report(progress * 0.8)
      if (progress - told < 0.1) return
      told = progress
      if (!signal.aborted) void set({ progress: progress * 0.8 }).catch(() => undefined)
    }
    const result = version.basedOn
      ? await editedPassages(means, version.basedOn, version.edits)
      : await readAgain(means, version, set, onPage, signal)
    if (signal.aborted || !result) return
    const tooMuch = await overLimit(means, version, charactersOf(result.passages))
    if (tooMuch) return set(failedWith(tooMuch))
    await set({ status: 'indexing', progress: 0.8 })
    const [source] = await db.select().from(sources).where(eq(sources.id, version.sourceId))
    if (!source) return
    const isNamed = source.isTitled || version.basedOn !== null || !('title' in result)
    const title = isNamed ? source.title : 'title' in version.origin ? version.origin.title : result.title
    const rows = result.passages.map((passage) => ({ ...passage, id: newId(), headings: [...passage.headings] }))
    const answering = rows
      .filter((row) => !row.isExcluded)
      .map(({ id, text, headings, locator }): StoredPassage => ({ id, text, headings, locator }))
    // Indexed in a thread while the passages are stored: neither waits for the other.
    const task = { title, passages: answering, snapshot: library.snapshotOf({ versionId, title }) }
    const [{ segment, sketch }] = await Promise.all([
      pool.indexDocument(task),
      storePassages(means, versionId, rows, report, signal),
    ])
    library.keep({ versionId, title }, answering, segment)
    if (signal.aborted) return
    await publish(means, version, result, {
      title,
      sketch,
      ...('description' in result && !source.isDescribed ? { description: result.description } : {}),
    })
    // What the log holds of a long document would be done over at the next start after a kill.
    if (result.passages.length > LONG) await db.execute(sql`checkpoint`).catch(() => undefined)
  }
}

/** Puts the passages of a version in place of those an earlier attempt left, until it is told to stop. */
async function storePassages(
  { db, room }: Pick<ReadMeans, 'db' | 'room'>,
  versionId: string,
  list: readonly Omit<typeof passages.$inferInsert, 'versionId'>[],
  report: (progress: number) => void,
  signal: AbortSignal,
): Promise<void> {
  await db.delete(passages).where(eq(passages.versionId, versionId))
  for (let at = 0; at < list.length && !signal.aborted; at += BATCH) {
    if (room.isFull) throw noRoom()
    await db.insert(passages).values(list.slice(at, at + BATCH).map((row) => ({ ...row, versionId })))
    report(0.8 + (0.15 * at) / list.length)
  }
}

type Set = (values: Partial<VersionRow>) => Promise<void>

/** Fetches and reads a version; undefined when it failed, or was found as it was and given up for the one before. */
async function readAgain(
  means: ReadMeans,
  version: VersionRow,
  set: Set,
  onPage: (done: number, total: number) => void,
  signal: AbortSignal,
): Promise<Extract<PassagesRead, { ok: true }> | undefined> {
  const content = await contentOf(means, version, onPage, signal)
  if (!content.ok) {
    await set({ ...failedWith(content.problem), hostToAllow: content.hostToAllow ?? null })
    return undefined
  }
  if (content.isUnchanged && version.because === 'refreshed') {
    await giveWay(means, version)
    return undefined
  }
  const { origin, cutting, edits } = version
  const path = means.files.pathOf(content.bytesHash)
  const task = { origin, path, mediaType: content.mediaType ?? undefined, cutting, edits }
  const result = await means.pool.read(task, onPage, signal).catch((error: unknown): PassagesRead => {
    if ((error as { code?: string }).code !== 'ERR_WORKER_OUT_OF_MEMORY') throw error
    return { ok: false, problem: TOO_BIG }
  })
  if (signal.aborted) return undefined
  if (result.ok) return result
  await set(failedWith(result.problem))
  return undefined
}

/** Reading threads have a limit of memory, so that a document that needs more ends itself and not the server. */
const TOO_BIG: ReadProblem = {
  message: 'It needs more memory to be read than there is.',
  advice: 'Split it into parts and add them one by one.',
}

/** A refresh that found nothing new leaves no version behind, only the time it looked. */
async function giveWay({ db, bus }: ReadMeans, version: VersionRow): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.delete(sourceVersions).where(eq(sourceVersions.id, version.id))
    await tx.update(sources).set({ lookedAt: new Date() }).where(eq(sources.id, version.sourceId))
  })
  for (const agentId of await agentsUsing(db, version.sourceId)) bus.tell(agentId, 'sources')
}

/** The passages of an earlier version with the last change by hand made on them. */
async function editedPassages({ db }: ReadMeans, versionId: string, edits: readonly Edit[]) {
  const rows = await db.select().from(passages).where(eq(passages.versionId, versionId)).orderBy(asc(passages.ordinal))
  const { passages: now, lost } = applyEdits(
    rows.map(({ ordinal, text, headings, locator, original, isExcluded }) => ({
      ordinal,
      text,
      headings,
      locator,
      original,
      isExcluded,
    })),
    edits.slice(-1),
  )
  return { passages: now, lostEdits: lost.length }
}

const failedWith = ({ message, advice }: ReadProblem): Partial<VersionRow> => ({
  status: 'failed',
  error: message,
  advice,
})

/** A version that was cancelled meanwhile, perhaps on another server, stays so. */
const stillOpen = ({ id }: VersionRow) =>
  and(eq(sourceVersions.id, id), inArray(sourceVersions.status, ['queued', 'reading', 'indexing']))

async function update({ db, bus }: ReadMeans, version: VersionRow, values: Partial<VersionRow>): Promise<void> {
  await db.update(sourceVersions).set(values).where(stillOpen(version))
  for (const agentId of await agentsUsing(db, version.sourceId)) bus.tell(agentId, 'sources')
}

/** What a version brings to a library: the text of the passages that may answer. */
const charactersOf = (list: readonly EditedPassage[]): number =>
  list.reduce((sum, passage) => sum + (passage.isExcluded ? 0 : passage.text.length), 0)

/** The problem that a version would make the library of an agent that uses it too large. */
async function overLimit({ db, config }: ReadMeans, version: VersionRow, characters: number) {
  const most = config.mostCharacters
  for (const agentId of await agentsUsing(db, version.sourceId)) {
    const held = await charactersHeld(db, agentId, version.sourceId)
    if (held + characters <= most) continue
    const [left, whole, limit] = [Math.max(0, most - held), characters, most].map((n) => n.toLocaleString('en-GB'))
    return {
      message: `It holds ${whole} characters, and the library has room for ${left} more of its ${limit}.`,
      advice: 'Take out sources that are not needed, or exclude parts of this one, then try again.',
    }
  }
  return undefined
}

/** The last step, all or nothing: the version is ready and answers from now on. */
async function publish(
  means: ReadMeans,
  version: VersionRow,
  read: { passages: readonly EditedPassage[]; lostEdits: number },
  { sketch, ...said }: { title: string; sketch: Sketch; description?: string },
): Promise<void> {
  const characters = charactersOf(read.passages)
  await means.db.transaction(async (tx) => {
    const published = await tx
      .update(sourceVersions)
      .set({
        status: 'ready',
        progress: 1,
        characters,
        passages: read.passages.length,
        lostEdits: read.lostEdits,
        sketch,
      })
      .where(stillOpen(version))
      .returning({ id: sourceVersions.id })
    if (published.length === 0) return
    const now = new Date()
    await tx
      .update(sources)
      .set({ versionId: version.id, ...said, changedAt: now, lookedAt: now })
      .where(eq(sources.id, version.sourceId))
  })
  for (const agentId of await agentsUsing(means.db, version.sourceId)) means.bus.tell(agentId, 'sources')
}

/** Marks a version as failed when its job was given up. */
export const giveUpReading =
  (means: ReadMeans) =>
  async (versionId: string, reason: string): Promise<void> => {
    const [version] = await means.db.select().from(sourceVersions).where(eq(sourceVersions.id, versionId))
    if (version)
      await update(
        means,
        version,
        failedWith({ message: reason, advice: 'Try again, or save the document in another format.' }),
      )
  }
