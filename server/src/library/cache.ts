import { and, asc, eq } from 'drizzle-orm'
import { createHash } from 'node:crypto'
import { existsSync } from 'node:fs'
import { dayOf, PassageLibrary, type StoredPassage } from '@parrot/core/dialogue'
import { libraryOf, withLibraryEdits, type LibraryEdit } from '@parrot/core/refine'
import { LibraryIndex, type Segment } from '@parrot/core/retrieval'
import { passages, type Database } from '../database'
import type { ReadPool } from './readPool'
import { readSnapshot, snapshotPath } from './snapshots'

/** A source version in use: what it is called, and which version answers. */
export interface UsedVersion {
  readonly sourceId: string
  readonly versionId: string
  readonly title: string
  /** The day it was last read, YYYY-MM-DD. */
  readonly asOf?: string | null
  /** How much its scores count, 1 as usual. */
  readonly weight?: number
  /** First and last day (YYYY-MM-DD) it answers on. */
  readonly validFrom?: string | null
  readonly validUntil?: string | null
}

interface LoadedVersion {
  readonly title: string
  readonly segment: Segment
  readonly passages: readonly StoredPassage[]
  readonly characters: number
}

/** Characters of passages kept ready; beyond it the versions unused for longest are dropped and read again if needed. */
const MOST_CHARACTERS = 40_000_000
const MOST_LIBRARIES = 24

/**
 * The libraries in use, in memory. A version never changes, so its segment is loaded once and shared by the draft and
 * every edition that names it.
 */
export class LibraryCache {
  readonly #versions = new Map<string, Promise<LoadedVersion>>()
  readonly #libraries = new Map<string, { readonly library: PassageLibrary; readonly of: readonly string[] }>()

  constructor(
    private readonly db: Database,
    private readonly pool: ReadPool,
    /** Where snapshots lie. */
    private readonly folder: string,
    private readonly mostCharacters = MOST_CHARACTERS,
  ) {}

  /** The file a version's snapshot belongs in. */
  snapshotOf = ({ versionId, title }: Pick<UsedVersion, 'versionId' | 'title'>): string =>
    snapshotPath(this.folder, versionId, title)

  /** The library made of these versions, without those whose days have not come or are over. */
  async open(all: readonly UsedVersion[], today = dayOf(new Date()).date): Promise<PassageLibrary> {
    const versions = all.filter((version) => isValidOn(version, today))
    const key = libraryState(versions)
    const known = this.#libraries.get(key)
    if (known) {
      this.#libraries.delete(key)
      this.#libraries.set(key, known)
      for (const version of versions) this.#touch(versionKey(version))
      return known.library
    }
    const loaded = await Promise.all(versions.map((version) => this.load(version)))
    const library = new PassageLibrary(
      versions.map(({ sourceId, title, asOf }, at) => ({
        sourceId,
        title,
        ...(asOf ? { asOf } : {}),
        passages: loaded[at]!.passages,
      })),
      new LibraryIndex(
        loaded.map((each) => each.segment),
        versions.map((version) => version.weight ?? 1),
      ),
    )
    this.#libraries.set(key, { library, of: versions.map(versionKey) })
    if (this.#libraries.size > MOST_LIBRARIES) this.#libraries.delete(this.#libraries.keys().next().value!)
    await this.#makeRoom()
    return library
  }

  /** The library of these versions with edits made in it, for trying it. */
  async openWith(all: readonly UsedVersion[], edits: readonly LibraryEdit[]): Promise<PassageLibrary> {
    const versions = all.filter(isValidToday)
    const loaded = await Promise.all(versions.map((version) => this.load(version)))
    const parts = versions.map(({ sourceId, title, asOf, weight = 1 }, at) => ({
      sourceId,
      title,
      weight,
      ...(asOf ? { asOf } : {}),
      passages: loaded[at]!.passages,
      segment: loaded[at]!.segment,
    }))
    return libraryOf(withLibraryEdits(parts, edits))
  }

  /** Sees to it that the snapshots of these versions lie where threads look for them. */
  async writeDown(versions: readonly UsedVersion[]): Promise<void> {
    for (const version of versions) {
      if (existsSync(this.snapshotOf(version))) continue
      this.#versions.delete(versionKey(version))
      await this.load(version)
    }
  }

  /** Takes over a version that was just read and indexed, so that it need not be loaded. */
  keep(
    { versionId, title }: Pick<UsedVersion, 'versionId' | 'title'>,
    stored: StoredPassage[],
    segment: Segment,
  ): void {
    const loaded = { title, segment, passages: stored, characters: charactersIn(stored) }
    this.#versions.set(versionKey({ versionId, title }), Promise.resolve(loaded))
    void this.#makeRoom()
  }

  /** Loads a version's passages and builds its segment, once. */
  load(version: UsedVersion): Promise<LoadedVersion> {
    const key = versionKey(version)
    const known = this.#versions.get(key)
    if (known) {
      this.#touch(key)
      return known
    }
    const loading = this.#read(version)
    this.#versions.set(key, loading)
    loading.then(
      () => void this.#makeRoom(),
      () => this.#versions.delete(key),
    )
    return loading
  }

  async #read({ versionId, title }: UsedVersion): Promise<LoadedVersion> {
    const snapshot = readSnapshot(this.snapshotOf({ versionId, title }))
    if (snapshot) return { title, ...snapshot, characters: charactersIn(snapshot.passages) }
    const rows = await this.db
      .select({ id: passages.id, text: passages.text, headings: passages.headings, locator: passages.locator })
      .from(passages)
      .where(and(eq(passages.versionId, versionId), eq(passages.isExcluded, false)))
      .orderBy(asc(passages.ordinal))
    const segment = await this.pool.index({ title, passages: rows, snapshot: this.snapshotOf({ versionId, title }) })
    return { title, segment, passages: rows, characters: charactersIn(rows) }
  }

  async #makeRoom(): Promise<void> {
    const entries = await Promise.all([...this.#versions].map(async ([key, loading]) => [key, await loading] as const))
    let total = entries.reduce((sum, [, loaded]) => sum + loaded.characters, 0)
    for (const [key, loaded] of entries) {
      if (total <= this.mostCharacters) return
      this.#versions.delete(key)
      // A library holds what it is made of: as long as it is kept, nothing of it is free.
      for (const [name, { of }] of this.#libraries) if (of.includes(key)) this.#libraries.delete(name)
      total -= loaded.characters
    }
  }

  /** Notes that a version was used just now. */
  #touch(key: string): void {
    const known = this.#versions.get(key)
    if (!known) return
    this.#versions.delete(key)
    this.#versions.set(key, known)
  }

  /** Characters that are kept ready, counted by version. */
  async charactersKept(): Promise<number> {
    const loaded = await Promise.all(this.#versions.values())
    return loaded.reduce((sum, { characters }) => sum + characters, 0)
  }

  /** How many libraries are kept ready. */
  get librariesKept(): number {
    return this.#libraries.size
  }
}

/** What a version is kept under: its title is part of its index. */
const versionKey = ({ versionId, title }: Pick<UsedVersion, 'versionId' | 'title'>): string => `${versionId}:${title}`

const charactersIn = (passages: readonly StoredPassage[]): number =>
  passages.reduce((sum, passage) => sum + passage.text.length, 0)

/** A short name for a state of a library: the same versions under the same titles give the same name. */
export function libraryState(versions: readonly UsedVersion[]): string {
  const listed = versions
    .map(({ versionId, title, weight = 1, validFrom, validUntil }) =>
      [versionId, title, weight, validFrom ?? '', validUntil ?? ''].join(':'),
    )
    .sort()
  return createHash('sha256').update(listed.join('\n')).digest('hex').slice(0, 16)
}

/** Whether a version answers today. */
export const isValidToday = (version: UsedVersion): boolean => isValidOn(version, dayOf(new Date()).date)

const isValidOn = ({ validFrom, validUntil }: UsedVersion, day: string): boolean =>
  (!validFrom || validFrom <= day) && (!validUntil || day <= validUntil)
