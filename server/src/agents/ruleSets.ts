import { and, asc, eq, inArray, isNull } from 'drizzle-orm'
import type { z } from 'zod'
import type { Brief } from '@parrot/core/brief'
import { readRule } from '@parrot/core/rules'
import type { RuleSet, ruleSetWrite } from '@parrot/contract'
import { agents, revisions, ruleSets, type Database } from '../database'
import { HttpProblem, notFound } from '../http/problems'
import { newId } from '../ids'

type Reads = Pick<Database, 'select'>
type RuleSetRow = typeof ruleSets.$inferSelect

/**
 * A brief with the rules of the sets it uses after its own, as an agent answers by it. `state` names the sets and their
 * revisions: while it stays the same, so do the rules.
 */
export async function withSharedRules(db: Reads, brief: Brief): Promise<{ brief: Brief; state: string }> {
  if (brief.ruleSets.length === 0) return { brief, state: '' }
  const rows = await db
    .select()
    .from(ruleSets)
    .where(and(inArray(ruleSets.id, brief.ruleSets), isNull(ruleSets.removedAt)))
  const used = brief.ruleSets.flatMap((id) => rows.find((row) => row.id === id) ?? [])
  return {
    brief: { ...brief, rules: [...brief.rules, ...used.flatMap((row) => row.rules)] },
    state: used.map((row) => `${row.id}@${row.revision}`).join(','),
  }
}

/** All rule sets with the agents whose briefs use them. */
export async function listRuleSets(db: Database): Promise<RuleSet[]> {
  const rows = await db.select().from(ruleSets).where(isNull(ruleSets.removedAt)).orderBy(asc(ruleSets.name))
  const users = await usersOf(db)
  return rows.map((row) => shown(row, users.get(row.id) ?? []))
}

async function usersOf(db: Reads): Promise<Map<string, { id: string; name: string }[]>> {
  const rows = await db
    .select({ id: agents.id, name: agents.name, brief: revisions.brief })
    .from(agents)
    .innerJoin(revisions, and(eq(revisions.agentId, agents.id), eq(revisions.number, agents.revision)))
    .where(isNull(agents.removedAt))
  const users = new Map<string, { id: string; name: string }[]>()
  for (const { id, name, brief } of rows) {
    const used = (brief as { ruleSets?: unknown }).ruleSets
    if (!Array.isArray(used)) continue
    for (const set of used as string[]) users.set(set, [...(users.get(set) ?? []), { id, name }])
  }
  return users
}

const shown = (row: RuleSetRow, usedBy: RuleSet['usedBy']): RuleSet => ({
  id: row.id,
  name: row.name,
  rules: row.rules,
  readings: row.rules.map((rule) => {
    const { understood, explanation } = readRule(rule.when, rule.do)
    return { id: rule.id, understood, explanation }
  }),
  usedBy,
})

/** Makes a rule set. */
export async function addRuleSet(db: Database, { name, rules }: z.output<typeof ruleSetWrite>): Promise<RuleSet> {
  const [row] = await db.insert(ruleSets).values({ id: newId(), name, rules }).returning()
  return shown(row!, [])
}

/** Changes a rule set; every agent that uses it answers by the new rules from then on, editions stay as they are. */
export async function changeRuleSet(
  db: Database,
  id: string,
  { name, rules }: z.output<typeof ruleSetWrite>,
): Promise<RuleSet> {
  return db.transaction(async (tx) => {
    const [row] = await tx.select().from(ruleSets).where(eq(ruleSets.id, id)).for('update')
    if (!row || row.removedAt) throw notFound('rule set')
    const [changed] = await tx
      .update(ruleSets)
      .set({ name, rules, revision: row.revision + 1 })
      .where(eq(ruleSets.id, id))
      .returning()
    return shown(changed!, (await usersOf(tx)).get(id) ?? [])
  })
}

/** Removes a rule set that no agent uses; it can be brought back. */
export async function removeRuleSet(db: Database, id: string): Promise<void> {
  const users = (await usersOf(db)).get(id) ?? []
  if (users.length > 0)
    throw new HttpProblem(
      409,
      `${users.map((user) => user.name).join(' and ')} still ${users.length === 1 ? 'uses' : 'use'} this rule set.`,
      'Take it out of their briefs first.',
    )
  const gone = await db.update(ruleSets).set({ removedAt: new Date() }).where(eq(ruleSets.id, id)).returning()
  if (gone.length === 0) throw notFound('rule set')
}

/** Brings a removed rule set back. */
export async function restoreRuleSet(db: Database, id: string): Promise<RuleSet> {
  const [row] = await db.update(ruleSets).set({ removedAt: null }).where(eq(ruleSets.id, id)).returning()
  if (!row) throw notFound('rule set')
  return shown(row, [])
}
