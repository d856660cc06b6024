import { and, arrayContains, eq } from 'drizzle-orm'
import type { FastifyRequest } from 'fastify'
import type { Role, Sharing } from '@parrot/contract'
import { grants, members, type Database } from '../database'
import { HttpProblem } from '../http/problems'
import { designer } from '../settings/designer'
import { asGroup, EVERYBODY } from './access'
import { memberByEmail } from './queries'

/** With whom an agent is shared. */
export async function sharingOf(db: Database, agentId: string): Promise<Sharing> {
  const rows = await db.select().from(grants).where(eq(grants.agentId, agentId))
  const people = await db
    .select({ memberId: members.id, name: members.name, email: members.email, role: grants.role })
    .from(grants)
    .innerJoin(members, eq(members.id, grants.who))
    .where(eq(grants.agentId, agentId))
    .orderBy(members.name)
  const everybody = rows.find(({ who }) => who === EVERYBODY)?.role ?? null
  const groups = rows
    .filter(({ who }) => who.startsWith(asGroup('')))
    .map(({ who, role }) => ({ name: who.slice(asGroup('').length), role }))
  return { everybody: everybody === 'owner' ? null : everybody, groups, members: people }
}

/** Shares an agent with all members, or no longer. */
export const shareWithEverybody = (db: Database, agentId: string, role: Role | null): Promise<void> =>
  grant(db, agentId, EVERYBODY, role)

/** Shares an agent with whoever is in a group, now or later, or no longer. */
export async function shareWithGroup(db: Database, agentId: string, name: string, role: Role | null): Promise<void> {
  const [one] = await db
    .select({ id: members.id })
    .from(members)
    .where(arrayContains(members.groups, [name]))
    .limit(1)
  if (!one && role !== null)
    throw new HttpProblem(404, `Nobody is in a group called “${name}”.`, 'Put somebody into it first, under People.')
  await grant(db, agentId, asGroup(name), role)
}

/** Shares an agent with one member, or no longer. */
export async function shareWith(db: Database, agentId: string, email: string, role: Role | null): Promise<void> {
  const member = await memberByEmail(db, email)
  if (!member)
    throw new HttpProblem(404, `Nobody here has the address ${email}.`, 'An owner of everything can invite them.')
  await grant(db, agentId, member.id, role)
}

async function grant(db: Database, agentId: string, who: string, role: Role | null): Promise<void> {
  if (role === null) {
    await db.delete(grants).where(and(eq(grants.agentId, agentId), eq(grants.who, who)))
    return
  }
  await db
    .insert(grants)
    .values({ agentId, who, role })
    .onConflictDoUpdate({ target: [grants.agentId, grants.who], set: { role } })
}

/** The name of who asks, for what is noted as theirs: the member’s, or the one the designer goes by. */
export const nameOf = async ({ access }: FastifyRequest, db: Database): Promise<string> =>
  access.member?.name ?? designer(db)

/** Gives a new agent to whoever made it. */
export async function ownedBy({ access }: FastifyRequest, db: Database, agentId: string): Promise<void> {
  if (access.member) await grant(db, agentId, access.member.id, 'owner')
}
