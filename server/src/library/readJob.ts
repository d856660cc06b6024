import { eq } from 'drizzle-orm'
import type { ReadProblem } from '@parrot/core/library'
import type { Bus } from '../bus'
import type { Config } from '../config'
import { passages, sources, sourceVersions, type Database } from '../database'
import type { FileStore } from '../files'
import { newId } from '../ids'
import type { Work } from '../jobs'
import { listAllowedHosts } from '../settings/hosts'
import type { LibraryCache } from './cache'
import { crawl } from './crawl'
import { fetchPage } from './fetchPage'
import { agentsUsing } from './queries'
import type { ReadPool } from './readPool'

type VersionRow = typeof sourceVersions.$inferSelect

/** What reading needs of the server. */
export interface ReadMeans {
  readonly config: Config
  readonly db: Database
  readonly files: FileStore
  readonly bus: Bus
  readonly pool: ReadPool
  readonly library: LibraryCache
}

/** Rows written in one statement: small, so that other queries get their turn in between. */
const BATCH = 200

/**
 * Reads a source version: fetches it if it lies on the web, reads and cuts it in a thread, stores the passages, indexes
 * them, and only then lets it answer. Killed at any point it can begin again: what an earlier attempt left is replaced,
 * and until the last step nothing of it is seen.
 */
export function readWork(means: ReadMeans): Work {
  const { db, files, pool, library } = means
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
    const content = await contentOf(means, version, onPage, signal)
    if (!content.ok) return set({ ...failedWith(content.problem), hostToAllow: content.hostToAllow ?? null })
    const task = {
      origin: version.origin,
      bytes: files.read(content.bytesHash),
      mediaType: content.mediaType ?? undefined,
    }
    const result = await pool.read(task, onPage, signal)
    if (signal.aborted) return
    if (!result.ok) return set(failedWith(result.problem))
    await set({ status: 'indexing', progress: 0.8 })
    await db.delete(passages).where(eq(passages.versionId, versionId))
    for (let at = 0; at < result.passages.length; at += BATCH) {
      if (signal.aborted) return
      await db.insert(passages).values(
        result.passages.slice(at, at + BATCH).map(({ ordinal, text, headings, locator }) => ({
          id: newId(),
          versionId,
          ordinal,
          text,
          headings: [...headings],
          locator,
        })),
      )
      report(0.8 + (0.15 * at) / result.passages.length)
    }
    const title = version.origin.kind === 'file' || 'url' in version.origin ? result.title : version.origin.title
    await library.load({ sourceId: version.sourceId, versionId, title })
    if (signal.aborted) return
    await publish(means, version, title, result.passages)
  }
}

type Content =
  { ok: true; bytesHash: string; mediaType: string | null } | { ok: false; problem: ReadProblem; hostToAllow?: string }

/** The kept original of a version; what lies on the web is fetched and kept first. */
async function contentOf(
  { config, db, files }: ReadMeans,
  version: VersionRow,
  onPage: (done: number, total: number) => void,
  signal: AbortSignal,
): Promise<Content> {
  const { origin, bytesHash, mediaType } = version
  if (bytesHash) return { ok: true, bytesHash, mediaType }
  if (!('url' in origin)) throw new Error('A version that is not on the web has lost its original.')
  const hosts = [...config.allowedHosts, ...(await listAllowedHosts(db))]
  const keep = async (bytes: Uint8Array, type: string): Promise<Content> => {
    const hash = files.keep(bytes)
    await db.update(sourceVersions).set({ bytesHash: hash, mediaType: type }).where(eq(sourceVersions.id, version.id))
    return { ok: true, bytesHash: hash, mediaType: type }
  }
  if (origin.kind === 'page') {
    const fetched = await fetchPage(origin.url, hosts, signal)
    return fetched.ok ? keep(fetched.page.bytes, fetched.page.mediaType) : fetched
  }
  const site = await crawl(origin, hosts, (done, total) => onPage(done, total * 1.25), signal)
  return site.ok ? keep(new TextEncoder().encode(JSON.stringify(site.pages)), 'application/json') : site
}

const failedWith = ({ message, advice }: ReadProblem): Partial<VersionRow> => ({
  status: 'failed',
  error: message,
  advice,
})

async function update({ db, bus }: ReadMeans, version: VersionRow, values: Partial<VersionRow>): Promise<void> {
  await db.update(sourceVersions).set(values).where(eq(sourceVersions.id, version.id))
  for (const agentId of await agentsUsing(db, version.sourceId)) bus.tell(agentId, 'sources')
}

/** The last step, all or nothing: the version is ready and answers from now on. */
async function publish(
  means: ReadMeans,
  version: VersionRow,
  title: string,
  read: readonly { text: string }[],
): Promise<void> {
  const characters = read.reduce((sum, passage) => sum + passage.text.length, 0)
  await means.db.transaction(async (tx) => {
    await tx
      .update(sourceVersions)
      .set({ status: 'ready', progress: 1, characters, passages: read.length })
      .where(eq(sourceVersions.id, version.id))
    await tx
      .update(sources)
      .set({ versionId: version.id, title, changedAt: new Date() })
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
