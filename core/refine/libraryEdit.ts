import { PassageLibrary, type StoredPassage, type StoredSource } from '../dialogue'
import { pairIn } from '../text'
import { GIVEN_BY_HAND, pairText } from '../library'
import { buildSegment, LibraryIndex, type Segment } from '../retrieval'

/** One change of a library, as a proposal makes it. A passage is named by its id and, to outlive versions, by its text. */
export type LibraryEdit =
  | { readonly kind: 'pair'; readonly question: string; readonly answer: string }
  | {
      readonly kind: 'correct'
      readonly sourceId: string
      readonly passageId: string
      readonly passage: string
      readonly text: string
    }
  | { readonly kind: 'exclude'; readonly sourceId: string; readonly passageId: string; readonly passage: string }
  | { readonly kind: 'weight'; readonly sourceId: string; readonly was: number; readonly weight: number }
  | { readonly kind: 'validUntil'; readonly sourceId: string; readonly was: string | null; readonly day: string }

/** A library by its parts, each source with its index segment, its weight and its last day, from which it is put together. */
export interface LibraryPart extends StoredSource {
  readonly segment: Segment
  readonly weight: number
}

/** The library of some parts. */
export const libraryOf = (parts: readonly LibraryPart[]): PassageLibrary =>
  new PassageLibrary(
    parts,
    new LibraryIndex(
      parts.map(({ segment }) => segment),
      parts.map(({ weight }) => weight),
    ),
  )

const AT_HAND = { kind: 'pair', pair: 1, label: 'pair 1' } as const

/** The parts of a library with edits made one after the other. */
export const withLibraryEdits = (
  parts: readonly LibraryPart[],
  edits: readonly LibraryEdit[],
): readonly LibraryPart[] => edits.reduce<readonly LibraryPart[]>(withLibraryEdit, parts)

/** The parts of a library with an edit made, for trying it; nothing is stored. A day that was set lies in the past. */
function withLibraryEdit(parts: readonly LibraryPart[], edit: LibraryEdit): LibraryPart[] {
  switch (edit.kind) {
    case 'pair': {
      const passage = { id: 'tried-pair', text: pairText(edit), headings: [], locator: AT_HAND }
      // An earlier answer by hand to the same question gives way to it.
      const others = parts.map((part) => (part.title === GIVEN_BY_HAND ? without(part, edit.question) : part))
      return [
        ...others,
        { sourceId: 'tried-pairs', title: GIVEN_BY_HAND, weight: 1, ...indexed(GIVEN_BY_HAND, [passage]) },
      ]
    }
    case 'correct':
      return onSource(parts, edit.sourceId, (passages) =>
        passages.map((each) => (each.id === edit.passageId ? { ...each, text: edit.text } : each)),
      )
    case 'exclude':
      return onSource(parts, edit.sourceId, (passages) => passages.filter(({ id }) => id !== edit.passageId))
    case 'weight':
      return parts.map((part) => (part.sourceId === edit.sourceId ? { ...part, weight: edit.weight } : part))
    case 'validUntil':
      return parts.filter(({ sourceId }) => sourceId !== edit.sourceId)
  }
}

function without(part: LibraryPart, question: string): LibraryPart {
  const asks = (passage: StoredPassage) => pairIn(passage)?.question.toLowerCase() === question.toLowerCase()
  if (!part.passages.some(asks)) return part
  return {
    ...part,
    ...indexed(
      part.title,
      part.passages.filter((each) => !asks(each)),
    ),
  }
}

const onSource = (
  parts: readonly LibraryPart[],
  sourceId: string,
  change: (passages: readonly StoredPassage[]) => StoredPassage[],
): LibraryPart[] =>
  parts.map((part) => (part.sourceId === sourceId ? { ...part, ...indexed(part.title, change(part.passages)) } : part))

const indexed = (title: string, passages: readonly StoredPassage[]) => ({
  passages,
  segment: buildSegment(passages.map(({ text, headings }) => ({ title, headings, body: text }))),
})
