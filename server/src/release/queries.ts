import { and, desc, eq, max } from 'drizzle-orm'
import { BRIEF_VERSION, briefFrom, changesBetween, migrate, type Brief } from '@parrot/core/brief'
import { readRule } from '@parrot/core/rules'
import type { Edition, Release, SourceChange } from '@parrot/contract'
import { currentBrief } from '../agents/briefs'
import { withSharedRules } from '../agents/ruleSets'
import type { AgentRow } from '../agents/queries'
import { agents, editions, rehearsals, ruleSets, sourceVersions, type Database, type FrozenSource } from '../database'
import { deskSettingsOf } from '../desk'
import { HttpProblem } from '../http/problems'
import { listSources, versionsInUse } from '../library/queries'
import { troubleWithColleagues } from '../team'
import { troubleWithTools } from '../tools'

type EditionRow = typeof editions.$inferSelect
type State = Omit<Release, 'concerns'>

const latestEdition = async (db: Database, agentId: string): Promise<EditionRow | undefined> => {
  const [row] = await db
    .select()
    .from(editions)
    .where(eq(editions.agentId, agentId))
    .orderBy(desc(editions.number))
    .limit(1)
  return row
}

/** What changed since the last edition; before the first, everything the brief says and every source is new. */
export async function releaseState(db: Database, agent: AgentRow): Promise<State> {
  const latest = await latestEdition(db, agent.id)
  const { brief } = await withSharedRules(db, (await currentBrief(db, agent.id)).brief)
  const versions = await versionsInUse(db, agent.id)
  const before = latest ? migrate({ version: latest.version, brief: latest.brief }) : briefFrom({})
  return {
    liveEdition: agent.liveEdition,
    latestEdition: latest?.number ?? null,
    briefChanges: changesBetween(before, brief, await namesOfSets(db)),
    sourceChanges: await sourceChanges(db, latest?.sources ?? [], versions),
  }
}

async function namesOfSets(db: Database): Promise<ReadonlyMap<string, string>> {
  const rows = await db.select({ id: ruleSets.id, name: ruleSets.name }).from(ruleSets)
  return new Map(rows.map(({ id, name }) => [id, name]))
}

async function sourceChanges(
  db: Database,
  before: readonly FrozenSource[],
  now: readonly FrozenSource[],
): Promise<SourceChange[]> {
  const was = new Map(before.map((source) => [source.sourceId, source]))
  const is = new Set(now.map((source) => source.sourceId))
  const removed = before
    .filter((source) => !is.has(source.sourceId))
    .map(({ sourceId, title }): SourceChange => ({
      sourceId,
      title,
      kind: 'removed',
      detail: 'no longer in the library',
    }))
  const others: SourceChange[] = []
  for (const source of now) {
    const { sourceId, versionId, title } = source
    const old = was.get(sourceId)
    if (!old) others.push({ sourceId, title, kind: 'added', detail: 'new in the library' })
    else if (old.versionId !== versionId) {
      const [version] = await db.select().from(sourceVersions).where(eq(sourceVersions.id, versionId))
      others.push({
        sourceId,
        title,
        kind: 'changed',
        detail: `version ${version?.number ?? '?'} replaces an earlier one`,
      })
    } else if (counts(old) !== counts(source))
      others.push({
        sourceId,
        title,
        kind: 'changed',
        detail: 'its title, its weight or the days it answers on changed',
      })
  }
  return [...removed, ...others]
}

/** What of a source, beside its text, makes a difference to the answers. */
const counts = ({ title, weight = 1, validFrom, validUntil }: FrozenSource): string =>
  [title, weight, validFrom ?? '', validUntil ?? ''].join('\n')

/** The release stage: what changed, and what is not yet safe to publish. */
export async function releaseOf(db: Database, agent: AgentRow): Promise<Release> {
  return { ...(await releaseState(db, agent)), concerns: await concernsOf(db, agent) }
}

async function concernsOf(db: Database, agent: AgentRow): Promise<Release['concerns']> {
  const concerns: Release['concerns'] = []
  const { brief, revision } = await currentBrief(db, agent.id)
  if (brief.purpose.job.trim() === '')
    concerns.push({ stage: 'brief', text: 'The brief does not say what the agent’s job is.' })
  if (brief.openers.greeting.trim() === '')
    concerns.push({ stage: 'brief', text: 'There is no greeting for visitors.' })
  const sources = await listSources(db, agent.id)
  if (sources.length === 0)
    concerns.push({ stage: 'library', text: 'The library is empty: every question will go unanswered.' })
  for (const source of sources) {
    if (source.status === 'failed') concerns.push({ stage: 'library', text: `“${source.title}” could not be read.` })
    else if (source.status !== 'ready')
      concerns.push({ stage: 'library', text: `“${source.title}” is still being read.` })
  }
  const [run] = await db
    .select()
    .from(rehearsals)
    .where(and(eq(rehearsals.agentId, agent.id), eq(rehearsals.status, 'done')))
    .orderBy(desc(rehearsals.createdAt))
    .limit(1)
  if (!run) concerns.push({ stage: 'rehearse', text: 'No script has been run yet.' })
  else if (run.failed > 0)
    concerns.push({
      stage: 'rehearse',
      text: `${run.failed} of ${run.passed + run.failed} scripts failed in the last run.`,
    })
  else if (run.revision !== revision)
    concerns.push({ stage: 'rehearse', text: 'The scripts were last run before the newest edit of the brief.' })
  const desk = await deskSettingsOf(db, agent.id)
  if (handsOver(brief) && !desk.isOn)
    concerns.push({
      stage: 'logbook',
      text: 'The brief hands over to a person, but nobody is called: let people answer.',
    })
  if (asksTeam(brief) && desk.mailTo.length === 0)
    concerns.push({
      stage: 'logbook',
      text: 'Something waits for your yes among the requests, and nobody is told by mail.',
    })
  for (const text of await troubleWithTools(db, brief)) concerns.push({ stage: 'brief', text })
  for (const text of await troubleWithColleagues(db, agent.id, brief)) concerns.push({ stage: 'brief', text })
  return concerns
}

/** Whether a tool is used only once somebody of the team agreed. */
const asksTeam = ({ tools }: Brief): boolean =>
  tools.some(({ enabled, approval }) => enabled && approval === 'designer')

/** Whether a boundary or a rule hands visitors over to a person. */
const handsOver = ({ boundaries, rules }: Brief): boolean =>
  boundaries.some(({ enabled, onHit }) => enabled && onHit === 'handOver') ||
  rules.some(
    (rule) =>
      rule.enabled &&
      readRule(rule.when, rule.do).directives.some((each) => each.kind === 'handOver' && !each.isReferral),
  )

/** Publishes the draft as the next edition and makes it live: brief and source versions are frozen as they are now. */
export async function publishEdition(db: Database, agent: AgentRow, summary: string): Promise<number> {
  const current = await currentBrief(db, agent.id)
  const { revision } = current
  // Shared rules are frozen with the edition: a later change of the set never reaches visitors.
  const { brief } = await withSharedRules(db, current.brief)
  const sources = await versionsInUse(db, agent.id)
  const { briefChanges, sourceChanges: changes, latestEdition: last } = await releaseState(db, agent)
  if (last !== null && briefChanges.length === 0 && changes.length === 0)
    throw new HttpProblem(
      409,
      `Nothing changed since edition ${last}.`,
      'Edit the brief or the library first, or make another edition live.',
    )
  return db.transaction(async (tx) => {
    const [row] = await tx
      .select({ number: max(editions.number) })
      .from(editions)
      .where(eq(editions.agentId, agent.id))
    const number = (row?.number ?? 0) + 1
    await tx
      .insert(editions)
      .values({ agentId: agent.id, number, summary, revision, version: BRIEF_VERSION, brief, sources })
    await tx.update(agents).set({ liveEdition: number, changedAt: new Date() }).where(eq(agents.id, agent.id))
    return number
  })
}

/** The editions of an agent, newest first. */
export async function listEditions(db: Database, agent: AgentRow): Promise<Edition[]> {
  const rows = await db.select().from(editions).where(eq(editions.agentId, agent.id)).orderBy(desc(editions.number))
  return rows.map((row) => ({
    number: row.number,
    summary: row.summary,
    revision: row.revision,
    sources: row.sources.length,
    createdAt: row.createdAt.toISOString(),
    isLive: row.number === agent.liveEdition,
  }))
}

/** Makes an edition the one visitors hear, or takes the agent offline. */
export async function setLive(db: Database, agent: AgentRow, number: number | null): Promise<void> {
  if (number !== null) {
    const [row] = await db
      .select({ number: editions.number })
      .from(editions)
      .where(and(eq(editions.agentId, agent.id), eq(editions.number, number)))
    if (!row) throw new HttpProblem(404, `There is no edition ${number}.`)
  }
  await db.update(agents).set({ liveEdition: number }).where(eq(agents.id, agent.id))
}
