import type { Passage } from '../library'
import { finished, sentences } from '../text'

const MOST_HEADINGS = 5
const LONGEST = 160

/**
 * A first description of a source from what it holds: its opening sentence, and the sections it covers. Meant to be
 * read in a list and changed by hand.
 */
export function describe(passages: readonly Passage[]): string {
  const opening = passages
    .slice(0, 5)
    .flatMap((passage) => sentences(passage.text.replace(/^(?:Question: |[-•]\s*)/, '')))
    .map((sentence) => sentence.text.split('\n')[0]!.trim())
    .find((text) => text.length >= 20 && text.split(' ').length >= 5 && !/; [^;]+: /.test(text))
  const sections = sectionsOf(passages)
  const named = sections.slice(0, MOST_HEADINGS).join(', ')
  const more = sections.length > MOST_HEADINGS ? ` and ${sections.length - MOST_HEADINGS} more` : ''
  return [opening && finished(shortened(opening)), named && `On ${named}${more}.`].filter(Boolean).join(' ')
}

const shortened = (text: string): string =>
  text.length <= LONGEST ? text : `${text.slice(0, LONGEST).replace(/\s\S*$/, '')} …`

/** The outermost headings that tell sections apart: one over everything says nothing. */
function sectionsOf(passages: readonly Passage[]): string[] {
  const deepest = passages.reduce((deepest, { headings }) => Math.max(deepest, headings.length), 0)
  for (let level = 0; level < deepest; level++) {
    const at = [...new Set(passages.map((passage) => passage.headings[level]).filter((text) => text !== undefined))]
    if (at.length > 1) return at.map((text) => text.replace(/^[\d.]+\s+/, ''))
  }
  return []
}
