import { and, eq, inArray, isNull } from 'drizzle-orm'
import { grants, members, type Database } from '../database'
import { asGroup, EVERYBODY } from '../members'

/**
 * Whether one agent may turn to another: everybody who may edit the first may look at the second. Otherwise whoever edits
 * an agent could read, through its answers, what was never shared with them. Without members everything is everybody's.
 */
export async function mayTurnTo(db: Database, from: string, to: string): Promise<boolean> {
  if (from === to) return false
  const editing = await db
    .select({ who: grants.who })
    .from(grants)
    .where(and(eq(grants.agentId, from), inArray(grants.role, ['owner', 'editor'])))
  if (editing.length === 0) return true
  const looking = new Set(
    (await db.select({ who: grants.who }).from(grants).where(eq(grants.agentId, to))).map(({ who }) => who),
  )
  if (looking.has(EVERYBODY)) return true
  const others = editing.map(({ who }) => who).filter((who) => !looking.has(who))
  if (others.length === 0) return true
  if (others.some((who) => who === EVERYBODY || who.startsWith(asGroup('')))) return false
  const groups = [...looking].filter((who) => who.startsWith(asGroup(''))).map((who) => who.slice(asGroup('').length))
  const rows = await db
    .select({ role: members.role, groups: members.groups })
    .from(members)
    .where(and(inArray(members.id, others), isNull(members.removedAt)))
  return rows.every((row) => row.role !== null || row.groups.some((name) => groups.includes(name)))
}
