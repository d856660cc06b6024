import type { Locator } from '../library'
import { correctSpelling, search, type Hit, type LibraryIndex } from '../retrieval'
import { contentStems, languageOf, stem, words, type Spoken } from '../text'
import type { FoundPassage, LibraryPort } from './turn'
import { lookedUpAs, type Named } from './widen'

/** A passage as it is kept, without what a search adds. */
export interface StoredPassage {
  readonly id: string
  readonly text: string
  readonly headings: readonly string[]
  readonly locator: Locator
}

/** A source with its passages, in the order of the index's segments. */
export interface StoredSource {
  readonly sourceId: string
  readonly title: string
  /** The day it was last read, YYYY-MM-DD. */
  readonly asOf?: string
  readonly passages: readonly StoredPassage[]
}

/** Passages looked through for a corrected word as it is written there. */
const LOOKED_THROUGH = 5

/** So much of a library is looked at to tell its language. */
const SOURCES_HEARD = 20
const PASSAGES_HEARD = 5
const HEARD_EACH = 200

const UNSCORED = { score: 0, parts: [], coverage: 0, matched: [] }

/** A library in memory: an index, and the passages behind its segments. */
export class PassageLibrary implements LibraryPort {
  constructor(
    private readonly sources: readonly StoredSource[],
    private readonly index: LibraryIndex,
  ) {}

  /** The best passages for a question, with the words that matched. */
  search(question: string, limit: number): (FoundPassage & { readonly matched: readonly string[] })[] {
    return search(this.index, question, { limit, language: this.#language() }).map((hit) => this.#found(hit))
  }

  /**
   * As an agent with this glossary looks a question up: slips of the pen put right (`changed` tells which), other names
   * added.
   */
  find(
    question: string,
    limit: number,
    glossary: readonly Named[] = [],
  ): {
    hits: (FoundPassage & { readonly matched: readonly string[] })[]
    changed: { from: string; to: string }[]
  } {
    const known = contentStems(glossary.flatMap(({ term, also }) => [term, ...also]).join('\n'))
    const { text, changed } = this.correct(question, known)
    return { hits: this.search(lookedUpAs(text, glossary).text, limit), changed }
  }

  /** The first passages of every source, so many in all, evenly: what a reader of the library sees first. */
  opening(most: number): (StoredPassage & { readonly sourceId: string })[] {
    const each = Math.max(1, Math.floor(most / Math.max(1, this.sources.length)))
    return this.sources
      .flatMap(({ sourceId, passages }) => passages.slice(0, each).map((passage) => ({ ...passage, sourceId })))
      .slice(0, most)
  }

  #own: Spoken | undefined

  /** The language most of the library is in, by its first passages. */
  #language(): Spoken {
    if (this.#own) return this.#own
    const heard = this.sources
      .slice(0, SOURCES_HEARD)
      .flatMap(({ passages }) => passages.slice(0, PASSAGES_HEARD).map(({ text }) => text.slice(0, HEARD_EACH)))
    this.#own = languageOf(heard.join('\n'))
    return this.#own
  }

  /** How rare a stem is: its idf as a share of that of a word no passage holds. */
  rarity(stem: string): number {
    const all = Math.log(1 + this.index.passages)
    return all === 0 ? 1 : 1 - Math.log(1 + this.index.frequency(stem)) / all
  }

  /** Whether any passage holds a word, in whatever form. */
  has(word: string): boolean {
    return this.index.has(stem(word))
  }

  /** The passage that stands before one in its source: a table is often explained by the lines above it. */
  before(passageId: string): FoundPassage | undefined {
    const at = this.#places().get(passageId)
    return at && at.passage > 0 ? this.#found({ ...UNSCORED, segment: at.segment, passage: at.passage - 1 }) : undefined
  }

  /** All passages of a source in their order; of one that is not there, none. */
  whole(sourceId: string): FoundPassage[] {
    const segment = this.placeOf(sourceId)
    return (this.sources[segment]?.passages ?? []).map((_, passage) => this.#found({ ...UNSCORED, segment, passage }))
  }

  /** The sources there are, in the order they were added. */
  sourceIds(): string[] {
    return this.sources.map(({ sourceId }) => sourceId)
  }

  /** The place of a source among the library's; -1 when it is not there. */
  placeOf(sourceId: string): number {
    return this.sources.findIndex((source) => source.sourceId === sourceId)
  }

  /** A passage by its source's place and its own; undefined when it is not there. */
  at(source: number, passage: number): (FoundPassage & { readonly matched: readonly string[] }) | undefined {
    return this.sources[source]?.passages[passage] ? this.#found({ ...UNSCORED, segment: source, passage }) : undefined
  }

  #placesById: Map<string, { segment: number; passage: number }> | undefined

  #places(): Map<string, { segment: number; passage: number }> {
    this.#placesById ??= new Map(
      this.sources.flatMap((source, segment) =>
        source.passages.map(({ id }, passage) => [id, { segment, passage }] as const),
      ),
    )
    return this.#placesById
  }

  /** The question with its slips of the pen put right by the library's own words; `known` stems are left alone. */
  correct(question: string, known?: ReadonlySet<string>): { text: string; changed: { from: string; to: string }[] } {
    // What is a slip is told by English words and stems.
    if (languageOf(question, this.#language()) !== 'en') return { text: question, changed: [] }
    const changed: { from: string; to: string }[] = []
    let text = question
    for (const slip of correctSpelling(this.index, question, known).reverse()) {
      const to = this.#written(slip.stem)
      changed.unshift({ from: slip.from, to })
      text = text.slice(0, slip.start) + to + text.slice(slip.end)
    }
    return { text, changed }
  }

  /** A stem as a word of the library; the stem itself when only titles hold it. */
  #written(wanted: string): string {
    for (const hit of search(this.index, wanted, { limit: LOOKED_THROUGH })) {
      const { text, headings } = this.#found(hit)
      const word = words(`${text} ${headings.join(' ')}`).find((each) => stem(each.text) === wanted)
      if (word) return /^\p{Lu}\p{Ll}/u.test(word.text) ? word.text.toLowerCase() : word.text
    }
    return wanted
  }

  #found(hit: Hit): FoundPassage & { readonly matched: readonly string[] } {
    const source = this.sources[hit.segment]!
    const passage = source.passages[hit.passage]!
    return {
      passageId: passage.id,
      sourceId: source.sourceId,
      sourceTitle: source.title,
      ...(source.asOf === undefined ? {} : { asOf: source.asOf }),
      text: passage.text,
      headings: passage.headings,
      locator: passage.locator,
      score: hit.score,
      parts: hit.parts,
      coverage: hit.coverage,
      matched: hit.matched,
    }
  }
}
