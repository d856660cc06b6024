import { and, asc, eq, inArray, isNull } from 'drizzle-orm'
import type { QuestionSet } from '@parrot/contract'
import type { Named, PassageLibrary } from '@parrot/core/dialogue'
import { meanScores, scoreRanking, type RankScores } from '@parrot/core/retrieval'
import { likeness } from '@parrot/core/text'
import { expectations, passages, scoreboards, sources, type Database } from '../database'
import { notFound } from '../http/problems'
import { newId } from '../ids'
import { libraryState, type UsedVersion } from './cache'

type ExpectationRow = typeof expectations.$inferSelect

/** How deep a ranking is looked at. */
export const DEPTH = 50
const EXCERPT = 240
/** A passage of a newer version is the one that was expected when it is so much alike. */
const ALIKE = 0.6
const MOST_HISTORY = 30

/** Adds a question with the passage expected to answer it. */
export async function addExpectation(db: Database, agentId: string, question: string, passageId: string) {
  const [passage] = await db.select().from(passages).where(eq(passages.id, passageId))
  if (!passage) throw notFound('passage')
  const [source] = await db.select({ id: sources.id }).from(sources).where(eq(sources.versionId, passage.versionId))
  if (!source) throw notFound('source')
  const id = newId()
  const excerpt = passage.text.slice(0, EXCERPT)
  await db.insert(expectations).values({ id, agentId, question, sourceId: source.id, excerpt })
  return { id }
}

/** Takes a question out of the set, or puts it back. */
export async function setExpectationRemoved(db: Database, agentId: string, id: string, isRemoved: boolean) {
  const changed = await db
    .update(expectations)
    .set({ removedAt: isRemoved ? new Date() : null })
    .where(and(eq(expectations.id, id), eq(expectations.agentId, agentId)))
    .returning({ id: expectations.id })
  if (changed.length === 0) throw notFound('question')
}

/**
 * The question set with where each expected passage stands now, the scores, and how they went before. A state of set
 * and library that was not looked at before is added to the history.
 */
export async function questionSetOf(
  db: Database,
  agentId: string,
  library: PassageLibrary,
  versions: readonly UsedVersion[],
  glossary: readonly Named[],
): Promise<QuestionSet> {
  const rows = await db
    .select()
    .from(expectations)
    .where(and(eq(expectations.agentId, agentId), isNull(expectations.removedAt)))
    .orderBy(asc(expectations.createdAt), asc(expectations.id))
  const bySource = await candidates(db, rows, versions)
  const judged = rows.map((row) => {
    const passageId = nearest(row, bySource.get(row.sourceId) ?? [])
    const ranked = library.find(row.question, DEPTH, glossary).hits.map((hit) => hit.passageId)
    const at = passageId === null ? -1 : ranked.indexOf(passageId)
    return {
      shown: {
        id: row.id,
        question: row.question,
        sourceId: row.sourceId,
        sourceTitle: versions.find((version) => version.sourceId === row.sourceId)?.title ?? 'a removed source',
        excerpt: row.excerpt,
        passageId,
        rank: at < 0 ? null : at + 1,
      },
      scores: scoreRanking(ranked, new Set(passageId === null ? [] : [passageId])),
    }
  })
  const scores = meanScores(judged.map((each) => each.scores))
  const names = glossary.map(({ term, also }) => [term, ...also].join('/')).join(';')
  const state = [libraryState(versions), ...(names ? [names] : []), rows.map((row) => row.id).join(',')].join(':')
  const history = await historyWith(db, agentId, state, rows.length, scores)
  return { questions: judged.map((each) => each.shown), scores, history }
}

/** The passages that answer now, of each source that something is expected of. */
async function candidates(db: Database, rows: readonly ExpectationRow[], versions: readonly UsedVersion[]) {
  const wanted = versions.filter((version) => rows.some((row) => row.sourceId === version.sourceId))
  const bySource = new Map<string, { id: string; text: string }[]>()
  if (wanted.length === 0) return bySource
  const found = await db
    .select({ id: passages.id, text: passages.text, versionId: passages.versionId })
    .from(passages)
    .where(
      inArray(
        passages.versionId,
        wanted.map((version) => version.versionId),
      ),
    )
    .orderBy(asc(passages.ordinal))
  for (const { sourceId, versionId } of wanted)
    bySource.set(
      sourceId,
      found.filter((each) => each.versionId === versionId),
    )
  return bySource
}

/** The passage that begins as the expected one did, or else the one most like it; null when none is. */
function nearest({ excerpt }: ExpectationRow, all: readonly { id: string; text: string }[]): string | null {
  const same = all.find((each) => each.text.startsWith(excerpt))
  if (same) return same.id
  const best = all
    .map(({ id, text }) => ({ id, like: likeness(text.slice(0, EXCERPT), excerpt) }))
    .sort((a, b) => b.like - a.like)[0]
  return best && best.like >= ALIKE ? best.id : null
}

async function historyWith(
  db: Database,
  agentId: string,
  state: string,
  questions: number,
  scores: RankScores,
): Promise<QuestionSet['history']> {
  const rows = await db
    .select()
    .from(scoreboards)
    .where(eq(scoreboards.agentId, agentId))
    .orderBy(asc(scoreboards.createdAt), asc(scoreboards.id))
  if (questions > 0 && rows.at(-1)?.state !== state) {
    const [row] = await db.insert(scoreboards).values({ id: newId(), agentId, state, questions, scores }).returning()
    rows.push(row!)
  }
  return rows
    .slice(-MOST_HISTORY)
    .map((row) => ({ at: row.createdAt.toISOString(), questions: row.questions, ...row.scores }))
}
