import { eq } from 'drizzle-orm'
import { recordingType, type Origin, type ReadProblem, type SitePage } from '@parrot/core/library'
import { fetchPage, Renderer, textOf, walk, type FetchOptions, type Visited } from '../crawl'
import { sourceVersions, type PageReport, type Validators } from '../database'
import { hostsOf } from '../settings/hosts'
import type { ReadMeans } from './readJob'
import { transcribe } from './transcriber'
import { answeringVersion, type VersionRow } from './versions'

/** The kept original of a version, or why there is none; `isUnchanged` when a fetch found it as it was before. */
export type Content =
  | { readonly ok: true; readonly bytesHash: string; readonly mediaType: string | null; readonly isUnchanged?: boolean }
  | { readonly ok: false; readonly problem: ReadProblem; readonly hostToAllow?: string }

type OnPage = (done: number, total: number) => void

/** The kept original of a version; what lies on the web is fetched and kept first. */
export async function contentOf(
  means: ReadMeans,
  version: VersionRow,
  onPage: OnPage,
  signal: AbortSignal,
): Promise<Content> {
  const { origin, bytesHash, mediaType } = version
  if (bytesHash && origin.kind === 'file' && recordingType(origin.name))
    return captionsOf(means, version, bytesHash, signal)
  if (bytesHash) return { ok: true, bytesHash, mediaType }
  const before = await answeringVersion(means.db, version.sourceId)
  const options = { allowedHosts: await hostsOf(means), signal }
  if (origin.kind === 'page') return pageContent(means, version, origin, before, options)
  if (origin.kind === 'site') return siteContent(means, version, origin, before, onPage, options)
  throw new Error('A version that is not on the web has lost its original.')
}

/** The captions of a recording: those kept, or what the transcriber hears. */
async function captionsOf(
  { db, files }: ReadMeans,
  version: VersionRow,
  bytesHash: string,
  signal: AbortSignal,
): Promise<Content> {
  const { origin, captionsHash } = version
  if (captionsHash) return { ok: true, bytesHash: captionsHash, mediaType: 'text/vtt' }
  if (origin.kind !== 'file') throw new Error('Only a file can be a recording.')
  const recording = { path: files.pathOf(bytesHash), name: origin.name, mediaType: recordingType(origin.name)! }
  const transcript = await transcribe(db, recording, signal)
  if (!transcript.ok) return transcript
  const kept = files.keep(new TextEncoder().encode(transcript.captions))
  await db.update(sourceVersions).set({ captionsHash: kept }).where(eq(sourceVersions.id, version.id))
  return { ok: true, bytesHash: kept, mediaType: 'text/vtt' }
}

/** The problem of a site of which no page can be read. */
export const nothingReadable = (url: string): ReadProblem => ({
  message: `“${url}” gave no page that may be read.`,
  advice: 'Check the address, the patterns, and what its robots.txt allows.',
})

const keep = async (
  { db, files }: ReadMeans,
  version: VersionRow,
  bytes: Uint8Array,
  more: { mediaType: string; validators?: Validators; pages?: PageReport[] },
): Promise<Content> => {
  const bytesHash = files.keep(bytes)
  await db
    .update(sourceVersions)
    .set({ bytesHash, ...more })
    .where(eq(sourceVersions.id, version.id))
  return { ok: true, bytesHash, mediaType: more.mediaType }
}

async function pageContent(
  means: ReadMeans,
  version: VersionRow,
  origin: Extract<Origin, { kind: 'page' }>,
  before: VersionRow | undefined,
  options: FetchOptions,
): Promise<Content> {
  // What a server said of one address says nothing of another.
  const isSamePage = before?.origin.kind === 'page' && before.origin.url === origin.url
  const validators = isSamePage && before.bytesHash ? before.validators : null
  const renderer = origin.renderMs === undefined ? undefined : new Renderer(options)
  try {
    const fetched = await (renderer
      ? renderer.render(origin.url, origin.renderMs!)
      : fetchPage(origin.url, { ...options, ...(validators ? { validators } : {}) }))
    if (!fetched.ok) return fetched
    if (!fetched.page)
      return { ok: true, bytesHash: before!.bytesHash!, mediaType: before!.mediaType, isUnchanged: true }
    const { bytes, mediaType } = fetched.page
    const content = await keep(means, version, bytes, { mediaType, validators: fetched.page.validators })
    return content.ok && content.bytesHash === before?.bytesHash ? { ...content, isUnchanged: true } : content
  } finally {
    await renderer?.close()
  }
}

async function siteContent(
  means: ReadMeans,
  version: VersionRow,
  origin: Extract<Origin, { kind: 'site' }>,
  before: VersionRow | undefined,
  onPage: OnPage,
  options: FetchOptions,
): Promise<Content> {
  const earlier = new Map(pagesIn(means, before).map((page) => [page.url, page]))
  const known = new Map(
    [...earlier].flatMap(([url, { html, validators }]) =>
      html !== undefined && validators ? [[url, { html, validators }] as const] : [],
    ),
  )
  const pages: SitePage[] = []
  const report: PageReport[] = []
  const look = (html: string, url: string) => means.pool.look(html, url)
  for await (const visited of walk(origin.url, origin, { ...options, look, known })) {
    // Where the start itself fails there is nothing to walk; what answered before goes on answering.
    if (visited.problem && report.length === 0 && !origin.pages) return visited.problem
    const before = earlier.get(visited.url)
    const page = sitePageOf(visited, before)
    if (page) pages.push(page)
    report.push(reportOn(visited, page, before))
    onPage(pages.length, (pages.length + visited.waiting) * 1.25)
  }
  if (!report.some((page) => page.state !== 'failed')) return { ok: false, problem: nothingReadable(origin.url) }
  const isHere = new Set(pages.map((page) => page.url))
  for (const page of before?.pages ?? [])
    if (!isHere.has(page.url) && page.state !== 'gone' && page.state !== 'failed')
      report.push({ ...page, state: 'gone' })
  const isUnchanged = before !== undefined && report.every((page) => page.state === 'same' || page.state === 'failed')
  const bytes = new TextEncoder().encode(JSON.stringify(pages))
  const content = await keep(means, version, bytes, { mediaType: 'application/json', pages: report })
  return isUnchanged && content.ok ? { ...content, isUnchanged } : content
}

/** The pages that an earlier version of a site holds. */
function pagesIn({ files }: ReadMeans, version: VersionRow | undefined): SitePage[] {
  if (!version?.bytesHash || version.origin.kind !== 'site') return []
  return JSON.parse(new TextDecoder().decode(files.read(version.bytesHash))) as SitePage[]
}

/** Statuses by which a server says that a page is no more, rather than that it cannot give it now. */
const NO_MORE = [404, 410]

/**
 * What a version holds of a page: as it was found; as it was before when the server says so, or cannot give it now, so
 * that one bad hour of a site takes no knowledge away.
 */
function sitePageOf({ url, page, problem, isUnchanged }: Visited, before: SitePage | undefined): SitePage | undefined {
  const isOut = problem !== undefined && !NO_MORE.includes(problem.status ?? 0)
  if (isUnchanged || isOut) return before
  if (!page) return undefined
  const { validators } = page
  return page.mediaType.includes('html')
    ? { url, html: textOf(page), validators }
    : { url, base64: Buffer.from(page.bytes).toString('base64'), mediaType: page.mediaType, validators }
}

function reportOn(
  { url, look, problem }: Visited,
  page: SitePage | undefined,
  before: SitePage | undefined,
): PageReport {
  const told = { url, title: look?.title ?? '', characters: look?.characters ?? 0 }
  if (problem || !page)
    return { ...told, state: 'failed', problem: problem?.problem.message ?? 'It is of a kind that cannot be read.' }
  const isSame = before !== undefined && before.html === page.html && before.base64 === page.base64
  return { ...told, state: isSame ? 'same' : before ? 'changed' : 'new' }
}
