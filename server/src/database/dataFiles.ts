import { fsyncSync, readFileSync } from 'node:fs'
import { NodeFS } from '@electric-sql/pglite/nodefs'

/** A file in the data folder, and what stands in it while the folder is this process's own. */
export interface Fence {
  readonly path: string
  readonly mark: string
}

/** How long a look at the fence is believed between two writes; each sync looks anew. */
const BELIEVED_MS = 50

type Operations = Record<string, (...given: never[]) => unknown>
/** What changes something on the disk, of files that are open and of names. */
const CHANGING = {
  stream_ops: ['open', 'write', 'msync', 'setattr', 'fsync'],
  node_ops: ['setattr', 'mknod', 'rename', 'unlink', 'rmdir', 'symlink'],
} as const

/**
 * The files of the embedded database. The file system PGlite brings knows no sync, so what PostgreSQL asks for would only
 * be nodded at: here it reaches the disk, from the first moment on, so that what a recovery writes is as safe as a commit.
 *
 * With a fence, each change looks whether the folder is still this process's own. One that was stopped for a while, as on
 * a laptop that slept, may find that another server took the folder over; a single write then would damage the database,
 * so `onLost` must end the process at once; should it come back, the change fails.
 */
export class DataFiles extends NodeFS {
  readonly #isDurable: boolean
  readonly #look: ((isSync: boolean) => void) | undefined

  constructor(folder: string, isDurable: boolean, fence?: Fence, onLost: () => void = () => undefined) {
    super(folder)
    this.#isDurable = isDurable
    this.#look = fence && lookingAt(fence, onLost)
  }

  override async init(...[pg, options]: Parameters<NodeFS['init']>): ReturnType<NodeFS['init']> {
    const { emscriptenOpts } = await super.init(pg, options)
    const before = emscriptenOpts.preRun ?? []
    const equip: (typeof before)[number] = (module) => this.#equip(module.FS.filesystems as never)
    return { emscriptenOpts: { ...emscriptenOpts, preRun: [equip, ...before] } }
  }

  #equip({ NODEFS }: { readonly NODEFS?: Record<keyof typeof CHANGING, Operations> }): void {
    if (!NODEFS?.stream_ops || !NODEFS.node_ops)
      throw new Error('The file system of the database is not the one that is known.')
    NODEFS.stream_ops.fsync = (({ nfd }: { nfd?: number }) => {
      if (this.#isDurable && nfd !== undefined) fsyncSync(nfd)
    }) as Operations[string]
    const look = this.#look
    if (!look) return
    for (const kind of ['stream_ops', 'node_ops'] as const)
      for (const name of CHANGING[kind]) {
        const change = NODEFS[kind][name]
        if (!change) continue
        NODEFS[kind][name] = (...given) => {
          look(name === 'fsync')
          return change(...given)
        }
      }
  }
}

/** Looks at a fence, at most so often between syncs. By the clock on the wall: the other one stands still while a machine sleeps. */
function lookingAt({ path, mark }: Fence, onLost: () => void): (isSync: boolean) => void {
  let lookedAt = 0
  const isOurs = () => {
    try {
      return readFileSync(path, 'utf8') === mark
    } catch {
      return false
    }
  }
  return (isSync) => {
    const now = Date.now()
    if (!isSync && Math.abs(now - lookedAt) < BELIEVED_MS) return
    if (!isOurs()) {
      onLost()
      throw new Error('The data folder is another server’s now.')
    }
    lookedAt = now
  }
}
