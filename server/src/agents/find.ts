import { and, desc, eq, ilike, isNull, or } from 'drizzle-orm'
import { linesOf } from '@parrot/core/brief'
import { holdsAll, typedWords, type Found } from '@parrot/contract'
import { agents, conversations, scripts, turns, type Database } from '../database'
import { listSources, versionsInUse } from '../library/queries'
import type { Services } from '../services'
import { currentBrief } from './briefs'

/** So many are given of each kind. */
const MOST = { brief: 6, source: 5, passage: 6, script: 5, conversation: 4, agent: 5 } as const
const EXCERPT = 160

/**
 * Everything of an agent that says what was typed: lines of its brief, sources, passages (as the finder finds them),
 * scripts, conversations; and other agents by name.
 */
export async function findAnything({ db, library }: Services, agentId: string, typed: string): Promise<Found[]> {
  const wanted = typedWords(typed)
  if (wanted.length === 0) return []
  const says = holdsAll(typed)
  const [{ brief }, sources, open, written, said, others] = await Promise.all([
    currentBrief(db, agentId),
    listSources(db, agentId),
    versionsInUse(db, agentId).then((versions) => library.open(versions)),
    scriptsThatSay(db, agentId, says),
    conversationsThatSay(db, agentId, wanted),
    db.select({ id: agents.id, name: agents.name }).from(agents).where(isNull(agents.removedAt)),
  ])
  const found: Found[] = [
    ...linesOf(brief)
      .filter(({ label, text }) => says(label, text))
      .slice(0, MOST.brief)
      .map(({ field, label, text }) => ({
        kind: 'brief' as const,
        id: field,
        title: label,
        excerpt: around(text, wanted),
      })),
    ...sources
      .filter(({ title, description, origin, tags, shelf }) => says(title, description, origin, shelf, ...tags))
      .slice(0, MOST.source)
      .map(({ id, title, description }) => ({
        kind: 'source' as const,
        id,
        title,
        ...(description ? { excerpt: description.slice(0, EXCERPT) } : {}),
      })),
    ...open
      .search(typed, MOST.passage)
      .filter(({ matched }) => matched.length > 0)
      .map(({ passageId, sourceId, sourceTitle, headings, text }) => ({
        kind: 'passage' as const,
        id: passageId,
        within: sourceId,
        title: [...new Set([sourceTitle, ...headings])].join(' › '),
        excerpt: around(text, wanted),
      })),
    ...written.map(({ id, title }) => ({ kind: 'script' as const, id, title })),
    ...said,
    ...others
      .filter(({ id, name }) => id !== agentId && says(name))
      .slice(0, MOST.agent)
      .map(({ id, name }) => ({ kind: 'agent' as const, id, title: name })),
  ]
  return found
}

/** The part of a text where the first of the words stands. */
function around(text: string, words: readonly string[]): string {
  const line = text.replace(/\s+/g, ' ')
  const at = line.toLowerCase().indexOf(words[0]!)
  const from = at < EXCERPT / 2 ? 0 : line.lastIndexOf(' ', at - 30) + 1
  return `${from > 0 ? '… ' : ''}${line.slice(from, from + EXCERPT)}${line.length > from + EXCERPT ? ' …' : ''}`
}

/** A pattern of SQL's LIKE that matches texts with a word in them, taken literally. */
const holding = (word: string): string => `%${word.replace(/[\\%_]/g, '\\$&')}%`

async function scriptsThatSay(db: Database, agentId: string, says: ReturnType<typeof holdsAll>) {
  const rows = await db
    .select({ id: scripts.id, title: scripts.title, turns: scripts.turns })
    .from(scripts)
    .where(and(eq(scripts.agentId, agentId), isNull(scripts.removedAt)))
  return rows.filter(({ title, turns }) => says(title, ...turns.map(({ say }) => say))).slice(0, MOST.script)
}

/** Visitors' conversations with a line that says all the words, as asked or as answered, the latest first. */
async function conversationsThatSay(db: Database, agentId: string, wanted: readonly string[]): Promise<Found[]> {
  const rows = await db
    .select({ id: turns.conversationId, said: turns.said, reply: turns.reply })
    .from(turns)
    .innerJoin(conversations, eq(conversations.id, turns.conversationId))
    .where(
      and(
        eq(turns.agentId, agentId),
        eq(conversations.channel, 'talk'),
        ...wanted.map((word) => or(ilike(turns.said, holding(word)), ilike(turns.reply, holding(word)))),
      ),
    )
    .orderBy(desc(turns.createdAt))
    .limit(MOST.conversation * 4)
  const seen = new Set<string>()
  return rows
    .filter(({ id }) => !seen.has(id) && seen.add(id))
    .slice(0, MOST.conversation)
    .map(({ id, said, reply }) => ({ kind: 'conversation', id, title: said, excerpt: around(reply, wanted) }))
}
