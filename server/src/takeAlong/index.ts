import { and, eq } from 'drizzle-orm'
import type { FastifyReply } from 'fastify'
import type { Insert } from '@parrot/core/inserts'
import { turns, type Database } from '../database'
import { notFound } from '../http/problems'

/** Sends the file that one insert of an answer gives to take along; throws where there is none. */
export async function sendFile(
  db: Database,
  reply: FastifyReply,
  where: { readonly turnId: string; readonly at: number; readonly conversationId?: string; readonly agentId?: string },
): Promise<FastifyReply> {
  const [row] = await db
    .select({ inserts: turns.inserts })
    .from(turns)
    .where(
      and(
        eq(turns.id, where.turnId),
        where.conversationId === undefined ? undefined : eq(turns.conversationId, where.conversationId),
        where.agentId === undefined ? undefined : eq(turns.agentId, where.agentId),
      ),
    )
  return sendInsert(reply, row?.inserts[where.at])
}

/** Sends a file that is to be taken along; throws where an insert is none. */
export async function sendInsert(reply: FastifyReply, insert: Insert | undefined): Promise<FastifyReply> {
  if (insert?.kind !== 'file') throw notFound('file')
  // What writes documents is large, and few take one along.
  const { documentOf } = await import('./document')
  const { bytes, type, name } = await documentOf(insert)
  return reply
    .type(type)
    .header('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`)
    .header('x-content-type-options', 'nosniff')
    .send(bytes)
}
