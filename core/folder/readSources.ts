import { z } from 'zod'
import type { Origin, SitePage } from '../library'
import { rowsOf } from './csv'
import { FILES, SOURCES, sourceEntry, type FolderProblem, type FolderSource, type SourceEntry } from './form'
import { isSafePath } from './names'
import { sumOf } from './sum'
import { keyOf } from './writeSources'
import { YamlFile } from './yaml'

interface SourcesRead {
  readonly sources: readonly FolderSource[]
  /** What other files refer to each source by. */
  readonly keys: readonly string[]
  readonly problems: readonly FolderProblem[]
}

/** The sources of a folder, each with its content; every file in `sources` belongs to one. */
export async function readSources(files: ReadonlyMap<string, Uint8Array>): Promise<SourcesRead> {
  const listed = files.get(FILES.sources)
  const file = new YamlFile(FILES.sources, listed ?? new Uint8Array())
  const entries = file.value === null || file.value === undefined ? [] : (file.read(z.array(sourceEntry)) ?? [])
  const named = new Set<string>()
  const sources: FolderSource[] = []
  const tables: FolderProblem[] = []
  for (const [at, entry] of entries.entries()) {
    const missing = filesOf(entry).find(({ path }) => !isSafePath(path) || !files.has(path))
    for (const { path } of filesOf(entry)) named.add(path)
    if (missing) {
      const why = isSafePath(missing.path) ? 'is not there' : 'leads out of the folder'
      file.problem([at, ...missing.at], `“${missing.path}” ${why}.`)
      continue
    }
    const content = await contentOf(entry, files, (problem) => tables.push(problem))
    if (entry.kind === 'file' && entry.sum && (await sumOf(files.get(entry.file)!)) !== entry.sum)
      file.problem(
        [at, 'sum'],
        `“${entry.file}” is not what was written. If it was changed on purpose, take this line out; else fetch it again.`,
      )
    sources.push(sourceFrom(entry, content, files))
  }
  const unnamed = [...files.keys()]
    .filter((path) => path.startsWith(`${SOURCES}/`) && !named.has(path))
    .sort()
    .map((path) => ({
      file: path,
      message: `${FILES.sources} does not name it. Add an entry with “kind: file” and this file, or take it out of ${SOURCES}.`,
    }))
  const isRead = file.problems.length === 0 || entries.length > 0
  return {
    sources,
    keys: entries.map(keyOf),
    problems: [...file.problems, ...tables, ...(isRead ? unnamed : [])],
  }
}

/** The files that an entry names, and where in it. */
function filesOf(entry: SourceEntry): { path: string; at: PropertyKey[] }[] {
  if (entry.kind === 'site') return entry.pages.map(({ file }, page) => ({ path: file, at: ['pages', page, 'file'] }))
  const captions = entry.kind === 'file' && entry.captions ? [{ path: entry.captions, at: ['captions'] }] : []
  return [{ path: entry.file, at: ['file'] }, ...captions]
}

/** The content as it is kept: pairs and sites are put together again. */
async function contentOf(
  entry: SourceEntry,
  files: ReadonlyMap<string, Uint8Array>,
  problem: (problem: FolderProblem) => void,
): Promise<Uint8Array> {
  const encoded = (value: unknown) => new TextEncoder().encode(JSON.stringify(value))
  if (entry.kind === 'site') return encoded(entry.pages.map((page) => pageFrom(page, files.get(page.file)!)))
  const bytes = files.get(entry.file)!
  if (entry.kind !== 'pairs') return bytes
  const table = rowsOf(entry.file, bytes, ['question', 'answer'])
  if (!table.ok) {
    problem(table.problem)
    return encoded([])
  }
  const empty = table.rows.find(({ question, answer }) => question.trim() === '' || answer.trim() === '')
  if (empty) problem({ file: entry.file, line: empty.line, message: 'A pair has a question and an answer.' })
  return encoded(table.rows.map(({ question, answer }) => ({ question, answer })))
}

const pageFrom = ({ url, mediaType }: { url: string; mediaType?: string | undefined }, bytes: Uint8Array): SitePage =>
  mediaType === undefined
    ? { url, html: new TextDecoder().decode(bytes) }
    : { url, base64: btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join('')), mediaType }

function sourceFrom(entry: SourceEntry, content: Uint8Array, files: ReadonlyMap<string, Uint8Array>): FolderSource {
  const captions = entry.kind === 'file' && entry.captions ? files.get(entry.captions) : undefined
  const nameHere = entry.kind === 'site' ? '' : entry.file.slice(entry.file.lastIndexOf('/') + 1)
  return {
    origin: originOf(entry, nameHere),
    content: () => content,
    ...(captions ? { captions: () => captions } : {}),
    ...(entry.kind === 'page' && entry.mediaType ? { mediaType: entry.mediaType } : {}),
    title: entry.title || nameHere || (entry.kind === 'site' ? entry.url : ''),
    isTitled: entry.titled,
    description: entry.description,
    isDescribed: entry.described,
    shelf: entry.shelf,
    tags: entry.tags,
    weight: entry.weight,
    validFrom: entry.validFrom,
    validUntil: entry.validUntil,
    refreshHours: entry.refreshHours,
    asOf: entry.asOf,
    cutting: entry.cutting,
    edits: entry.edits,
  }
}

function originOf(entry: SourceEntry, nameHere: string): Origin {
  const some = <Value extends object>(value: Value) =>
    Object.fromEntries(Object.entries(value).filter(([, each]) => each !== undefined)) as {
      [Key in keyof Value]: Exclude<Value[Key], undefined>
    }
  switch (entry.kind) {
    case 'file':
      return { kind: 'file', name: entry.name ?? nameHere, mediaType: entry.mediaType ?? '' }
    case 'page':
      return { kind: 'page', url: entry.url, ...some({ renderMs: entry.renderMs }) }
    case 'site': {
      const { url, maxPages, maxDepth, include, exclude, delayMs, renderMs, picked } = entry
      return { kind: 'site', url, maxPages, maxDepth, ...some({ include, exclude, delayMs, renderMs, pages: picked }) }
    }
    case 'note':
    case 'pairs':
      return { kind: entry.kind, title: entry.name ?? (entry.title || nameHere) }
  }
}
