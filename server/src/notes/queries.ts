import { and, asc, desc, eq, inArray, lt, sql } from 'drizzle-orm'
import type { Note, NoteLine, NewNote, Proposal } from '@parrot/contract'
import { trialLine, worth } from '@parrot/core/refine'
import { notes, proposals, turns, type Database } from '../database'
import { HttpProblem, notFound } from '../http/problems'
import { newId } from '../ids'

export type NoteRow = typeof notes.$inferSelect
export type ProposalRow = typeof proposals.$inferSelect

/** Notes an agent may have open; beyond it the first ones should be dealt with. */
const MOST_OPEN = 500

/** Keeps a note on an answer: of a turn that was taken, or of a question that is asked for it. */
export async function addNote(db: Database, agentId: string, given: NewNote): Promise<NoteRow> {
  const [open] = await db
    .select({ count: sql<number>`count(*)::int` })
    .from(notes)
    .where(and(eq(notes.agentId, agentId), sql`${notes.closed} is null`))
  if ((open?.count ?? 0) >= MOST_OPEN)
    throw new HttpProblem(409, `${MOST_OPEN} notes wait already.`, 'Accept or dismiss some of them first.')
  const { turnId, question = '', before = [], marks = [], wrong = '', wanted = '', sentence = '' } = given
  const place = turnId ? await turnPlace(db, agentId, turnId) : { question, before, turn: null }
  const said = { marks: [...marks], wrong, wanted, sentence }
  const [row] = await db
    .insert(notes)
    .values({ id: newId(), agentId, ...place, ...said, status: 'trying' })
    .returning()
  return row!
}

/** The line of a turn, what was said before it in its conversation, and the turn as it was. */
async function turnPlace(db: Database, agentId: string, turnId: string) {
  const [row] = await db
    .select()
    .from(turns)
    .where(and(eq(turns.id, turnId), eq(turns.agentId, agentId)))
  if (!row) throw notFound('turn')
  const earlier = await db
    .select({ said: turns.said })
    .from(turns)
    .where(and(eq(turns.conversationId, row.conversationId), lt(turns.ordinal, row.ordinal)))
    .orderBy(asc(turns.ordinal))
  const { reply, outcome, citations, workings } = row
  return { question: row.said, before: earlier.map(({ said }) => said), turn: { reply, outcome, citations, workings } }
}

export async function noteRow(db: Database, id: string): Promise<NoteRow> {
  const [row] = await db.select().from(notes).where(eq(notes.id, id))
  if (!row) throw notFound('note')
  return row
}

export async function proposalRow(db: Database, id: string): Promise<{ proposal: ProposalRow; note: NoteRow }> {
  const [row] = await db
    .select({ proposal: proposals, note: notes })
    .from(proposals)
    .innerJoin(notes, eq(notes.id, proposals.noteId))
    .where(eq(proposals.id, id))
  if (!row) throw notFound('proposal')
  return row
}

export const proposalsOf = (db: Database, noteId: string): Promise<ProposalRow[]> =>
  db.select().from(proposals).where(eq(proposals.noteId, noteId)).orderBy(asc(proposals.ordinal))

/** The best first: those tried before those that wait. */
const byWorth = (a: ProposalRow, b: ProposalRow): number =>
  (b.trial ? worth(b.trial) : -1e6) - (a.trial ? worth(a.trial) : -1e6) || a.ordinal - b.ordinal

const shownProposal = ({ id, kind, summary, because, proposed, status, trial }: ProposalRow): Proposal => ({
  id,
  kind,
  summary,
  because,
  target: proposed.target,
  edit: proposed.target === 'both' ? proposed.edits : proposed.edit,
  status,
  trial,
  line: trial ? trialLine(trial) : 'Being tried …',
})

const shownFields = (row: NoteRow, stance: string) => ({
  id: row.id,
  question: row.question,
  marks: row.marks,
  wrong: row.wrong,
  wanted: row.wanted,
  sentence: row.sentence,
  status: row.status,
  error: row.error,
  closed: row.closed,
  createdAt: row.createdAt.toISOString(),
  isStale: row.status === 'ready' && row.closed === null && row.stance !== stance,
})

/** A note with its cause and its proposals, the best first. */
export async function shownNote(db: Database, row: NoteRow, stance: string): Promise<Note> {
  const own = (await proposalsOf(db, row.id)).sort(byWorth)
  const { before, turn, cause, checks } = row
  return { ...shownFields(row, stance), before, turn, cause, checks, proposals: own.map(shownProposal) }
}

/** The notes of an agent in a line each: those that wait first, the newest of them before. */
export async function listNotes(db: Database, agentId: string, stance: string): Promise<NoteLine[]> {
  const rows = await db
    .select()
    .from(notes)
    .where(eq(notes.agentId, agentId))
    .orderBy(sql`${notes.closed} is not null`, desc(notes.createdAt))
    .limit(MOST_OPEN)
  const ids = rows.map(({ id }) => id)
  const all = ids.length ? await db.select().from(proposals).where(inArray(proposals.noteId, ids)) : []
  return rows.map((row) => {
    const own = all.filter(({ noteId, status }) => noteId === row.id && status === 'open').sort(byWorth)
    const best = own[0]?.trial ? `${own[0].summary}. ${trialLine(own[0].trial)}.` : ''
    return { ...shownFields(row, stance), cause: row.cause?.sentence ?? '', proposals: own.length, best }
  })
}

export const setNote = async (db: Database, id: string, values: Partial<NoteRow>): Promise<void> => {
  await db.update(notes).set(values).where(eq(notes.id, id))
}

export const setProposal = async (db: Database, id: string, values: Partial<ProposalRow>): Promise<void> => {
  await db.update(proposals).set(values).where(eq(proposals.id, id))
}
