import { and, count, desc, eq, isNotNull, isNull, sql, type SQL } from 'drizzle-orm'
import type { Agent, Source, StageState } from '@parrot/contract'
import { conversations, rehearsals, scripts, turns, type Database } from '../database'
import { listSources } from '../library/queries'
import { releaseState } from '../release/queries'
import { currentBrief, type CurrentBrief } from './briefs'
import type { AgentRow } from './queries'

const plural = (number: number, one: string, many = `${one}s`): string => `${number} ${number === 1 ? one : many}`

/** An agent as the list and the path show it: who it is, and how each stage of the work stands in a few words. */
export async function describeAgent(db: Database, row: AgentRow): Promise<Agent> {
  const current = await currentBrief(db, row.id)
  const { identity } = current.brief
  const sources = await listSources(db, row.id)
  const scriptCount = await countScripts(db, row.id)
  const release = await releaseState(db, row)
  return {
    id: row.id,
    slug: row.slug,
    name: row.name,
    description: identity.description || identity.role || current.brief.purpose.job,
    face: identity.avatar || row.name,
    language: identity.language,
    revision: row.revision,
    liveEdition: row.liveEdition,
    endpointId: row.endpointId,
    createdAt: row.createdAt.toISOString(),
    changedAt: row.changedAt.toISOString(),
    stages: {
      brief: briefStage(current),
      library: libraryStage(sources),
      rehearse: await rehearseStage(db, row, scriptCount),
      release: releaseStage(release),
      logbook: await logbookStage(db, row.id),
    },
    next: release.latestEdition === null ? await nextStep(db, row.id, sources, scriptCount) : null,
  }
}

function briefStage({ revision, brief }: CurrentBrief): StageState {
  if (brief.purpose.job.trim() === '') return { text: 'job not written yet', state: 'waiting' }
  return { text: `revision ${revision}`, state: 'fine' }
}

/** What its designer does next, in this order: something to read, a question, a script, an edition. */
async function nextStep(
  db: Database,
  agentId: string,
  sources: readonly Source[],
  scriptCount: number,
): Promise<Agent['next']> {
  if (sources.every(({ status }) => status === 'failed')) return 'read'
  if (sources.every(({ version }) => version === 0)) return 'wait'
  const [asked] = await db
    .select({ id: turns.id })
    .from(turns)
    .innerJoin(conversations, eq(conversations.id, turns.conversationId))
    .where(and(eq(turns.agentId, agentId), eq(conversations.channel, 'try')))
    .limit(1)
  if (!asked) return 'ask'
  return scriptCount === 0 ? 'keep' : 'publish'
}

function libraryStage(sources: readonly Source[]): StageState {
  if (sources.length === 0) return { text: 'no sources yet', state: 'empty' }
  const failed = sources.filter((source) => source.status === 'failed').length
  const busy = sources.filter((source) => source.status !== 'failed' && source.status !== 'ready').length
  const all = plural(sources.length, 'source')
  if (failed > 0) return { text: `${all}, ${failed} failed`, state: 'failed' }
  if (busy > 0) return { text: `${all}, ${busy} being read`, state: 'waiting' }
  return { text: all, state: 'fine' }
}

async function countScripts(db: Database, agentId: string): Promise<number> {
  const [all] = await db
    .select({ count: count() })
    .from(scripts)
    .where(and(eq(scripts.agentId, agentId), isNull(scripts.removedAt)))
  return all?.count ?? 0
}

async function rehearseStage(db: Database, row: AgentRow, total: number): Promise<StageState> {
  if (total === 0) return { text: 'no scripts yet', state: 'empty' }
  const [last] = await db
    .select({ passed: rehearsals.passed, failed: rehearsals.failed, revision: rehearsals.revision })
    .from(rehearsals)
    .where(eq(rehearsals.agentId, row.id))
    .orderBy(desc(rehearsals.createdAt))
    .limit(1)
  if (!last) return { text: `${plural(total, 'script')}, not run`, state: 'waiting' }
  const score = `${last.passed} of ${last.passed + last.failed}`
  if (last.failed > 0) return { text: score, state: 'failed' }
  return last.revision === row.revision
    ? { text: score, state: 'fine' }
    : { text: `${score}, edited since`, state: 'waiting' }
}

function releaseStage(state: Awaited<ReturnType<typeof releaseState>>): StageState {
  if (state.latestEdition === null) return { text: 'not published', state: 'empty' }
  if (state.liveEdition === null) return { text: 'offline', state: 'waiting' }
  const edits = state.briefChanges.length + state.sourceChanges.length
  const live = `edition ${state.liveEdition}`
  return edits === 0
    ? { text: live, state: 'fine' }
    : { text: `${live}, ${plural(edits, 'edit')} since`, state: 'waiting' }
}

async function logbookStage(db: Database, agentId: string): Promise<StageState> {
  const visitors = and(eq(conversations.agentId, agentId), eq(conversations.channel, 'talk'))
  const [all] = await db.select({ count: count() }).from(conversations).where(visitors)
  const total = all?.count ?? 0
  if (total === 0) return { text: 'no visitors yet', state: 'empty' }
  const those = (condition: SQL) =>
    sql<number>`count(distinct ${conversations.id}) filter (where ${condition})`.mapWith(Number)
  const [open] = await db
    .select({ unanswered: those(eq(turns.outcome, 'unknown')), passedOn: those(isNotNull(turns.handOver)) })
    .from(conversations)
    .innerJoin(turns, eq(turns.conversationId, conversations.id))
    .where(visitors)
  const { unanswered = 0, passedOn = 0 } = open ?? {}
  const waiting = [unanswered > 0 ? `${unanswered} unanswered` : '', passedOn > 0 ? `${passedOn} passed on` : '']
  const text = [plural(total, 'conversation'), ...waiting].filter(Boolean).join(', ')
  return { text, state: unanswered + passedOn > 0 ? 'waiting' : 'fine' }
}
