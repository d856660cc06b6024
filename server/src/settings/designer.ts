import { eq } from 'drizzle-orm'
import { settings, type Database } from '../database'

const NAME = 'designer'

/** What the designer is called, for what is noted as theirs; "" until they say. */
export async function designer(db: Database): Promise<string> {
  const [row] = await db.select().from(settings).where(eq(settings.name, NAME))
  return (row?.value as string | undefined) ?? ''
}

export async function setDesigner(db: Database, value: string): Promise<string> {
  await db.insert(settings).values({ name: NAME, value }).onConflictDoUpdate({ target: settings.name, set: { value } })
  return value
}
