import { setImmediate as breathe } from 'node:timers/promises'
import { and, desc, eq, isNull } from 'drizzle-orm'
import { BARS, judge } from '@parrot/core/calling'
import { judgeInsert } from '@parrot/core/dialogue'
import { readLine, type Reading } from '@parrot/core/reading'
import { hold, readRule } from '@parrot/core/rules'
import { spokenTag } from '@parrot/core/text'
import type { Brief, CallAnswer, CalledLine, CallRequest } from '@parrot/contract'
import { conversations, pins, scripts, turns, type Database } from '../database'
import { currentBrief } from './briefs'

type Condition = CallRequest['conditions'][number]
type From = CalledLine['from']

/** Lines a condition is tried on; the latest of each kind. */
const MOST_LINES = 150
/** Lines shown beside a condition. */
const SHOWN = 6
/** A line below this is too far from a condition to be worth a word. */
const NEARLY = 0.15

/**
 * Tries conditions on what was said to an agent: by visitors, on the try sheet, in scripts and pins, and what it suggests
 * itself. Gives other requests a turn between two conditions.
 */
export async function tryConditions(
  db: Database,
  agentId: string,
  { conditions, line }: CallRequest,
): Promise<CallAnswer> {
  const { brief } = await currentBrief(db, agentId)
  const language = spokenTag(brief.identity.language)
  const said = await linesOf(db, agentId, brief)
  const read = said.map((each) => ({ ...each, reading: readLine(each.line, language) }))
  const own = line === undefined ? undefined : { line, from: 'own' as const, reading: readLine(line, language) }
  const answers: CallAnswer['conditions'] = []
  for (const condition of conditions) {
    const judged = read.map((each) => tried(condition, each))
    const taught = new Set([...condition.like, ...condition.unlike].map(plain))
    answers.push({
      key: condition.key,
      called: judged.filter(({ isCalled }) => isCalled).length,
      samples: judged
        .filter((each) => each.confidence >= NEARLY && !taught.has(plain(each.line)))
        .sort((a, b) => b.confidence - a.confidence)
        .slice(0, SHOWN),
      ...(own ? { own: tried(condition, own) } : {}),
    })
    await breathe()
  }
  return { lines: said.length, conditions: answers }
}

const plain = (text: string): string => text.trim().toLowerCase()

function tried(
  condition: Condition,
  { line, from, reading }: { line: string; from: From; reading: Reading },
): CalledLine {
  const { when, like, unlike, kind, shows, strength } = condition
  const judged = (call: { confidence: number; because: readonly string[] }, isCalled: boolean): CalledLine => ({
    line,
    confidence: Math.round(call.confidence * 1000) / 1000,
    because: [...call.because],
    isCalled,
    from,
  })
  if (shows !== undefined) {
    const call = judgeInsert({ kind: shows, when, like, unlike }, line, reading, reading.language)
    return judged(call, call.isCalled)
  }
  const call =
    kind === 'rule'
      ? hold(readRule(when, '').condition, { reading, isUnknown: false, turn: 2 }, { like, unlike })
      : judge({ when, like, unlike }, reading)
  return judged(call, call.confidence >= (kind === 'rule' ? BARS[strength] : BARS.always))
}

/** What was said to an agent, each line once, the latest first. */
async function linesOf(db: Database, agentId: string, brief: Brief): Promise<{ line: string; from: From }[]> {
  const told = await db
    .select({ line: turns.said, channel: conversations.channel })
    .from(turns)
    .innerJoin(conversations, eq(turns.conversationId, conversations.id))
    .where(and(eq(turns.agentId, agentId), isNull(turns.person)))
    .orderBy(desc(turns.createdAt))
    .limit(MOST_LINES)
  const written = await db.select({ turns: scripts.turns }).from(scripts).where(eq(scripts.agentId, agentId))
  const pinned = await db.select({ line: pins.text }).from(pins).where(eq(pins.agentId, agentId))
  const all: { line: string; from: From }[] = [
    ...told.map(({ line, channel }) => ({ line, from: channel === 'talk' ? ('visitor' as const) : ('try' as const) })),
    ...pinned.map(({ line }) => ({ line, from: 'pin' as const })),
    ...written.flatMap((script) => script.turns.map(({ say }) => ({ line: say, from: 'script' as const }))),
    ...brief.openers.suggestions.map((line) => ({ line, from: 'suggestion' as const })),
  ]
  const seen = new Set<string>()
  return all
    .filter(({ line }) => line.trim() !== '' && line.length <= 600 && !seen.has(plain(line)) && seen.add(plain(line)))
    .slice(0, MOST_LINES)
}
