import { and, asc, eq } from 'drizzle-orm'
import { inverse } from '@parrot/core/brief'
import { editsIn, type LibraryEdit } from '@parrot/core/refine'
import { currentBrief, editBrief } from '../agents/briefs'
import { touchAgent } from '../agents/queries'
import { agentSources, passages, sources, type Undo } from '../database'
import { HttpProblem } from '../http/problems'
import { giveAnswer } from '../library/answers'
import { beginVersion, tellUsers } from '../library/beginning'
import { changeSource, setRemoved } from '../library/queries'
import { answeringVersion, answerWith } from '../library/versions'
import { addScript, setScriptRemoved } from '../rehearsals/queries'
import type { Services } from '../services'
import { proposalRow, setNote, setProposal } from './queries'

const LONGEST_TITLE = 80

/**
 * Accepts a proposal: makes its edit, closes its note, and keeps the noted line as a script where that is wanted. What
 * no longer fits is refused with the reason, and then nothing is changed.
 */
export async function acceptProposal(
  services: Services,
  id: string,
  keep: boolean,
  by: string,
): Promise<{ revision: number; scriptId: string | null }> {
  const { db } = services
  const { proposal, note } = await proposalRow(db, id)
  if (proposal.status === 'accepted') throw new HttpProblem(409, 'This proposal was accepted already.')
  const undo: Undo[] = []
  try {
    for (const each of editsIn(proposal.proposed)) {
      if (each.target === 'brief') {
        const { brief } = await currentBrief(db, note.agentId)
        await editBrief(db, note.agentId, each.edit)
        undo.unshift({ kind: 'brief', edit: inverse(brief, each.edit) })
      } else undo.unshift(await changeLibrary(services, note.agentId, each.edit, by))
    }
  } catch (error) {
    await takeBack(services, note.agentId, undo)
    throw error
  }
  const turns = [...note.before.map((say) => ({ say, checks: [] })), { say: note.question, checks: note.checks }]
  const script = keep
    ? await addScript(db, note.agentId, {
        title: note.question.slice(0, LONGEST_TITLE),
        folder: '',
        tags: ['from a note'],
        turns,
      })
    : undefined
  if (script) undo.unshift({ kind: 'script', scriptId: script.id })
  await setProposal(db, id, { status: 'accepted', undo })
  await setNote(db, note.id, { closed: 'accepted', closedAt: new Date() })
  await touchAgent(db, note.agentId)
  tellAll(services, note.agentId)
  return { revision: (await currentBrief(db, note.agentId)).revision, scriptId: script?.id ?? null }
}

/** Takes an accepted proposal back: one step undoes everything it did, and its note waits again. */
export async function undoProposal(services: Services, id: string): Promise<void> {
  const { proposal, note } = await proposalRow(services.db, id)
  if (proposal.status !== 'accepted') throw new HttpProblem(409, 'This proposal was not accepted.')
  await takeBack(services, note.agentId, proposal.undo ?? [])
  await setProposal(services.db, id, { status: 'open', undo: null })
  await setNote(services.db, note.id, { closed: null, closedAt: null })
  tellAll(services, note.agentId)
}

function tellAll({ bus }: Services, agentId: string): void {
  for (const change of ['agent', 'notes', 'scripts'] as const) bus.tell(agentId, change)
}

async function takeBack(services: Services, agentId: string, undo: readonly Undo[]): Promise<void> {
  const { db } = services
  for (const step of undo) {
    switch (step.kind) {
      case 'brief':
        await editBrief(db, agentId, step.edit)
        break
      case 'version':
        if (step.versionBefore) await answerWith(db, step.sourceId, step.versionBefore)
        else await setRemoved(db, agentId, step.sourceId, true)
        await tellUsers(services, step.sourceId)
        break
      case 'care': {
        const { kind: _kind, sourceId, ...was } = step
        await changeSource(db, sourceId, was)
        await tellUsers(services, sourceId)
        break
      }
      case 'script':
        await setScriptRemoved(db, step.scriptId, true)
    }
  }
}

/** Makes one edit of the library; gives the way back. */
async function changeLibrary(services: Services, agentId: string, edit: LibraryEdit, by: string): Promise<Undo> {
  const { db } = services
  if (edit.kind === 'pair') {
    const { sourceId, versionBefore } = await giveAnswer(services, agentId, edit, by)
    return { kind: 'version', sourceId, versionBefore }
  }
  const { sourceId } = edit
  const [source] = await db
    .select({ source: sources })
    .from(sources)
    .innerJoin(agentSources, and(eq(agentSources.sourceId, sources.id), eq(agentSources.agentId, agentId)))
    .where(eq(sources.id, sourceId))
  if (!source) throw gone('The source it was made for is no longer in the library.')
  const { weight, validUntil } = source.source
  switch (edit.kind) {
    case 'weight':
      await changeSource(db, sourceId, { weight: edit.weight })
      await tellUsers(services, sourceId)
      return { kind: 'care', sourceId, weight }
    case 'validUntil':
      await changeSource(db, sourceId, { validUntil: edit.day })
      await tellUsers(services, sourceId)
      return { kind: 'care', sourceId, validUntil }
    default: {
      const version = await answeringVersion(db, sourceId)
      if (!version) throw gone('The source it was made for is being read.')
      const rows = await db
        .select({ id: passages.id, text: passages.text })
        .from(passages)
        .where(eq(passages.versionId, version.id))
        .orderBy(asc(passages.ordinal))
      const alike = rows.filter(({ text }) => text === edit.passage)
      if (alike.length === 0) throw gone('The passage it was made for was changed since.')
      const nth = Math.max(
        0,
        alike.findIndex(({ id }) => id === edit.passageId),
      )
      const named = { passage: edit.passage, nth }
      const made =
        edit.kind === 'correct'
          ? { kind: 'correct' as const, ...named, text: edit.text }
          : { kind: 'exclude' as const, ...named }
      await beginVersion(services, sourceId, { because: 'edited', edit: made })
      return { kind: 'version', sourceId, versionBefore: version.id }
    }
  }
}

const gone = (why: string): HttpProblem =>
  new HttpProblem(409, 'This proposal no longer fits the library.', `${why} Try the note again.`, { code: 'conflict' })
