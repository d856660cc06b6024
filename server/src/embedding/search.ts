import type { FastifyBaseLogger } from 'fastify'
import type { FoundPassage, LibraryPort, PassageLibrary } from '@parrot/core/dialogue'
import { fuseByRank, quantised, vectorSet, type VectorSet } from '@parrot/core/retrieval'
import type { Database } from '../database'
import { libraryState, type LibraryCache, type UsedVersion } from '../library/cache'
import type { ReadPool } from '../library/readPool'
import type { Seal } from '../settings/seal'
import { embed, type EmbedderRow } from './embedder'
import { listEmbedders, vectorsOf } from './queries'

/** How many passages each ranking gives before they are made one. */
const DEPTH = 40
/** A question whose vector takes longer than this is answered without it. */
const LONGEST_MS = 2_000
const MOST_SETS = 6
const MOST_QUESTIONS = 200

/** Where each vector of a set belongs: the version by its place, and the passage in it. */
interface Loaded {
  /** Names it among all. */
  readonly id: string
  readonly set: VectorSet
  readonly places: readonly { readonly source: number; readonly passage: number }[]
}

type Found = FoundPassage & { readonly matched: readonly string[] }

/**
 * Libraries as they are searched: by their words, and where an embedder is set, by the nearness of vectors as well, both
 * rankings made one. When the embedder does not answer, the words alone do.
 */
export class LibrarySearch {
  readonly #sets = new Map<string, Promise<Loaded | undefined>>()
  readonly #questions = new Map<string, Promise<Int8Array>>()
  /** One question of a set is looked up at a time. */
  readonly #turns = new WeakMap<VectorSet, Promise<unknown>>()

  constructor(
    private readonly db: Database,
    private readonly seal: Seal,
    private readonly pool: ReadPool,
    private readonly library: LibraryCache,
    private readonly log: FastifyBaseLogger,
  ) {}

  /** The library of these versions, to be searched. */
  async open(versions: readonly UsedVersion[]): Promise<SearchedLibrary> {
    const open = await this.library.open(versions)
    const { inUse } = await listEmbedders(this.db)
    return new SearchedLibrary(
      open,
      inUse ? (question, most) => this.#near(inUse, versions, open, question, most) : undefined,
    )
  }

  async #near(
    embedder: EmbedderRow,
    versions: readonly UsedVersion[],
    open: PassageLibrary,
    question: string,
    most: number,
  ): Promise<Found[]> {
    try {
      const [loaded, vector] = await Promise.all([
        this.#load(embedder, versions, open),
        this.#vectorOf(embedder, question),
      ])
      if (!loaded || loaded.set.dimensions !== vector.length) return []
      const { id, set, places } = loaded
      const before = this.#turns.get(set) ?? Promise.resolve()
      const asking = before.catch(() => undefined).then(() => this.pool.nearest(id, set, vector, most))
      this.#turns.set(set, asking)
      return (await asking).flatMap(({ at, cosine }) => {
        const { source, passage } = places[at]!
        const found = open.at(source, passage)
        return found ? [{ ...found, score: cosine }] : []
      })
    } catch (error) {
      this.log.warn({ error }, 'the embedder does not answer; the words alone do')
      return []
    }
  }

  /** The vectors of a library's versions, loaded once while the library stays as it is. */
  #load(embedder: EmbedderRow, versions: readonly UsedVersion[], open: PassageLibrary): Promise<Loaded | undefined> {
    const key = `${embedder.id} ${embedder.readyAt?.getTime() ?? 0} ${libraryState(versions)}`
    const known = this.#sets.get(key)
    if (known) return known
    const loading = this.#read(key, embedder, versions, open)
    this.#sets.set(key, loading)
    loading.catch(() => this.#sets.delete(key))
    if (this.#sets.size > MOST_SETS) this.#sets.delete(this.#sets.keys().next().value!)
    return loading
  }

  async #read(
    id: string,
    embedder: EmbedderRow,
    versions: readonly UsedVersion[],
    open: PassageLibrary,
  ): Promise<Loaded | undefined> {
    const rows = await vectorsOf(
      this.db,
      embedder.id,
      versions.map(({ versionId }) => versionId),
    )
    const dimensions = rows.find(({ count }) => count > 0)?.dimensions
    if (dimensions === undefined) return undefined
    const vectors: Int8Array[] = []
    const places: Loaded['places'][number][] = []
    for (const row of rows) {
      const { sourceId } = versions.find(({ versionId }) => versionId === row.versionId)!
      const source = open.placeOf(sourceId)
      if (source < 0 || row.dimensions !== dimensions) continue
      const bytes = new Int8Array(row.bytes.buffer, row.bytes.byteOffset, row.bytes.byteLength)
      for (let passage = 0; passage < row.count; passage++) {
        vectors.push(bytes.subarray(passage * dimensions, (passage + 1) * dimensions))
        places.push({ source, passage })
      }
    }
    return { id, set: vectorSet(vectors, dimensions), places }
  }

  #vectorOf(embedder: EmbedderRow, question: string): Promise<Int8Array> {
    const key = `${embedder.id} ${question}`
    const known = this.#questions.get(key)
    if (known) return known
    const asking = embed(embedder, this.seal, [question], AbortSignal.timeout(LONGEST_MS)).then(([vector]) =>
      quantised(vector!),
    )
    this.#questions.set(key, asking)
    asking.catch(() => this.#questions.delete(key))
    if (this.#questions.size > MOST_QUESTIONS) this.#questions.delete(this.#questions.keys().next().value!)
    return asking
  }
}

/** A library that is searched by words, and by vectors where there are any. */
export class SearchedLibrary implements LibraryPort {
  constructor(
    private readonly library: PassageLibrary,
    private readonly near: ((question: string, most: number) => Promise<Found[]>) | undefined,
  ) {}

  async search(question: string, limit: number): Promise<Found[]> {
    return this.near
      ? this.#fused(this.library.search(question, DEPTH), question, limit)
      : this.library.search(question, limit)
  }

  /** As an agent with this glossary looks a question up. */
  async find(
    question: string,
    limit: number,
    glossary: Parameters<PassageLibrary['find']>[2],
  ): Promise<ReturnType<PassageLibrary['find']>> {
    if (!this.near) return this.library.find(question, limit, glossary)
    const { hits, changed } = this.library.find(question, DEPTH, glossary)
    return { hits: await this.#fused(hits, question, limit), changed }
  }

  async #fused(hits: readonly Found[], question: string, limit: number): Promise<Found[]> {
    const near = await this.near!(question, DEPTH)
    if (near.length === 0) return hits.slice(0, limit)
    const withId = (hit: Found) => ({ ...hit, id: hit.passageId })
    return fuseByRank(hits.map(withId), near.map(withId), limit).map(({ id: _id, ...hit }) => hit)
  }

  before = (passageId: string) => this.library.before(passageId)
  whole = (sourceId: string) => this.library.whole(sourceId)
  sourceIds = () => this.library.sourceIds()
  rarity = (stem: string) => this.library.rarity(stem)
  correct: NonNullable<LibraryPort['correct']> = (question, known) => this.library.correct(question, known)
}
