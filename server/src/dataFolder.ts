import { chmodSync } from 'node:fs'
import { join } from 'node:path'
import type { Config } from './config'
import { startEmbedded, type Embedded, type OnProgress } from './database/embedded'
import { lockFolder } from './lock'

/** A data folder held by this process, with its database opening. */
export interface DataFolder {
  /** The embedded database, or the address of the server that is used in its place. */
  readonly database: Embedded | string
  /** Lets the folder go; the database is closed before. */
  unlock(): Promise<void>
}

/** Takes the data folder and starts its database; throws when another process holds the folder. */
export async function openDataFolder(
  config: Pick<Config, 'dataFolder' | 'databaseUrl' | 'isDurable'>,
  onProgress?: OnProgress,
  onLost: () => void = () => undefined,
): Promise<DataFolder> {
  if (config.databaseUrl) return { database: config.databaseUrl, unlock: async () => undefined }
  const { fence, free: unlock } = await lockFolder(config.dataFolder, onLost)
  try {
    // What people wrote and asked is nobody else's on this machine.
    chmodSync(config.dataFolder, 0o700)
    const database = startEmbedded(join(config.dataFolder, 'database'), onProgress, {
      isDurable: config.isDurable,
      fence,
    })
    return { database, unlock }
  } catch (error) {
    await unlock()
    throw error
  }
}
