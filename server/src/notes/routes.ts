import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import {
  acceptance,
  acceptedProposal,
  combination,
  newNote,
  noteList,
  noteSchema,
  proposalChange,
} from '@parrot/contract'
import { editsIn } from '@parrot/core/refine'
import { agentById } from '../agents/queries'
import { proposals } from '../database'
import { HttpProblem } from '../http/problems'
import { newId } from '../ids'
import { nameOf } from '../members'
import type { Services } from '../services'
import { draftOf } from '../turns/subject'
import { acceptProposal, undoProposal } from './accept'
import { gatherNotes } from './gather'
import { addNote, listNotes, noteRow, proposalRow, proposalsOf, setNote, setProposal, shownNote } from './queries'

const params = z.object({ id: z.string() })
const begun = z.object({ id: z.string() })

/** Notes on answers, the proposals that were tried for them, and what becomes of those. */
export const noteRoutes =
  (services: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const { db, bus, jobs } = services

    const shown = async (id: string) => {
      const row = await noteRow(db, id)
      const { stance } = await draftOf(services, await agentById(db, row.agentId))
      return shownNote(db, row, stance)
    }

    app.post(
      '/api/agents/:id/notes',
      { schema: { params, body: newNote, response: { 202: begun } } },
      async ({ params: { id }, body }, reply) => {
        await agentById(db, id)
        const note = await addNote(db, id, body)
        await jobs.add('note', note.id)
        bus.tell(id, 'notes')
        return reply.code(202).send({ id: note.id })
      },
    )

    /** Asks the agent what it would have to be told: notes on what fails in the scripts and what visitors asked in vain. */
    app.post(
      '/api/agents/:id/notes/gather',
      { schema: { params, response: { 202: z.object({ added: z.number() }) } } },
      async ({ params: { id } }, reply) => {
        await agentById(db, id)
        const made = await gatherNotes(db, id)
        for (const each of made) await jobs.add('note', each)
        bus.tell(id, 'notes')
        return reply.code(202).send({ added: made.length })
      },
    )

    app.get(
      '/api/agents/:id/notes',
      { schema: { params, response: { 200: noteList } } },
      async ({ params: { id } }) => {
        const { stance } = await draftOf(services, await agentById(db, id))
        return { notes: await listNotes(db, id, stance) }
      },
    )

    app.get('/api/notes/:id', { schema: { params, response: { 200: noteSchema } } }, async ({ params: { id } }) =>
      shown(id),
    )

    /** Works everything out anew, with brief and library as they are now. */
    app.post(
      '/api/notes/:id/try',
      { schema: { params, response: { 202: begun } } },
      async ({ params: { id } }, reply) => {
        const note = await noteRow(db, id)
        await jobs.cancel(id)
        await setNote(db, id, { status: 'trying', cause: null, closed: null, error: null })
        await jobs.add('note', id)
        bus.tell(note.agentId, 'notes')
        return reply.code(202).send({ id })
      },
    )

    /** Stops the trials; what was tried so far stays. */
    app.post(
      '/api/notes/:id/cancel',
      { schema: { params, response: { 200: noteSchema } } },
      async ({ params: { id } }) => {
        const note = await noteRow(db, id)
        if (note.status === 'trying') {
          await jobs.cancel(id)
          await setNote(db, id, { status: 'ready' })
          bus.tell(note.agentId, 'notes')
        }
        return shown(id)
      },
    )

    for (const [path, closed] of [
      ['dismiss', 'dismissed'],
      ['reopen', null],
    ] as const)
      app.post(
        `/api/notes/:id/${path}`,
        { schema: { params, response: { 200: noteSchema } } },
        async ({ params: { id } }) => {
          const note = await noteRow(db, id)
          await setNote(db, id, { closed, closedAt: closed ? new Date() : null })
          bus.tell(note.agentId, 'notes')
          return shown(id)
        },
      )

    app.post(
      '/api/proposals/:id/accept',
      { schema: { params, body: acceptance, response: { 200: acceptedProposal } } },
      async (request) =>
        acceptProposal(services, request.params.id, request.body?.keep === true, await nameOf(request, db)),
    )

    app.post('/api/proposals/:id/undo', { schema: { params } }, async ({ params: { id } }, reply) => {
      await undoProposal(services, id)
      return reply.code(204).send()
    })

    app.post('/api/proposals/:id/dismiss', { schema: { params } }, async ({ params: { id } }, reply) => {
      const { note } = await proposalRow(db, id)
      await setProposal(db, id, { status: 'dismissed' })
      bus.tell(note.agentId, 'notes')
      return reply.code(204).send()
    })

    /** Puts an edit that was altered by hand in place of a proposal's; it is tried anew. */
    app.put(
      '/api/proposals/:id',
      { schema: { params, body: proposalChange, response: { 202: begun } } },
      async ({ params: { id }, body }, reply) => {
        const { proposal, note } = await proposalRow(db, id)
        if (proposal.status === 'accepted') throw new HttpProblem(409, 'This proposal was accepted already.')
        await setProposal(db, id, { proposed: body.proposed, trial: null, status: 'open', isByHand: true })
        await again(note.id, note.agentId)
        return reply.code(202).send({ id: note.id })
      },
    )

    /** Several proposals of a note as one, tried together. */
    app.post(
      '/api/notes/:id/combine',
      { schema: { params, body: combination, response: { 202: begun } } },
      async ({ params: { id }, body }, reply) => {
        const note = await noteRow(db, id)
        const all = await proposalsOf(db, id)
        const chosen = body.proposalIds.map((each) => all.find((row) => row.id === each))
        if (chosen.some((row) => row === undefined))
          throw new HttpProblem(409, 'One of these proposals is no longer there.', 'Choose again.')
        await db.insert(proposals).values({
          id: newId(),
          noteId: id,
          ordinal: all.length,
          kind: 'together',
          summary: chosen.map((row) => row!.summary).join('; and '),
          because: 'You asked for both.',
          isByHand: true,
          proposed: { target: 'both', edits: chosen.flatMap((row) => [...editsIn(row!.proposed)]) },
        })
        await again(id, note.agentId)
        return reply.code(202).send({ id })
      },
    )

    const again = async (id: string, agentId: string) => {
      await setNote(db, id, { status: 'trying' })
      await jobs.add('note', id)
      bus.tell(agentId, 'notes')
    }
  }
