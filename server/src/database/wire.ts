import pg from 'pg'
import type { Message, Wire } from '../bus'
import { newId } from '../ids'

const CHANNEL = 'parrot'
const AGAIN_MS = 1000

/**
 * A wire between the servers on one PostgreSQL server, by NOTIFY and LISTEN. It mends itself when the connection breaks;
 * what was said meanwhile is lost, and `onMended` is called.
 */
export async function openWire(
  url: string,
  onMessage: (message: Message) => void,
  onMended: () => void,
): Promise<Wire> {
  const me = newId()
  let client: pg.Client | undefined
  let isClosed = false
  /** One after the other: a connection does one thing at a time. */
  let sending: Promise<unknown> = Promise.resolve()

  const connect = async (): Promise<void> => {
    const fresh = new pg.Client({ connectionString: url })
    fresh.on('error', () => undefined)
    fresh.on('end', () => {
      client = undefined
      if (!isClosed) setTimeout(() => void again(), AGAIN_MS).unref()
    })
    fresh.on('notification', ({ payload = '' }) => {
      const { from, message } = JSON.parse(payload) as { from: string; message: Message }
      if (from !== me) onMessage(message)
    })
    await fresh.connect()
    await fresh.query(`listen ${CHANNEL}`)
    client = fresh
  }
  const again = (): Promise<void> =>
    connect().then(onMended, () => {
      if (!isClosed) setTimeout(() => void again(), AGAIN_MS).unref()
    })

  await connect()
  return {
    send: (message) => {
      const payload = JSON.stringify({ from: me, message })
      sending = sending.then(() => client?.query('select pg_notify($1, $2)', [CHANNEL, payload])).catch(() => undefined)
    },
    close: async () => {
      isClosed = true
      await sending
      await client?.end()
    },
  }
}
