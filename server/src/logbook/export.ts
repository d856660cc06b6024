import { Readable } from 'node:stream'
import { stringify } from 'csv-stringify'
import type { LogbookQuery } from '@parrot/contract'
import type { Database } from '../database'
import { debriefOf } from '../debrief'
import type { TurnRow } from '../turns/conversations'
import { turnsFound } from './conversations'

const COLUMNS = [
  'conversation',
  'at',
  'visitor',
  'agent',
  'outcome',
  'passed on to',
  'edition',
  'sources',
  'answered by',
  'rating',
  'word',
] as const

/** What a query finds, a turn a row. What begins like a formula is kept from being one in a spreadsheet. */
export async function logbookAsCsv(db: Database, agentId: string, query: Partial<LogbookQuery>): Promise<Readable> {
  const questions = (await debriefOf(db, agentId))?.questions ?? []
  const rows = async function* () {
    for await (const { conversation, lines, debrief } of turnsFound(db, agentId, query)) {
      const told = questions.map(({ id }) => debrief.find(({ questionId }) => questionId === id)?.value ?? '')
      for (const line of lines) yield [conversation.id, ...rowOf(line), ...told]
    }
  }
  const columns = [...COLUMNS, ...questions.map(({ question }) => question)]
  return Readable.from(rows()).pipe(
    stringify({ header: true, columns, bom: true, record_delimiter: 'windows', escape_formulas: true }),
  )
}

function rowOf({ said, reply, outcome, handOver, edition, citations, createdAt, ...line }: TurnRow): unknown[] {
  const sources = [...new Set(citations.map(({ sourceTitle }) => sourceTitle))].join('; ')
  const to = handOver ? handOver.to || 'a person' : ''
  const { person, rating, ratingWord } = line
  const ended = person === null ? outcome : ''
  const by = person ?? 'the agent'
  return [createdAt.toISOString(), said, reply, ended, to, edition ?? '', sources, by, rating ?? '', ratingWord]
}

/** What a query finds as JSON Lines, a conversation a line. */
export function logbookAsLines(db: Database, agentId: string, query: Partial<LogbookQuery>): Readable {
  const lines = async function* () {
    for await (const { conversation, lines: list, debrief } of turnsFound(db, agentId, query)) {
      const told = list.map(
        ({ said, reply, outcome, handOver, edition, citations, createdAt, person, rating, ratingWord }) => ({
          at: createdAt.toISOString(),
          visitor: said,
          agent: reply,
          ...(person === null ? { outcome } : { by: person }),
          edition,
          ...(rating ? { rating, ratingWord } : {}),
          ...(handOver ? { passedOnTo: handOver.to } : {}),
          citations: citations.map(({ sourceTitle, quote }) => ({ source: sourceTitle, quote })),
        }),
      )
      const answers = Object.fromEntries(debrief.map(({ questionId, value }) => [questionId, value]))
      const { id, startedAt } = conversation
      yield `${JSON.stringify({ id, startedAt, turns: told, debrief: answers })}\n`
    }
  }
  return Readable.from(lines())
}
