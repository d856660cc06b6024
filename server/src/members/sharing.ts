import { and, eq } from 'drizzle-orm'
import type { FastifyRequest } from 'fastify'
import type { Role, Sharing } from '@parrot/contract'
import { grants, members, type Database } from '../database'
import { HttpProblem } from '../http/problems'
import { designer } from '../settings/designer'
import { EVERYBODY } from './access'
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
  return { everybody: everybody === 'owner' ? null : everybody, members: people }
}

/** Shares an agent with all members, or no longer. */
export const shareWithEverybody = (db: Database, agentId: string, role: Role | null): Promise<void> =>
  grant(db, agentId, EVERYBODY, role)

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
