import { passagesOf, readContent, type Cutting, type ReadProblem, type SourceContent } from '../library'
import { describe } from './describe'
import { applyEdits, edited, type Edit, type EditedPassage } from './edits'

/** What a source's content gives: its passages with the changes by hand made in them, or why it cannot be read. */
export type PassagesRead =
  | {
      readonly ok: true
      readonly title: string
      readonly description: string
      readonly passages: readonly EditedPassage[]
      /** How many changes found their passage no more. */
      readonly lostEdits: number
    }
  | { readonly ok: false; readonly problem: ReadProblem }

/** Reads the content of a source, cuts it into passages and makes the designer's changes in them. */
export async function passagesFrom(
  { cutting, edits, ...content }: SourceContent & { readonly cutting: Cutting; readonly edits: readonly Edit[] },
  onPage?: (done: number, total: number) => void,
): Promise<PassagesRead> {
  const result = await readContent(content, onPage)
  if (!result.ok) return result
  const { title } = result.document
  const read = passagesOf(result.document, cutting)
  const { passages, lost } = applyEdits(read.map(edited), edits)
  return { ok: true, title, description: describe(read), passages, lostEdits: lost.length }
}
