import { PassageLibrary, type StoredSource } from '../dialogue'
import { passagesOf, read } from '../library'
import { buildSegment, LibraryIndex } from '../retrieval'

/** A library of texts as they would be uploaded, by their file names. */
export async function libraryOf(files: Readonly<Record<string, string>>): Promise<PassageLibrary> {
  const sources: StoredSource[] = []
  for (const [name, text] of Object.entries(files)) {
    const result = await read({ bytes: new TextEncoder().encode(text), name })
    if (!result.ok) throw new Error(result.problem.message)
    const passages = passagesOf(result.document).map((passage) => ({ ...passage, id: `${name} ${passage.ordinal}` }))
    sources.push({ sourceId: name, title: result.document.title, passages })
  }
  const segments = sources.map(({ title, passages }) =>
    buildSegment(passages.map(({ headings, text }) => ({ title, headings, body: text }))),
  )
  return new PassageLibrary(sources, new LibraryIndex(segments))
}
