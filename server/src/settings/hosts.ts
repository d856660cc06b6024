import { eq } from 'drizzle-orm'
import type { Services } from '../services'
import { settings, type Database } from '../database'

const NAME = 'allowed-hosts'

/** The private hosts the designer has allowed pages to be fetched from. */
export async function listAllowedHosts(db: Database): Promise<string[]> {
  const [row] = await db.select().from(settings).where(eq(settings.name, NAME))
  return (row?.value as string[] | undefined) ?? []
}

export async function setAllowedHosts(db: Database, hosts: readonly string[]): Promise<string[]> {
  const value = [...new Set(hosts)].sort()
  await db.insert(settings).values({ name: NAME, value }).onConflictDoUpdate({ target: settings.name, set: { value } })
  return value
}

/** All private hosts that may be reached: those of the configuration too. */
export const hostsOf = async ({ config, db }: Pick<Services, 'config' | 'db'>): Promise<string[]> => [
  ...config.allowedHosts,
  ...(await listAllowedHosts(db)),
]
