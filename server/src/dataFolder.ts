import { join } from 'node:path'
import type { Config } from './config'
import { startEmbedded, type Embedded, type OnProgress } from './database/embedded'
import { lockFolder } from './lock'

/** A data folder held by this process, with its database opening. */
export interface DataFolder {
  /** The embedded database, or the address of the server that is used in its place. */
  readonly database: Embedded | string
  /** Lets the folder go; the database is closed before. */
  unlock(): void
}

/** Takes the data folder and starts its database; throws when another process holds the folder. */
export function openDataFolder(
  config: Pick<Config, 'dataFolder' | 'databaseUrl'>,
  onProgress?: OnProgress,
): DataFolder {
  if (config.databaseUrl) return { database: config.databaseUrl, unlock: () => undefined }
  const unlock = lockFolder(config.dataFolder)
  try {
    return { database: startEmbedded(join(config.dataFolder, 'database'), onProgress), unlock }
  } catch (error) {
    unlock()
    throw error
  }
}
