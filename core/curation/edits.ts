import type { Passage } from '../library'

/**
 * A change a designer made to a passage by hand. The passage is named by its text as it stood then, and by which of
 * those with the same text it was (`nth`, from 0), so that the change can be made again after the source was read anew.
 */
export type Edit =
  | { readonly kind: 'correct'; readonly passage: string; readonly nth: number; readonly text: string }
  | { readonly kind: 'exclude'; readonly passage: string; readonly nth: number }
  | { readonly kind: 'restore'; readonly passage: string; readonly nth: number }
  | { readonly kind: 'split'; readonly passage: string; readonly nth: number; readonly at: number }
  | { readonly kind: 'join'; readonly passage: string; readonly nth: number; readonly next: string }

/** A passage with what was changed in it: the text as read, kept, and whether it may answer. */
export interface EditedPassage extends Passage {
  /** The text as it was read; null while nobody has changed it. */
  readonly original: string | null
  readonly isExcluded: boolean
}

/** A passage as it was read. */
export const edited = (passage: Passage): EditedPassage => ({ ...passage, original: null, isExcluded: false })

/**
 * Passages with edits made on them, in the order they were made. An edit whose passage is no longer there is not made
 * and comes back in `lost`: what a person wrote is never dropped without a word.
 */
export function applyEdits(
  passages: readonly EditedPassage[],
  edits: readonly Edit[],
): { passages: EditedPassage[]; lost: Edit[] } {
  let list = [...passages]
  const lost: Edit[] = []
  for (const edit of edits) {
    const next = applied(list, edit)
    if (next) list = next
    else lost.push(edit)
  }
  return { passages: list.map((passage, ordinal) => ({ ...passage, ordinal })), lost }
}

function applied(list: readonly EditedPassage[], edit: Edit): EditedPassage[] | undefined {
  const at = placeOf(list, edit)
  const passage = list[at]
  if (!passage) return undefined
  const put = (replaced: number, ...by: EditedPassage[]) => [...list.slice(0, at), ...by, ...list.slice(at + replaced)]
  switch (edit.kind) {
    case 'exclude':
      return put(1, { ...passage, isExcluded: true })
    case 'restore':
      return put(1, { ...passage, text: passage.original ?? passage.text, original: null, isExcluded: false })
    case 'correct': {
      const text = edit.text.trim()
      if (text === '') return undefined
      const original = passage.original ?? passage.text
      return put(1, { ...passage, text, original: original === text ? null : original })
    }
    case 'split': {
      const [head, tail] = [passage.text.slice(0, edit.at).trimEnd(), passage.text.slice(edit.at).trimStart()]
      if (head === '' || tail === '') return undefined
      const original = passage.original ?? passage.text
      return put(1, { ...passage, text: head, original }, { ...passage, text: tail, original })
    }
    case 'join': {
      const next = list[at + 1]
      if (next?.text !== edit.next) return undefined
      // Halves of one passage put together again are that passage.
      const whole = `${passage.text}\n${next.text}`
      const wasOne = passage.original !== null && passage.original === next.original
      const original = wasOne ? passage.original : `${passage.original ?? passage.text}\n${next.original ?? next.text}`
      const isAsRead = wasOne && flat(whole) === flat(original!)
      return put(2, { ...passage, text: isAsRead ? original! : whole, original: isAsRead ? null : original })
    }
  }
}

const flat = (text: string): string => text.replace(/\s+/g, ' ').trim()

function placeOf(list: readonly EditedPassage[], { passage, nth }: Edit): number {
  let seen = 0
  return list.findIndex((each) => each.text === passage && seen++ === nth)
}
