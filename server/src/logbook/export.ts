import { Readable } from 'node:stream'
import { stringify } from 'csv-stringify'
import type { LogbookQuery } from '@parrot/contract'
import type { Database } from '../database'
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
export function logbookAsCsv(db: Database, agentId: string, query: Partial<LogbookQuery>): Readable {
  const rows = async function* () {
    for await (const { conversation, lines } of turnsFound(db, agentId, query))
      for (const {
        said,
        reply,
        outcome,
        handOver,
        edition,
        citations,
        createdAt,
        person,
        rating,
        ratingWord,
      } of lines) {
        const sources = [...new Set(citations.map(({ sourceTitle }) => sourceTitle))].join('; ')
        const to = handOver ? handOver.to || 'a person' : ''
        const by = person ?? 'the agent'
        const turn = [conversation.id, createdAt.toISOString(), said, reply, person === null ? outcome : '', to]
        yield [...turn, edition ?? '', sources, by, rating ?? '', ratingWord]
      }
  }
  return Readable.from(rows()).pipe(
    stringify({ header: true, columns: [...COLUMNS], bom: true, record_delimiter: 'windows', escape_formulas: true }),
  )
}

/** What a query finds as JSON Lines, a conversation a line. */
export function logbookAsLines(db: Database, agentId: string, query: Partial<LogbookQuery>): Readable {
  const lines = async function* () {
    for await (const { conversation, lines: list } of turnsFound(db, agentId, query)) {
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
      yield `${JSON.stringify({ id: conversation.id, startedAt: conversation.startedAt, turns: told })}\n`
    }
  }
  return Readable.from(lines())
}
