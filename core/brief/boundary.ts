import { contentTerms, isStopWord, stemList, subjectOf, synonymsOf } from '../text'
import type { Brief } from './schema'

/** How much of a boundary's subject or of one of its examples a line must speak of to fall under it. */
const SUBJECT_SHARE = 0.75
const EXAMPLE_SHARE = 0.7
/** Of what the line itself says, an example must cover this much: a shared word in a long question is not the subject. */
const LINE_SHARE = 0.4
const KINDRED_SHARE = 0.5
/** A word of the same wider subject ("sunny" for "rain") counts this much. */
const KINDRED = 0.9

/** Whether a line speaks of a boundary's subject. */
export function fallsUnder(said: string, boundary: Pick<Brief['boundaries'][number], 'subject' | 'examples'>): boolean {
  const spoken = weighed(said)
  const subject = weighed(boundary.subject)
  const isOnSubject = shared(subject, spoken) >= SUBJECT_SHARE
  // The subject's own words settle it; kindred ones only in a line that speaks of little else.
  if (boundary.subject.trim() !== '' && isOnSubject) {
    if ([...subject].every(([each, weight]) => weight < 1 || spoken.has(each))) return true
    if (shared(spoken, subject) >= KINDRED_SHARE) return true
  }
  return boundary.examples.some((example) => {
    const terms = weighed(example)
    return example.trim() !== '' && shared(terms, spoken) >= EXAMPLE_SHARE && shared(spoken, terms) >= LINE_SHARE
  })
}

/** Words that carry little of a subject. */
const LIGHT = stemList(
  'like give tell get help want need make take know can will today tomorrow day week time go going question advice information much me one someone somebody anyone anybody person people',
)
const LIGHT_WEIGHT = 0.15

type Weighed = ReadonlyMap<string, number>

function weighed(text: string): Weighed {
  const terms = contentTerms(text).filter((term) => !isStopWord(text.slice(term.start, term.end)))
  return new Map(terms.map((term) => [term.stem, LIGHT.has(term.stem) ? LIGHT_WEIGHT : 1]))
}

/** The share of one text's weight that another speaks of, in the same words or kindred ones. */
function shared(of: Weighed, within: Weighed): number {
  let held = 0
  let whole = 0
  for (const [each, weight] of of) {
    whole += weight
    if (within.has(each)) held += weight
    else if ([...synonymsOf(each), ...subjectOf(each)].some((kin) => within.has(kin))) held += weight * KINDRED
  }
  return whole === 0 ? 0 : held / whole
}
