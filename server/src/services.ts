import type { FastifyBaseLogger } from 'fastify'
import type { Bus } from './bus'
import type { Config } from './config'
import type { Database } from './database'
import type { LibrarySearch } from './embedding/search'
import type { FileStore } from './files'
import type { Room } from './http/room'
import type { Jobs } from './jobs'
import type { LibraryCache } from './library/cache'
import type { ReadPool } from './library/readPool'
import type { PlayPool } from './playing'
import type { Seal } from './settings/seal'
import type { RememberedTurns } from './turns/remembered'

/** What the routes work with; made once when the server starts. */
export interface Services {
  readonly config: Config
  readonly db: Database
  readonly databaseKind: string
  readonly files: FileStore
  readonly seal: Seal
  readonly bus: Bus
  readonly jobs: Jobs
  readonly pool: ReadPool
  readonly library: LibraryCache
  readonly search: LibrarySearch
  readonly players: PlayPool
  readonly remembered: RememberedTurns
  readonly room: Room
  readonly log: FastifyBaseLogger
}
