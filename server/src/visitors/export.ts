import { Readable } from 'node:stream'
import { stringify } from 'csv-stringify'
import ICAL from 'ical.js'
import type { Visitor, VisitorQuery } from '@parrot/contract'
import type { Database } from '../database'
import { visitorsFound } from './queries'

const COLUMNS = ['at', 'name', 'e-mail', 'phone', 'told', 'agreed to', 'where', 'conversation'] as const

/** Visitors, one a row. What begins like a formula is kept from being one in a spreadsheet. */
export function visitorsAsCsv(db: Database, agentId: string, query: VisitorQuery): Readable {
  const rows = async function* () {
    for await (const { createdAt, name, email, phone, values, consents, outlet, conversationId } of visitorsFound(
      db,
      agentId,
      query,
    )) {
      const told = values.map(({ label, value }) => `${label}: ${value}`).join('\n')
      const agreed = consents.map(({ text, at }) => `${text} (${at})`).join('\n')
      yield [createdAt, name, email, phone, told, agreed, outlet ?? 'its own page', conversationId]
    }
  }
  return Readable.from(rows()).pipe(
    stringify({ header: true, columns: [...COLUMNS], bom: true, record_delimiter: 'windows', escape_formulas: true }),
  )
}

/** Visitors as vCards (RFC 6350), for an address book. */
export function visitorsAsCards(db: Database, agentId: string, query: VisitorQuery): Readable {
  const cards = async function* () {
    for await (const visitor of visitorsFound(db, agentId, query)) yield `${cardOf(visitor)}\r\n`
  }
  return Readable.from(cards())
}

function cardOf({ id, name, email, phone, values, createdAt }: Visitor): string {
  const card = new ICAL.Component(['vcard', [], []])
  card.addPropertyWithValue('version', '4.0')
  // A card must have a name, whatever there is of one.
  card.addPropertyWithValue('fn', name || email || phone || 'A visitor')
  if (email) card.addPropertyWithValue('email', email)
  if (phone) card.addPropertyWithValue('tel', phone)
  const note = values
    .filter(({ kind }) => kind === 'text' || kind === 'choice')
    .map(({ label, value }) => `${label}: ${value}`)
    .join('\n')
  if (note) card.addPropertyWithValue('note', note)
  card.addPropertyWithValue('uid', `urn:parrot:${id}`)
  card.addPropertyWithValue('rev', `${createdAt.slice(0, 19).replace(/[-:]/g, '')}Z`)
  return card.toString()
}
