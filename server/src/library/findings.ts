import { and, asc, eq, inArray } from 'drizzle-orm'
import type { Conflict as Found } from '@parrot/core/curation'
import type { Conflict } from '@parrot/contract'
import { passages, settledConflicts, type Database } from '../database'
import { libraryState, type UsedVersion } from './cache'
import type { ReadPool } from './readPool'

/** Libraries whose conflicts are remembered. */
const REMEMBERED = 24

/** Looks for statements of an agent's sources that do not agree, once for each state of its library. */
export class ConflictFinder {
  readonly #known = new Map<string, Promise<Found[]>>()

  constructor(
    private readonly db: Database,
    private readonly pool: ReadPool,
  ) {}

  async conflicts(agentId: string, versions: readonly UsedVersion[]): Promise<Conflict[]> {
    const [found, settled] = await Promise.all([this.#found(versions), settledOf(this.db, agentId)])
    return found.map((conflict) => ({
      ...conflict,
      values: [conflict.values[0], conflict.values[1]],
      isSettled: settled.has(nameOf(conflict)),
    }))
  }

  #found(versions: readonly UsedVersion[]): Promise<Found[]> {
    const state = libraryState(versions)
    const known = this.#known.get(state)
    if (known) return known
    const looking = this.#look(versions)
    this.#known.set(state, looking)
    looking.catch(() => this.#known.delete(state))
    if (this.#known.size > REMEMBERED) this.#known.delete(this.#known.keys().next().value!)
    return looking
  }

  async #look(versions: readonly UsedVersion[]): Promise<Found[]> {
    if (versions.length < 2) return []
    const sourceOf = new Map(versions.map((version) => [version.versionId, version.sourceId]))
    const order = new Map(versions.map((version, at) => [version.versionId, at]))
    const rows = await this.db
      .select({ id: passages.id, versionId: passages.versionId, text: passages.text, headings: passages.headings })
      .from(passages)
      .where(and(inArray(passages.versionId, [...sourceOf.keys()]), eq(passages.isExcluded, false)))
      .orderBy(asc(passages.ordinal))
    rows.sort((a, b) => order.get(a.versionId)! - order.get(b.versionId)!)
    return this.pool.conflicts(
      rows.map(({ id, versionId, text, headings }) => ({
        sourceId: sourceOf.get(versionId)!,
        passageId: id,
        text,
        headings,
      })),
    )
  }
}

/** A conflict by its two statements: a change in either makes it another one. */
const nameOf = ({ one, other }: Pick<Found, 'one' | 'other'>): string => [one.text, other.text].sort().join('\n')

async function settledOf(db: Database, agentId: string): Promise<Set<string>> {
  const rows = await db.select().from(settledConflicts).where(eq(settledConflicts.agentId, agentId))
  return new Set(rows.map((row) => row.statements))
}

/** Says that both statements of a conflict are right, or takes that back. */
export async function settle(
  db: Database,
  agentId: string,
  texts: readonly [string, string],
  isSettled: boolean,
): Promise<void> {
  const statements = [...texts].sort().join('\n')
  if (isSettled) await db.insert(settledConflicts).values({ agentId, statements }).onConflictDoNothing()
  else
    await db
      .delete(settledConflicts)
      .where(and(eq(settledConflicts.agentId, agentId), eq(settledConflicts.statements, statements)))
}
