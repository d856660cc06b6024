import { CUTTING, type Pair, type SitePage } from '../library'
import { SOURCES, sourceEntry, type Bytes, type FolderSource, type SourceEntry } from './form'
import { csvOf } from './csv'
import { Names, slugOf } from './names'
import { sumOf } from './sum'

/** Sources as their entries, the files these name, and the key by which other files refer to each. */
export async function writeSources(sources: readonly FolderSource[]): Promise<{
  entries: object[]
  files: Map<string, Bytes>
  keys: string[]
}> {
  const names = new Names()
  const files = new Map<string, Bytes>()
  const entries: SourceEntry[] = []
  // Parsed, so that the fields stand in the order of the form, whatever order they were kept in.
  for (const source of sources) entries.push(sourceEntry.parse(await written(source, names, files)))
  return { entries: entries.map(withoutUsual), files, keys: entries.map(keyOf) }
}

/** What other files refer to a source by. */
export const keyOf = (entry: SourceEntry): string => (entry.kind === 'site' ? entry.url : entry.file)

async function written(source: FolderSource, names: Names, files: Map<string, Bytes>): Promise<SourceEntry> {
  const { origin, content, mediaType, captions } = source
  const said = saidOf(source)
  switch (origin.kind) {
    case 'file': {
      const file = names.takeFile(SOURCES, origin.name)
      files.set(file, content)
      const heard = captions && names.take(SOURCES, file.slice(SOURCES.length + 1), '.vtt')
      if (heard) files.set(heard, captions)
      return {
        kind: 'file',
        file,
        name: file === `${SOURCES}/${origin.name}` ? undefined : origin.name,
        mediaType: origin.mediaType || undefined,
        sum: source.sum ?? (await sumOf(await content())),
        captions: heard,
        ...said,
      }
    }
    case 'page': {
      const file = names.take(SOURCES, nameOfPage(origin.url), endingFor(mediaType))
      files.set(file, content)
      return { kind: 'page', file, url: origin.url, renderMs: origin.renderMs, mediaType, ...said }
    }
    case 'site': {
      const pages = JSON.parse(new TextDecoder().decode(await content())) as SitePage[]
      const folder = names.take(SOURCES, new URL(origin.url).host)
      const { url, pages: picked, ...plan } = origin
      const listed = pages.map((page) => {
        const file = names.take(folder, nameOfPage(page.url), endingFor(page.mediaType))
        files.set(file, () =>
          page.html === undefined
            ? Uint8Array.from(atob(page.base64 ?? ''), (sign) => sign.charCodeAt(0))
            : new TextEncoder().encode(page.html),
        )
        return { url: page.url, file, mediaType: page.mediaType }
      })
      return { ...plan, kind: 'site', url, picked, pages: listed, ...said }
    }
    case 'note': {
      const file = names.take(SOURCES, slugOf(source.title), '.md')
      files.set(file, content)
      return { kind: 'note', file, name: origin.title === source.title ? undefined : origin.title, ...said }
    }
    case 'pairs': {
      const file = names.take(SOURCES, slugOf(source.title), '.csv')
      files.set(file, async () => {
        const pairs = JSON.parse(new TextDecoder().decode(await content())) as Pair[]
        const rows = pairs.map(({ question, answer }) => [question, answer])
        return new TextEncoder().encode(csvOf([['question', 'answer'], ...rows]))
      })
      return { kind: 'pairs', file, name: origin.title === source.title ? undefined : origin.title, ...said }
    }
  }
}

const saidOf = (source: FolderSource) => ({
  title: source.title,
  titled: source.isTitled,
  description: source.description,
  described: source.isDescribed,
  shelf: source.shelf,
  tags: [...source.tags],
  weight: source.weight,
  validFrom: source.validFrom,
  validUntil: source.validUntil,
  refreshHours: source.refreshHours,
  asOf: source.asOf,
  cutting: { ...source.cutting },
  edits: [...source.edits],
})

const USUAL: Readonly<Record<string, unknown>> = { weight: 1, titled: false, described: false }

/** An entry without what is as for a source just added. */
const withoutUsual = (entry: SourceEntry): object =>
  Object.fromEntries(
    Object.entries(entry).filter(
      ([key, value]) =>
        value !== undefined &&
        value !== null &&
        value !== '' &&
        value !== USUAL[key] &&
        !(Array.isArray(value) && value.length === 0 && key !== 'pages') &&
        !(key === 'cutting' && JSON.stringify(value) === JSON.stringify(CUTTING)),
    ),
  )

/** The last part of an address, as a name; the start of a site is called so. */
function nameOfPage(url: string): string {
  const { pathname, search } = new URL(url)
  const last = pathname.split('/').filter(Boolean).join('-')
  return slugOf(`${last}${search}`.replace(/\.x?html?$/i, '')) || 'start'
}

/** Ending of a file for a media type; a web page where a server said nothing. */
function endingFor(mediaType = 'text/html'): string {
  const type = mediaType.split(';')[0]!.trim().toLowerCase()
  return ENDINGS[type] ?? '.bin'
}
const ENDINGS: Readonly<Record<string, string>> = {
  'text/html': '.html',
  'application/xhtml+xml': '.html',
  'text/plain': '.txt',
  'text/markdown': '.md',
  'text/csv': '.csv',
  'application/pdf': '.pdf',
  'application/json': '.json',
}
