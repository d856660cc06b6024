import { and, eq } from 'drizzle-orm'
import { LRUCache } from 'lru-cache'
import { migrate, type Brief } from '@parrot/core/brief'
import type {
  Held,
  Exchange,
  LibraryPort,
  Model,
  People,
  Today,
  TurnContext,
  TurnState,
  Working,
} from '@parrot/core/dialogue'
import { dayOf, takeTurn } from '@parrot/core/dialogue'
import type { RecordedAnswer } from '@parrot/core/rehearsal'
import { understudy } from '@parrot/core/understudy'
import { briefAt, currentBrief } from '../agents/briefs'
import type { AgentRow } from '../agents/queries'
import { withSharedRules } from '../agents/ruleSets'
import { editions, type Database } from '../database'
import { notFound } from '../http/problems'
import { libraryState, type UsedVersion } from '../library/cache'
import { versionsInUse } from '../library/queries'
import { listEmbedders } from '../embedding'
import { modelOf, modelState } from '../models'
import type { Services } from '../services'
import { withdrawHeld } from '../requests'
import { colleaguesFor } from '../team'
import { rehearsedTools, toolsFor, type Noting } from '../tools'

/** What answers: a brief, the source versions it may use, and a model; either the draft or one edition. */
export interface Subject {
  readonly agentId: string
  readonly brief: Brief
  /** How many of its rules are its own; those of the sets it shares stand after them. */
  readonly ownRules: number
  readonly revision: number
  readonly edition: number | null
  readonly versions: readonly UsedVersion[]
  readonly model: Model
  /** Names brief, library and model together: while it stays the same, so do the built-in model's answers. */
  readonly stance: string
}

/** The draft of an agent as it is now. */
export async function draftOf(services: Services, agent: AgentRow): Promise<Subject> {
  const { revision, brief } = await currentBrief(services.db, agent.id)
  const shared = await withSharedRules(services.db, brief)
  const versions = await versionsInUse(services.db, agent.id)
  const ownRules = brief.rules.length
  return complete(services, agent, {
    brief: shared.brief,
    ownRules,
    shared: shared.state,
    revision,
    edition: null,
    versions,
  })
}

/** An earlier state of an agent's brief, with the library as it is now. */
export async function revisionOf(services: Services, agent: AgentRow, number: number): Promise<Subject> {
  const brief = await briefAt(services.db, agent.id, number)
  const shared = await withSharedRules(services.db, brief)
  return complete(services, agent, {
    brief: shared.brief,
    ownRules: brief.rules.length,
    shared: shared.state,
    revision: number,
    edition: null,
    versions: await versionsInUse(services.db, agent.id),
  })
}

/** What a run or trial is made with, as it is asked for. */
export const subjectOf = (
  services: Services,
  agent: AgentRow,
  asked: 'draft' | { edition: number } | { revision: number },
): Promise<Subject> =>
  asked === 'draft'
    ? draftOf(services, agent)
    : 'edition' in asked
      ? editionOf(services, agent, asked.edition)
      : revisionOf(services, agent, asked.revision)

/** An edition of an agent, exactly as it was published. The model is the agent's present one. */
export async function editionOf(services: Services, agent: AgentRow, number: number): Promise<Subject> {
  const row = await editionRow(services.db, agent.id, number)
  const brief = migrate({ version: row.version, brief: row.brief })
  return complete(services, agent, {
    brief,
    ownRules: brief.rules.length,
    shared: '',
    revision: row.revision,
    edition: number,
    versions: row.sources,
  })
}

const MOST_EDITIONS = 200

/** Editions that were asked for: they never change, and every visitor's turn begins with one. */
const known = new WeakMap<Database, LRUCache<string, EditionRow>>()

type EditionRow = typeof editions.$inferSelect

/** The row of an edition. */
export async function editionRow(db: Database, agentId: string, number: number): Promise<EditionRow> {
  const rows = known.get(db) ?? new LRUCache<string, EditionRow>({ max: MOST_EDITIONS })
  known.set(db, rows)
  const key = `${agentId} ${number}`
  const row = rows.get(key) ?? (await storedEdition(db, agentId, number))
  rows.set(key, row)
  return row
}

async function storedEdition(db: Database, agentId: string, number: number): Promise<EditionRow> {
  const [row] = await db
    .select()
    .from(editions)
    .where(and(eq(editions.agentId, agentId), eq(editions.number, number)))
  if (!row) throw notFound('edition')
  return row
}

async function complete(
  { db, seal }: Services,
  agent: AgentRow,
  { shared, ...parts }: Omit<Subject, 'agentId' | 'model' | 'stance'> & { readonly shared: string },
): Promise<Subject> {
  const model = agent.endpointId ? await modelOf(db, seal, agent.endpointId) : understudy
  const { inUse: embedder } = await listEmbedders(db)
  const stance = [
    parts.revision,
    libraryState(parts.versions),
    embedder?.id,
    agent.endpointId ? await modelState(db, agent.endpointId) : 'understudy',
    shared,
  ]
    .filter(Boolean)
    .join(':')
  return { agentId: agent.id, ...parts, model, stance }
}

/** What a caller hears while an answer is made, and how it can be stopped. */
export interface Listening {
  readonly onText?: (text: string) => void
  readonly onWorking?: (working: Working) => void
  /** Told what a visitor hears while a tool works. */
  readonly onDoing?: (text: string) => void
  /** No visitor is there to say yes. */
  readonly isUnattended?: boolean
  readonly signal?: AbortSignal
  /** Answers instead of the subject's own library. */
  readonly library?: LibraryPort
  /** Who hears it; a person who reviews unless told otherwise. */
  readonly audience?: 'visitor' | 'reviewer'
  readonly people?: People | undefined
  /** What the visitor filled in of themselves. */
  readonly visitor?: TurnContext['visitor'] & object
  /** How what is done for a visitor is noted: in which conversation, and made unreadable as their outlet wants it. */
  readonly noting?: Noting
  /** A rehearsal: nobody outside is asked, and tools answer as the script says, or as was kept for them. */
  readonly recorded?: readonly RecordedAnswer[]
  /** Agents that are answering this very line, and asked this one. */
  readonly behind?: readonly string[]
}

/** Takes one turn with a subject. Nothing is stored. */
export async function ask(
  services: Services,
  subject: Subject,
  said: string,
  conversation: readonly Exchange[],
  given: Listening = {},
  variables: Readonly<Record<string, string>> = {},
): Promise<TurnState> {
  return takeTurn(said, await contextFor(services, subject, conversation, given, variables))
}

/** What a turn of a subject needs from outside. */
export async function contextFor(
  services: Services,
  subject: Subject,
  conversation: readonly Exchange[],
  given: Listening = {},
  variables: Readonly<Record<string, string>> = {},
): Promise<TurnContext> {
  const { library, people, recorded, noting, behind: _behind, ...listening } = given
  return {
    brief: subject.brief,
    library: library ?? (await services.search.open(subject.versions)),
    model: subject.model,
    conversation,
    clock: () => performance.now(),
    today: todayHere(),
    variables: valuesFor(subject.brief, variables),
    audience: 'reviewer',
    tools: recorded
      ? await rehearsedTools(services, subject.brief, recorded)
      : await toolsFor(services, subject.brief, subject.agentId, listening.audience !== 'visitor', noting),
    colleagues: await colleaguesFor(services, subject, given),
    ...(people ? { people } : {}),
    ...(noting ? { withdraw: (held: Held) => withdrawHeld(services, noting.conversationId, held) } : {}),
    ...listening,
  }
}

/** The values given for the variables a brief has, each in one line; others are not taken. */
export const valuesFor = (brief: Brief, given: Readonly<Record<string, string>>): Record<string, string> =>
  Object.fromEntries(
    brief.variables.flatMap(({ name }) => {
      const value = given[name]?.replace(/\s+/g, ' ').trim().slice(0, LONGEST_VALUE)
      return value ? [[name, value]] : []
    }),
  )
/** A visitor may write anything into a link: a value is a name or a word, not a text. */
const LONGEST_VALUE = 120

/** Today where the server stands: the day rules and duties mean by "today". */
export const todayHere = (): Today => dayOf(new Date())
