import { and, inArray } from 'drizzle-orm'
import { ROLES, type Role } from '@parrot/contract'
import { grants, type Database } from '../database'
import { HttpProblem } from '../http/problems'
import { needOf, WITHIN } from './needs'
import type { MemberRow } from './queries'

/** Whom an agent is shared with when it is shared with all members. */
export const EVERYBODY = 'everybody'
/** A group stands among them by its name; no member’s id has a colon. */
export const asGroup = (name: string): string => `group:${name}`

const reaches = (role: Role | null | undefined, least: Role): boolean =>
  role != null && ROLES.indexOf(role) >= ROLES.indexOf(least)

const higher = (one: Role | null, other: Role | null): Role | null =>
  reaches(one, other ?? 'owner') ? one : (other ?? one)

/** What somebody may do. Without members it is everything: whoever sits at this machine owns it. */
export class Access {
  constructor(
    private readonly db: Database,
    /** Who it is; null for nobody. */
    readonly member: MemberRow | null,
    /** Whether everything is everybody’s, since there are no members. */
    readonly isOpen: boolean,
  ) {}

  /** What they may do with all agents. */
  get role(): Role | null {
    return this.isOpen ? 'owner' : (this.member?.role ?? null)
  }

  mayAll(least: Role): boolean {
    return reaches(this.role, least)
  }

  /** Whether they may make agents: everybody who is not here to read alone. */
  get mayMake(): boolean {
    return this.isOpen || (this.member !== null && this.role !== 'reader')
  }

  /** What they may do with each of these agents; agents they have nothing to do with are not in it. */
  async rolesFor(agentIds: readonly string[]): Promise<Map<string, Role>> {
    const found = new Map<string, Role>()
    if (this.role) for (const id of agentIds) found.set(id, this.role)
    if (!this.member || this.role === 'owner' || agentIds.length === 0) return found
    const { id: memberId, groups } = this.member
    const who = [memberId, EVERYBODY, ...groups.map(asGroup)]
    const rows = await this.db
      .select()
      .from(grants)
      .where(and(inArray(grants.agentId, [...agentIds]), inArray(grants.who, who)))
    for (const { agentId, role } of rows) found.set(agentId, higher(role, found.get(agentId) ?? null)!)
    return found
  }

  /** Those of these agents that they may look at. */
  async visible(agentIds: readonly string[]): Promise<Set<string>> {
    return new Set((await this.rolesFor(agentIds)).keys())
  }

  /** Throws unless they may look at an agent. */
  async mustSee(agentId: string): Promise<void> {
    if (!(await this.visible([agentId])).has(agentId)) throw hidden()
  }

  /**
   * Throws unless a request is theirs to make; gives the agents it is about. What somebody may not look at is not there for
   * them: an id opens nothing, and tells nothing.
   */
  async check(method: string, pattern: string, params: Readonly<Record<string, string>>): Promise<string[]> {
    const need = needOf(method, pattern)
    if (need.kind === 'member') return []
    if (need.kind === 'maker' && !this.mayMake) throw forbidden('You may look, but not make agents.')
    if (need.kind === 'all' && !this.mayAll(need.role))
      throw forbidden(`This is for ${need.role === 'owner' ? 'owners' : 'editors'} of everything.`)
    if (need.kind !== 'agents') return []
    const agents = await need.agents(this.db, params)
    await this.#checkWithin(params, agents)
    if (this.isOpen) return agents
    const roles = await this.rolesFor(agents)
    if (roles.size === 0 && this.role !== 'owner') throw hidden()
    const isEnough = (id: string) => reaches(roles.get(id), need.role)
    if (agents.length > 0 && !(need.ofEvery ? agents.every(isEnough) : agents.some(isEnough)))
      throw forbidden(
        agents.length > 1
          ? 'Agents that are not yours to edit use this, too.'
          : `You may ${need.role === 'owner' ? 'edit this agent, but not' : 'look at this agent, but not'} do this.`,
      )
    if (need.looksAt && (await this.visible(await need.looksAt(this.db, params))).size === 0) throw hidden()
    if (need.isMaking && !this.mayMake) throw forbidden('You may look, but not make agents.')
    return agents
  }

  /** Rows named beside an agent are that agent’s, whoever asks. */
  async #checkWithin(params: Readonly<Record<string, string>>, agents: readonly string[]): Promise<void> {
    for (const [param, ownersOf] of Object.entries(WITHIN)) {
      if (!(param in params)) continue
      const owners = await ownersOf(this.db, params)
      if (owners.length > 0 && !owners.some((id) => agents.includes(id))) throw hidden()
    }
  }
}

const hidden = () =>
  new HttpProblem(404, 'There is nothing here for you.', 'It may have been removed, or is not shared with you.', {
    code: 'not-yours',
  })

const forbidden = (detail: string) =>
  new HttpProblem(403, 'That is not yours to do.', `${detail} Ask an owner.`, { code: 'not-allowed' })
