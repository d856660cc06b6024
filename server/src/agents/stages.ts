import { and, count, desc, eq, inArray, isNull, sql } from 'drizzle-orm'
import { LRUCache } from 'lru-cache'
import { migrate, type Brief } from '@parrot/core/brief'
import type { Agent, StageState } from '@parrot/contract'
import {
  agents,
  agentSources,
  conversations,
  editions,
  rehearsals,
  revisions,
  scripts,
  sources,
  sourceVersions,
  turns,
  type Database,
} from '../database'
import { waitingRequests } from '../requests'
import { releaseState } from '../release/queries'
import type { AgentRow } from './queries'

const plural = (number: number, one: string, many = `${one}s`): string => `${number} ${number === 1 ? one : many}`

/** How a source stands: the state of its newest version, and whether any version of it answers. */
interface SourceStanding {
  readonly status: string
  readonly answers: boolean
}

/** An agent as the list and the path show it. */
export const describeAgent = async (db: Database, row: AgentRow): Promise<Agent> =>
  (await describeAgents(db, [row]))[0]!

/**
 * Agents as the list shows them: who each is, how each stage of its work stands in a few words, and what comes next. Each
 * thing is asked of the database once for all of them, so that hundreds are as quick as one.
 */
export async function describeAgents(db: Database, rows: readonly AgentRow[]): Promise<Agent[]> {
  const ids = rows.map(({ id }) => id)
  if (ids.length === 0) return []
  const [gists, standings, scriptCounts, runs, visits, asked, published, requested] = await Promise.all([
    gistsOf(db, rows),
    sourcesOf(db, ids),
    scriptCountsOf(db, ids),
    lastRunsOf(db, ids),
    visitsOf(db, ids),
    askedOf(db, ids),
    publishedOf(db, ids),
    waitingRequests(db, ids),
  ])
  const described: Agent[] = []
  for (const row of rows) {
    const gist = gists.get(row.id)!
    const own = standings.get(row.id) ?? []
    const scriptCount = scriptCounts.get(row.id) ?? 0
    described.push({
      id: row.id,
      slug: row.slug,
      name: row.name,
      description: gist.description,
      face: gist.face || row.name,
      language: gist.language,
      revision: row.revision,
      liveEdition: row.liveEdition,
      endpointId: row.endpointId,
      createdAt: row.createdAt.toISOString(),
      changedAt: row.changedAt.toISOString(),
      stages: {
        brief: gist.stage,
        library: libraryStage(own),
        rehearse: rehearseStage(row, scriptCount, runs.get(row.id)),
        release: published.has(row.id) ? await releaseStage(db, row) : { text: 'not published', state: 'empty' },
        logbook: logbookStage(visits.get(row.id), requested.get(row.id) ?? 0),
      },
      next: published.has(row.id) ? null : nextStep(own, asked.has(row.id), scriptCount),
    })
  }
  return described
}

/** What the list tells of a brief. */
interface Gist {
  readonly description: string
  readonly face: string
  readonly language: string
  readonly stage: StageState
}

const MOST_GISTS = 20_000
/** A revision never changes: what the list tells of it is read once, since a brief is long and the list may be, too. */
const knownGists = new LRUCache<string, Gist>({ max: MOST_GISTS })

async function gistsOf(db: Database, list: readonly AgentRow[]): Promise<Map<string, Gist>> {
  const found = new Map<string, Gist>()
  const unknown: string[] = []
  for (const { id, revision } of list) {
    const gist = knownGists.get(`${id} ${revision}`)
    if (gist) found.set(id, gist)
    else unknown.push(id)
  }
  if (unknown.length === 0) return found
  const rows = await db
    .select({ id: agents.id, number: revisions.number, version: revisions.version, brief: revisions.brief })
    .from(agents)
    .innerJoin(revisions, and(eq(revisions.agentId, agents.id), eq(revisions.number, agents.revision)))
    .where(inArray(agents.id, unknown))
  for (const { id, number, version, brief } of rows) {
    const gist = gistOf(number, migrate({ version, brief }))
    found.set(id, gist)
    knownGists.set(`${id} ${number}`, gist)
  }
  return found
}

const gistOf = (revision: number, brief: Brief): Gist => ({
  description: brief.identity.description || brief.identity.role || brief.purpose.job,
  face: brief.identity.avatar,
  language: brief.identity.language,
  stage: briefStage(revision, brief),
})

async function sourcesOf(db: Database, ids: string[]): Promise<Map<string, SourceStanding[]>> {
  const rows = await db
    .selectDistinctOn([agentSources.agentId, agentSources.sourceId], {
      agentId: agentSources.agentId,
      status: sourceVersions.status,
      versionId: sources.versionId,
    })
    .from(agentSources)
    .innerJoin(sources, eq(sources.id, agentSources.sourceId))
    .innerJoin(sourceVersions, eq(sourceVersions.sourceId, sources.id))
    .where(and(inArray(agentSources.agentId, ids), isNull(agentSources.removedAt)))
    .orderBy(agentSources.agentId, agentSources.sourceId, desc(sourceVersions.number))
  const found = new Map<string, SourceStanding[]>()
  for (const { agentId, status, versionId } of rows)
    found.set(agentId, [...(found.get(agentId) ?? []), { status, answers: versionId !== null }])
  return found
}

async function scriptCountsOf(db: Database, ids: string[]): Promise<Map<string, number>> {
  const rows = await db
    .select({ id: scripts.agentId, count: count() })
    .from(scripts)
    .where(and(inArray(scripts.agentId, ids), isNull(scripts.removedAt)))
    .groupBy(scripts.agentId)
  return new Map(rows.map((row) => [row.id, row.count]))
}

type LastRun = Pick<typeof rehearsals.$inferSelect, 'passed' | 'failed' | 'revision'>

async function lastRunsOf(db: Database, ids: string[]): Promise<Map<string, LastRun>> {
  const rows = await db
    .selectDistinctOn([rehearsals.agentId], {
      id: rehearsals.agentId,
      passed: rehearsals.passed,
      failed: rehearsals.failed,
      revision: rehearsals.revision,
    })
    .from(rehearsals)
    .where(and(inArray(rehearsals.agentId, ids), eq(rehearsals.status, 'done')))
    .orderBy(rehearsals.agentId, desc(rehearsals.createdAt))
  return new Map(rows.map((row) => [row.id, row]))
}

interface Visits {
  readonly total: number
  readonly unanswered: number
  readonly passedOn: number
  /** Visitors who wait for a person just now. */
  readonly waiting: number
}

async function visitsOf(db: Database, ids: string[]): Promise<Map<string, Visits>> {
  const rows = await db
    .select({
      id: conversations.agentId,
      total: count(),
      unanswered: sql<number>`count(*) filter (where ${conversations.unanswered} > 0)`.mapWith(Number),
      passedOn: count(conversations.passedOnTo),
      waiting: sql<number>`count(*) filter (where ${conversations.person} = 'waiting')`.mapWith(Number),
    })
    .from(conversations)
    .where(and(inArray(conversations.agentId, ids), eq(conversations.channel, 'talk')))
    .groupBy(conversations.agentId)
  return new Map(rows.map((row) => [row.id, row]))
}

/** Agents whose drafts were asked something. */
async function askedOf(db: Database, ids: string[]): Promise<Set<string>> {
  const rows = await db
    .selectDistinct({ id: conversations.agentId })
    .from(conversations)
    .innerJoin(turns, eq(turns.conversationId, conversations.id))
    .where(and(inArray(conversations.agentId, ids), eq(conversations.channel, 'try')))
  return new Set(rows.map(({ id }) => id))
}

/** Agents of which an edition was published, live or not. */
async function publishedOf(db: Database, ids: string[]): Promise<Set<string>> {
  const rows = await db.selectDistinct({ id: editions.agentId }).from(editions).where(inArray(editions.agentId, ids))
  return new Set(rows.map(({ id }) => id))
}

/** What its designer does next, in this order: something to read, a question, a script, an edition. */
function nextStep(own: readonly SourceStanding[], isAsked: boolean, scriptCount: number): Agent['next'] {
  if (own.every(({ status }) => status === 'failed')) return 'read'
  if (own.every(({ answers }) => !answers)) return 'wait'
  if (!isAsked) return 'ask'
  return scriptCount === 0 ? 'keep' : 'publish'
}

function briefStage(revision: number, brief: Brief): StageState {
  if (brief.purpose.job.trim() === '') return { text: 'job not written yet', state: 'waiting' }
  return { text: `revision ${revision}`, state: 'fine' }
}

function libraryStage(own: readonly SourceStanding[]): StageState {
  if (own.length === 0) return { text: 'no sources yet', state: 'empty' }
  const failed = own.filter(({ status }) => status === 'failed').length
  const busy = own.filter(({ status }) => status !== 'failed' && status !== 'ready').length
  const all = plural(own.length, 'source')
  if (failed > 0) return { text: `${all}, ${failed} failed`, state: 'failed' }
  if (busy > 0) return { text: `${all}, ${busy} being read`, state: 'waiting' }
  return { text: all, state: 'fine' }
}

function rehearseStage(row: AgentRow, total: number, last: LastRun | undefined): StageState {
  if (total === 0) return { text: 'no scripts yet', state: 'empty' }
  if (!last) return { text: `${plural(total, 'script')}, not run`, state: 'waiting' }
  const score = `${last.passed} of ${last.passed + last.failed}`
  if (last.failed > 0) return { text: score, state: 'failed' }
  return last.revision === row.revision
    ? { text: score, state: 'fine' }
    : { text: `${score}, edited since`, state: 'waiting' }
}

async function releaseStage(db: Database, row: AgentRow): Promise<StageState> {
  const state = await releaseState(db, row)
  if (state.liveEdition === null) return { text: 'offline', state: 'waiting' }
  const edits = state.briefChanges.length + state.sourceChanges.length
  const live = `edition ${state.liveEdition}`
  return edits === 0
    ? { text: live, state: 'fine' }
    : { text: `${live}, ${plural(edits, 'edit')} since`, state: 'waiting' }
}

function logbookStage(visits: Visits | undefined, requested: number): StageState {
  const asks = requested > 0 ? `${plural(requested, 'request waits', 'requests wait')}` : ''
  if (!visits && asks !== '') return { text: asks, state: 'waiting' }
  if (!visits) return { text: 'no visitors yet', state: 'empty' }
  const { total, unanswered, passedOn, waiting } = visits
  const wanted = [
    asks,
    waiting > 0 ? `${plural(waiting, 'visitor waits', 'visitors wait')} for a person` : '',
    // What waits is told before what there is: the path has little room.
    asks === '' ? plural(total, 'conversation') : '',
    unanswered > 0 ? `${unanswered} unanswered` : '',
    passedOn > 0 ? `${passedOn} wanted a person` : '',
  ]
  const text = wanted.filter(Boolean).join(', ')
  return { text, state: unanswered + passedOn + requested > 0 ? 'waiting' : 'fine' }
}
