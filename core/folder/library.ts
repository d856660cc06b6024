import type { Brief } from '../brief'
import { passagesFrom } from '../curation'
import type { PassageLibrary, StoredPassage } from '../dialogue'
import { libraryOf, type LibraryPart } from '../refine'
import { buildSegment } from '../retrieval'
import type { FolderAgent, FolderSource } from './form'

/** An agent of a folder, ready to answer. */
export interface OpenedAgent {
  /** With the rules it shares after its own, as it answers by it. */
  readonly brief: Brief
  readonly library: PassageLibrary
  /** Sources that could not be read, and why; it answers without them. */
  readonly unread: readonly { readonly title: string; readonly message: string }[]
}

/** Reads the sources of an agent and indexes them, those whose days have not come or are over left out. */
export async function openAgent(agent: FolderAgent, today: string): Promise<OpenedAgent> {
  const unread: { title: string; message: string }[] = []
  const parts: LibraryPart[] = []
  for (const [at, source] of agent.sources.entries()) {
    if ((source.validFrom && source.validFrom > today) || (source.validUntil && today > source.validUntil)) continue
    const read = await passagesOf(source)
    if (!read.ok) {
      unread.push({ title: source.title, message: read.problem.message })
      continue
    }
    const title = source.isTitled || 'title' in source.origin ? source.title : read.title
    const passages = read.passages.flatMap(({ text, headings, locator, isExcluded, ordinal }): StoredPassage[] =>
      isExcluded ? [] : [{ id: `${at}-${ordinal}`, text, headings, locator }],
    )
    parts.push({
      sourceId: String(at),
      title,
      passages,
      ...(source.asOf ? { asOf: source.asOf } : {}),
      segment: buildSegment(passages.map(({ text, headings }) => ({ title, headings, body: text }))),
      weight: source.weight,
    })
  }
  return {
    brief: { ...agent.brief, rules: [...agent.brief.rules, ...sharedRules(agent)] },
    library: libraryOf(parts),
    unread,
  }
}

async function passagesOf({ origin, content, captions, mediaType, cutting, edits }: FolderSource) {
  const heard = captions ? { bytes: await captions(), mediaType: 'text/vtt' } : { bytes: await content(), mediaType }
  return passagesFrom({ origin, ...heard, cutting, edits })
}

const sharedRules = ({ brief, ruleSets }: FolderAgent) =>
  brief.ruleSets.flatMap((id) => ruleSets.find((set) => set.id === id)?.rules ?? [])
