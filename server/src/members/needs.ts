import { and, eq, inArray, isNull, type SQL } from 'drizzle-orm'
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core'
import type { Role } from '@parrot/contract'
import {
  agentSources,
  conversations,
  expectations,
  hooks,
  notes,
  outlets,
  relayRuns,
  relays,
  requests,
  passages,
  pins,
  proposals,
  rehearsals,
  scripts,
  sourceVersions,
  studies,
  surveys,
  visitors,
  type Database,
} from '../database'

type Params = Readonly<Record<string, string>>

/**
 * What a request needs. `open`: nobody has to be signed in. `keyed`: the key of an outlet or the secret of a cue, which its route looks at. `member`: any member. `maker`: whoever may make agents. `all`: a
 * role for everything. `agents`: a role for the agents its subject belongs to, for one of them, or for every one where the
 * request changes what they share.
 */
export type Need =
  | { readonly kind: 'open' | 'keyed' | 'member' | 'maker' }
  | { readonly kind: 'all'; readonly role: Role }
  | {
      readonly kind: 'agents'
      readonly role: Role
      readonly ofEvery: boolean
      readonly agents: (db: Database, params: Params) => Promise<string[]>
      /** Also something of another agent that is looked at, where there is such. */
      readonly looksAt?: (db: Database, params: Params) => Promise<string[]>
      readonly isMaking?: boolean
    }

const itself = async (_db: Database, { id }: Params): Promise<string[]> => [id!]

/** The agent a row of a table belongs to. */
const ownerIn =
  (table: PgTable & { readonly id: PgColumn; readonly agentId: PgColumn }, param = 'id') =>
  async (db: Database, params: Params): Promise<string[]> => {
    const rows = await db.select({ agentId: table.agentId }).from(table).where(eq(table.id, params[param]!))
    return rows.map(({ agentId }) => agentId as string)
  }

/** The agents that use, or used, the sources of a condition. */
const usersOf = (db: Database, which: SQL): Promise<string[]> =>
  db
    .selectDistinct({ agentId: agentSources.agentId })
    .from(agentSources)
    .where(which)
    .then((rows) => rows.map(({ agentId }) => agentId))

/** Whoever used a source may look at it: what was answered from it is in their logbook. */
const ofSource =
  (param = 'id') =>
  (db: Database, params: Params) =>
    usersOf(db, eq(agentSources.sourceId, params[param]!))

/** It is changed for those who use it now; one that nobody uses any more is still its last users'. */
const changingSource = async (db: Database, params: Params): Promise<string[]> => {
  const users = await usersOf(db, and(eq(agentSources.sourceId, params.id!), isNull(agentSources.removedAt))!)
  return users.length > 0 ? users : ofSource()(db, params)
}

const ofPassage = (db: Database, { id }: Params) =>
  usersOf(
    db,
    inArray(
      agentSources.sourceId,
      db
        .select({ id: sourceVersions.sourceId })
        .from(passages)
        .innerJoin(sourceVersions, eq(sourceVersions.id, passages.versionId))
        .where(eq(passages.id, id!)),
    ),
  )

const ofProposal = async (db: Database, { id }: Params): Promise<string[]> => {
  const rows = await db
    .select({ agentId: notes.agentId })
    .from(proposals)
    .innerJoin(notes, eq(notes.id, proposals.noteId))
    .where(eq(proposals.id, id!))
  return rows.map(({ agentId }) => agentId)
}

type Find = (db: Database, params: Params) => Promise<string[]>

/** Whose the subject of a route is, by the beginning of its pattern; and whom a change concerns, where that is not the same. */
const SUBJECTS: readonly (readonly [begins: string, agents: Find, changed?: Find])[] = [
  ['/api/agents/:id', itself],
  ['/api/sources/:id', ofSource(), changingSource],
  ['/api/passages/:id', ofPassage],
  ['/api/conversations/:id', ownerIn(conversations)],
  ['/api/scripts/:id', ownerIn(scripts)],
  ['/api/rehearsals/:id', ownerIn(rehearsals)],
  ['/api/notes/:id', ownerIn(notes)],
  ['/api/proposals/:id', ofProposal],
  ['/api/studies/:id', ownerIn(studies)],
  ['/api/surveys/:id', ownerIn(surveys)],
  ['/api/outlets/:id', ownerIn(outlets)],
  ['/api/relays/:id', ownerIn(relays)],
  ['/api/runs/:id', ownerIn(relayRuns)],
  ['/api/requests/:id', ownerIn(requests)],
  ['/api/hooks/:id', ownerIn(hooks)],
  ['/api/visitors/:id', ownerIn(visitors)],
]

/** Rows within an agent that are named beside it: they must be that agent’s. */
export const WITHIN: Readonly<Record<string, (db: Database, params: Params) => Promise<string[]>>> = {
  pinId: ownerIn(pins, 'pinId'),
  itemId: ownerIn(expectations, 'itemId'),
  scriptId: ownerIn(scripts, 'scriptId'),
}

/** Requests that change nothing of the agent, whatever their method. */
const LOOKING: ReadonlySet<string> = new Set([
  'POST /api/agents/:id/turns',
  'POST /api/agents/:id/calls',
  'POST /api/outlets/:id/preview',
  'POST /api/agents/:id/copy',
  'POST /api/agents/:id/relays/draft',
  'POST /api/agents/:id/manner/sample',
  'POST /api/sources/:id/cutting/preview',
])

const OWNING: ReadonlySet<string> = new Set([
  'DELETE /api/agents/:id',
  'POST /api/agents/:id/restore',
  'PUT /api/agents/:id/sharing',
])

/** Requests about no agent, by method and pattern. */
const OTHERS: Readonly<Record<string, Need>> = {
  'GET /api/health': { kind: 'open' },
  'GET /api/faces/:face': { kind: 'open' },
  'GET /api/talk/:slug': { kind: 'open' },
  'POST /api/talk/:slug/turns': { kind: 'open' },
  'POST /api/talk/:slug/door': { kind: 'open' },
  'POST /api/talk/:slug/details': { kind: 'open' },
  'GET /api/talk/:slug/conversations/:key': { kind: 'open' },
  'GET /api/talk/:slug/conversations/:key/events': { kind: 'open' },
  'POST /api/talk/:slug/conversations/:key/details': { kind: 'open' },
  'PUT /api/talk/:slug/conversations/:key/ratings/:turnId': { kind: 'open' },
  'GET /api/talk/:slug/conversations/:key/files/:turnId/:at': { kind: 'open' },
  'GET /api/session': { kind: 'open' },
  'GET /api/session/provider': { kind: 'open' },
  'GET /api/session/provider/callback': { kind: 'open' },
  'POST /api/session': { kind: 'open' },
  'DELETE /api/session': { kind: 'open' },
  'POST /api/members/first': { kind: 'open' },
  'GET /api/invited/:token': { kind: 'open' },
  'POST /api/invited/:token': { kind: 'open' },
  'POST /api/way-back': { kind: 'open' },
  'PUT /api/session/password': { kind: 'member' },
  'GET /api/session/keys': { kind: 'member' },
  'POST /api/session/keys': { kind: 'member' },
  'DELETE /api/session/keys/:keyId': { kind: 'member' },
  'GET /api/members': { kind: 'member' },
  'GET /api/agents': { kind: 'member' },
  'POST /api/agents': { kind: 'maker' },
  'POST /api/agents/folder': { kind: 'maker' },
  'GET /api/templates': { kind: 'member' },
  'POST /api/drafts': { kind: 'maker' },
  'POST /api/drafts/interview': { kind: 'maker' },
  'POST /api/manner/profile': { kind: 'member' },
  'GET /api/face-words': { kind: 'member' },
  'GET /api/rendering': { kind: 'member' },
  'GET /api/rule-sets': { kind: 'member' },
  'POST /api/rule-sets': { kind: 'maker' },
  'GET /api/endpoints': { kind: 'member' },
  'GET /api/settings/simulated-models': { kind: 'member' },
  'GET /api/settings/designer': { kind: 'member' },
  'GET /api/settings/cues': { kind: 'member' },
  'GET /api/openapi.json': { kind: 'member' },
  'PUT /api/rule-sets/:id': { kind: 'all', role: 'editor' },
  'DELETE /api/rule-sets/:id': { kind: 'all', role: 'editor' },
  'POST /api/rule-sets/:id/restore': { kind: 'all', role: 'editor' },
}

const KEYED: ReadonlySet<string> = new Set(['/v1/chat/completions', '/mcp/:slug', '/api/cues/:id'])

/** What a request needs, by its method and the pattern of its route. What nobody thought of is an owner’s. */
export function needOf(method: string, pattern: string): Need {
  const verb = method === 'HEAD' ? 'GET' : method
  if (KEYED.has(pattern)) return { kind: 'keyed' }
  if (!pattern.startsWith('/api/') && pattern !== '/metrics') return { kind: 'open' }
  const name = `${verb} ${pattern}`
  const other = OTHERS[name]
  if (other) return other
  const subject = SUBJECTS.find(([begins]) => pattern === begins || pattern.startsWith(`${begins}/`))
  if (!subject) return { kind: 'all', role: 'owner' }
  const [, agents, changed] = subject
  const isLooking = verb === 'GET' || LOOKING.has(name)
  const role: Role = isLooking ? 'reader' : OWNING.has(name) ? 'owner' : 'editor'
  return {
    kind: 'agents',
    role,
    ofEvery: !isLooking,
    agents: isLooking ? agents : (changed ?? agents),
    ...(name === 'POST /api/agents/:id/sources/:sourceId/use' ? { looksAt: ofSource('sourceId') } : {}),
    ...(name === 'POST /api/agents/:id/copy' ? { isMaking: true } : {}),
  }
}
