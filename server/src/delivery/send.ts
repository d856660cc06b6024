import { eq } from 'drizzle-orm'
import { Webhook } from 'standardwebhooks'
import { sendTo, type Sent } from '../crawl'
import { deliveries, hooks, type Database } from '../database'
import type { Works } from '../jobs'
import { hostsOf } from '../settings/hosts'
import type { Services } from '../services'
import { sendMail, type Mail } from './mail'

type Means = Pick<Services, 'db' | 'seal' | 'config' | 'bus'>

class NotTaken extends Error {}

/** Sends what waits. What is not taken fails as a fault does, so that it is tried again later and later. */
export const sendWork = (means: Means): Works => ({
  work: async (id) => {
    const { db, bus } = means
    const [row] = await db.select().from(deliveries).where(eq(deliveries.id, id))
    if (!row || row.state === 'sent') return
    const { isTaken, answer } = await sent(means, row)
    await db
      .update(deliveries)
      .set({ attempts: row.attempts + 1, answer, ...(isTaken ? { state: 'sent', sentAt: new Date() } : {}) })
      .where(eq(deliveries.id, id))
    bus.tell(row.agentId, 'logbook')
    if (!isTaken) throw new NotTaken(answer)
  },
  giveUp: async (id) => {
    await setState(means.db, id, 'failed')
  },
  reopen: async (id) => {
    await setState(means.db, id, 'waiting')
  },
})

const setState = (db: Database, id: string, state: 'failed' | 'waiting') =>
  db.update(deliveries).set({ state }).where(eq(deliveries.id, id))

async function sent(means: Means, row: typeof deliveries.$inferSelect): Promise<Sent> {
  const { db, seal } = means
  if (row.hookId === null) return sendMail(db, seal, row.to, row.body as Mail)
  const [hook] = await db.select().from(hooks).where(eq(hooks.id, row.hookId))
  const secret = hook && seal.open(hook.sealedSecret)
  if (!secret) return { isTaken: false, answer: 'The secret of this webhook cannot be read. Make it anew.' }
  const body = JSON.stringify(row.body)
  const at = new Date()
  const headers = {
    'webhook-id': row.id,
    'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
    // Signed as the Standard Webhooks specification says: id, time and body, with HMAC-SHA256.
    'webhook-signature': new Webhook(secret).sign(row.id, at, body),
  }
  return sendTo(row.to, body, headers, await hostsOf(means))
}
