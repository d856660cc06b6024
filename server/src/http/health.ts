import { sql } from 'drizzle-orm'
import type { Services } from '../services'

/** A database that takes longer for nothing at all does not answer. */
const PATIENCE_MS = 2000

/** How the server does, as its database answers and its disk has room. */
export async function health(
  { db, databaseKind, room }: Pick<Services, 'db' | 'databaseKind' | 'room'>,
  version: string,
) {
  const told = { version, database: databaseKind }
  if (!(await answers(db)))
    return { ...told, status: 'failing' as const, problem: 'The database does not answer. Restart the server.' }
  if (!(await room.look()))
    return {
      ...told,
      status: 'full' as const,
      problem: 'The disk has no room: what is there is read, nothing is written.',
    }
  return { ...told, status: 'ok' as const }
}

function answers(db: Services['db']): Promise<boolean> {
  const late = new Promise<boolean>((resolve) => setTimeout(() => resolve(false), PATIENCE_MS).unref())
  const asked = db.execute(sql`select 1`).then(
    () => true,
    () => false,
  )
  return Promise.race([asked, late])
}
