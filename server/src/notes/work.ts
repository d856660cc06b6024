import { eq } from 'drizzle-orm'
import type { Exchange, TurnState } from '@parrot/core/dialogue'
import { exchangeOf } from '@parrot/core/dialogue'
import { wording } from '@parrot/core/errands'
import {
  causeOf,
  checksFor,
  isUseless,
  notedTurn,
  proposalsFor,
  readComplaint,
  tried,
  withScripts,
  wordedProposals,
  worth,
  type Case,
  type Trial,
} from '@parrot/core/refine'
import type { ScriptResult } from '@parrot/core/rehearsal'
import { understudy } from '@parrot/core/understudy'
import { agentById } from '../agents/queries'
import { notes, proposals } from '../database'
import { newId } from '../ids'
import type { Works } from '../jobs'
import { runErrand } from '../models/protocol'
import { playAll, type Played } from '../playing'
import { listScripts, type ScriptRow } from '../rehearsals/queries'
import type { Services } from '../services'
import { ask, draftOf, todayHere, type Subject } from '../turns/subject'
import { noteRow, proposalsOf, setNote, setProposal, type NoteRow, type ProposalRow } from './queries'

/** Proposals that are shown for a note at most. */
const MOST_SHOWN = 5
/** A trial on many scripts is shown as it goes on, every so many. */
const SHOWN_EVERY = 10

/**
 * The work of a note: tells the cause, works proposals out, and tries each on the noted line and then on every script,
 * the best first. What was tried is kept, so that work that was cut off goes on with what is left.
 */
export const noteWork = (services: Services): Works => ({
  async work(id, report, signal) {
    const { db, bus } = services
    const note = await noteRow(db, id)
    const agent = await agentById(db, note.agentId)
    const subject = await draftOf(services, agent)
    const tell = () => bus.tell(note.agentId, 'notes')
    const begun = note.cause === null ? await diagnose(services, note, subject) : undefined
    if (begun) tell()
    const checked = begun?.note ?? note
    const scripts = await listScripts(db, agent.id)
    await tryOnLine(services, checked, subject, scripts.length, signal)
    tell()
    // A language model takes its time: what was found without it is shown by then.
    if (begun && (await addWorded(services, begun.of, note.id, subject, signal))) {
      await tryOnLine(services, checked, subject, scripts.length, signal)
      tell()
    }
    if (signal.aborted) return
    const waiting = (await proposalsOf(db, id)).filter(({ status, trial }) => status === 'open' && isUnfinished(trial))
    if (waiting.length > 0 && scripts.length > 0) {
      const before = await baseline(services, agent.id, subject, scripts, signal)
      for (const [at, proposal] of [...waiting].sort(byWorth).entries()) {
        if (signal.aborted) return
        await tryOnScripts(services, subject, proposal, scripts, before, signal, tell)
        report((at + 1) / waiting.length)
      }
    }
    if (signal.aborted) return
    await setNote(db, id, { status: 'ready', stance: subject.stance, revision: subject.revision })
    tell()
  },
  giveUp: async (id, reason) => {
    await setNote(services.db, id, { status: 'failed', error: reason })
    const { agentId } = await noteRow(services.db, id)
    services.bus.tell(agentId, 'notes')
  },
})

const isUnfinished = (trial: Trial | null): boolean => trial === null || trial.played < trial.scripts
const byWorth = (a: ProposalRow, b: ProposalRow) => (b.trial ? worth(b.trial) : 0) - (a.trial ? worth(a.trial) : 0)

/** Takes the noted turn with the draft as it is, after what was said before it. */
async function turnNow(services: Services, note: NoteRow, subject: Subject): Promise<TurnState> {
  let conversation: readonly Exchange[] = []
  for (const said of note.before) {
    const state = await ask(services, subject, said, conversation)
    conversation = [...conversation, exchangeOf(state)]
  }
  return ask(services, subject, note.question, conversation)
}

/** Tells the cause of a note and keeps it with the proposals that follow from it, none of them tried. */
async function diagnose(services: Services, note: NoteRow, subject: Subject): Promise<{ note: NoteRow; of: Case }> {
  const turn = await turnNow(services, note, subject)
  const library = await services.library.open(subject.versions)
  const complaint = readComplaint(note)
  // A note made of a script that fails brings the checks of its turn.
  const checks = note.checks.length > 0 ? note.checks : checksFor(note, complaint, turn)
  const of: Case = {
    note,
    complaint,
    checks,
    brief: subject.brief,
    ownRules: subject.ownRules,
    turn,
    library: {
      search: (question, limit) => library.search(question, limit),
      careOf: (sourceId) => {
        const version = subject.versions.find((each) => each.sourceId === sourceId)
        return { weight: version?.weight ?? 1, validUntil: version?.validUntil ?? null }
      },
    },
    newId: `n-${note.id.slice(0, 8)}`,
    yesterday: dayBefore(todayHere().date),
  }
  const cause = causeOf(of)
  const made = proposalsFor(of, cause)
  const kept = { cause, checks: [...checks], turn: note.turn ?? notedTurn(turn), error: null }
  await services.db.transaction(async (tx) => {
    await tx.delete(proposals).where(eq(proposals.noteId, note.id))
    if (made.length > 0)
      await tx
        .insert(proposals)
        .values(made.map((each, ordinal) => ({ id: newId(), noteId: note.id, ordinal, ...each })))
    await tx.update(notes).set(kept).where(eq(notes.id, note.id))
  })
  return { note: { ...note, ...kept }, of }
}

/** Edits that an outside model words are added at most. */
const MOST_WORDED = 2

/** Adds what an outside model would change, where one answers; gives whether there is anything to try. */
async function addWorded(
  { db }: Services,
  of: Case,
  noteId: string,
  subject: Subject,
  signal: AbortSignal,
): Promise<boolean> {
  if (subject.model === understudy) return false
  const { question, wrong, wanted } = of.note
  const rules = subject.brief.rules.slice(0, subject.ownRules).map(({ id, when, do: does }) => ({ id, when, do: does }))
  const edits = await runErrand(
    subject.model,
    wording({ question, wrong, wanted, reply: of.turn.reply, rules }),
    signal,
  )
  const made = wordedProposals(of, edits ?? [], subject.model.name).slice(0, MOST_WORDED)
  if (made.length === 0) return false
  const ordinal = (await proposalsOf(db, noteId)).length
  await db.insert(proposals).values(made.map((each, at) => ({ id: newId(), noteId, ordinal: ordinal + at, ...each })))
  return true
}

const dayBefore = (day: string): string =>
  new Date(Date.parse(`${day}T12:00:00Z`) - 86_400_000).toISOString().slice(0, 10)

/** The noted line as a script of its own: what was said before it, and the checks it has to pass. */
const asScript = (note: NoteRow): Played => ({
  id: 'noted',
  title: note.question.slice(0, 80),
  turns: [...note.before.map((say) => ({ say, checks: [] })), { say: note.question, checks: note.checks }],
})

/** Tries each proposal on the noted line, and drops those that prove useless, and the worst beyond the most shown. */
async function tryOnLine(
  services: Services,
  note: NoteRow,
  subject: Subject,
  scripts: number,
  signal: AbortSignal,
): Promise<void> {
  const { db, players } = services
  const all = await proposalsOf(db, note.id)
  const untried = all.filter(({ trial, status }) => trial === null && status === 'open')
  if (untried.length === 0) return
  const script = asScript(note)
  const [before] = (await (await players.with(services, subject)).play(script, { signal })).turns.slice(-1)
  const kept: { row: ProposalRow; trial: Trial }[] = []
  for (const row of untried) {
    if (signal.aborted) return
    const result = await (await players.with(services, subject, row.proposed)).play(script, { signal })
    const now = result.turns.at(-1)
    const trial = before && now && !result.error ? tried(notedTurn(before), now, scripts) : undefined
    if (!trial || (isUseless(trial) && !row.isByHand)) await db.delete(proposals).where(eq(proposals.id, row.id))
    else kept.push({ row, trial })
  }
  kept.sort((a, b) => worth(b.trial) - worth(a.trial))
  for (const [at, { row, trial }] of kept.entries()) {
    if (at < MOST_SHOWN || row.isByHand) await setProposal(db, row.id, { trial })
    else await db.delete(proposals).where(eq(proposals.id, row.id))
  }
}

/** Plays every script with a proposal made, and keeps what it moves. */
async function tryOnScripts(
  services: Services,
  subject: Subject,
  proposal: ProposalRow,
  scripts: readonly ScriptRow[],
  before: readonly ScriptResult[],
  signal: AbortSignal,
  tell: () => void,
): Promise<void> {
  const player = await services.players.with(services, subject, proposal.proposed)
  const results: ScriptResult[] = []
  const keep = async () => {
    await setProposal(services.db, proposal.id, { trial: withScripts(proposal.trial!, before, results) })
    tell()
  }
  await playAll(
    player,
    scripts,
    async (result) => {
      results.push(result)
      if (results.length % SHOWN_EVERY === 0) await keep()
    },
    { isShort: true, signal },
  )
  if (!signal.aborted) await keep()
}

/** The run of all scripts with nothing changed that trials are held against. */
const baseline = (
  services: Services,
  agentId: string,
  subject: Subject,
  scripts: readonly ScriptRow[],
  signal: AbortSignal,
): Promise<readonly ScriptResult[]> =>
  services.players.baselines.of(`${agentId} ${subject.stance}`, scripts, async () => {
    const results: ScriptResult[] = []
    const player = await services.players.with(services, subject)
    await playAll(player, scripts, (result) => void results.push(result), { isShort: true, signal })
    signal.throwIfAborted()
    return results
  })
