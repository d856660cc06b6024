import { BARS, judge, type Call, type Callable } from '../calling'
import { aboutIn, isMade, namesKind, type InsertKind } from '../inserts'
import { readLine, type Reading } from '../reading'
import { likeness, spokenTag } from '../text'

/** How sure a line must call for what it names. */
const NAMED = 0.3
/** What is made though a line does not name it must have been meant by a sample that says the same: many questions are near its subject. */
const SAME = 0.8

/** Whether a line calls for an insert; one that names its kind ("as a table") goes before one that only comes near. */
export interface InsertCall extends Call {
  readonly isCalled: boolean
  readonly isNamed: boolean
}

/**
 * How surely a line calls for an insert of a brief. What is made from the library is the answer itself, so a line must name
 * its kind or be very near a sample: "How many life jackets are there?" is near a quiz on life jackets and wants none.
 */
export function judgeInsert(
  { kind, ...called }: Callable & { readonly kind: InsertKind },
  said: string,
  reading: Reading,
  language: string,
): InsertCall {
  const isNamed = isMade(kind) && namesKind(said, kind, language)
  const whole = judge(called, reading)
  // "Test me on ropes" asks for a test, whatever it is to be about.
  const bare = isNamed ? judge(called, bareOf(said, language)) : whole
  const call = bare.confidence > whole.confidence && bare.confidence >= BARS.always ? bare : whole
  const bar = isMade(kind) && isNamed ? NAMED : BARS.always
  const isMeant = !isMade(kind) || isNamed || (called.like ?? []).some((sample) => likeness(sample, said) >= SAME)
  return { ...call, isNamed, isCalled: isMeant && call.confidence >= bar }
}

/** A line without what it wants something about, read anew. */
function bareOf(said: string, language: string): Reading {
  const about = aboutIn(said, language)
  return readLine(about === '' ? said : said.replace(about, ''), spokenTag(language))
}
