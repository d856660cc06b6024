import { statfs } from 'node:fs/promises'
import type { FastifyInstance } from 'fastify'
import { noRoom } from './problems'

/** How often the disk is looked at while nothing is asked of it. */
const LOOK_EVERY_MS = 5000

/**
 * The room on the disk that holds the data folder. A database that finds none in the middle of a write may not come back,
 * so a reserve is kept: below it nothing more is written, reading goes on, and once there is room again all is well.
 */
export class Room {
  #free = Infinity
  readonly #looking: NodeJS.Timeout

  constructor(
    private readonly folder: string,
    /** Bytes that are kept free. */
    readonly reserve: number,
  ) {
    this.#looking = setInterval(() => void this.look(), LOOK_EVERY_MS)
    this.#looking.unref()
  }

  /** Looks at the disk now; gives whether there is room. */
  async look(): Promise<boolean> {
    const { bavail, bsize } = await statfs(this.folder).catch(() => ({ bavail: Infinity, bsize: 1 }))
    this.#free = bavail * bsize
    return !this.isFull
  }

  /** Bytes that were free when it was last looked at. */
  get free(): number {
    return this.#free
  }

  /** Whether what is free has gone below the reserve, as it was last seen. */
  get isFull(): boolean {
    return this.#free < this.reserve
  }

  close(): void {
    clearInterval(this.#looking)
  }
}

const READS: ReadonlySet<string> = new Set(['GET', 'HEAD', 'OPTIONS'])

/** Refuses whatever writes while there is no room. */
export function guardRoom(app: FastifyInstance, room: Room): void {
  app.addHook('onRequest', async ({ method }) => {
    if (READS.has(method)) return
    // Looked at anew when it was full: whoever made room need not wait.
    if (room.isFull && !(await room.look())) throw noRoom()
  })
}
