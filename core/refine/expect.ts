import { withoutMarkers, type TurnState } from '../dialogue'
import { soundOf } from '../manner'
import type { Check } from '../rehearsal'
import { coverage, sentencesIn, stemSet, wordCount } from '../text'
import type { Complaint } from './complaint'
import type { Note } from './note'

/** An answer that is too long should have at most this share of its words, where the note gives no number. */
const SHORTER = 0.6
const FEWEST_WORDS = 12
/** By so much a reply must sound otherwise on a dial to be mended, of 100. */
const HEARD = 8
const LONGEST_CHECK = 480

type Turn = Pick<TurnState, 'reply' | 'outcome' | 'citations' | 'support'>

/**
 * What must be true of the answer for a note to be mended, as checks: they judge each proposal, and can be kept in a
 * script afterwards. A note that says nothing in particular asks at least for another answer.
 */
export function checksFor(note: Note, complaint: Complaint, turn: Turn): Check[] {
  const { kinds } = complaint
  const plain = withoutMarkers(turn.reply)
  const checks: Check[] = []
  if (note.wanted.trim() !== '') checks.push({ kind: 'means', text: note.wanted.trim().slice(0, 2000) })
  for (const text of complaint.neverSay)
    checks.push({ kind: 'includes', text: text.slice(0, LONGEST_CHECK), not: true })
  for (const { text } of complaint.shouldSay) checks.push({ kind: 'includes', text: text.slice(0, LONGEST_CHECK) })
  if (complaint.isSorry) checks.push({ kind: 'plain', text: 'apologises' })
  if (kinds.has('tooLong')) checks.push({ kind: 'maxWords', words: complaint.mostWords ?? shorter(plain) })
  if (kinds.has('decline')) checks.push({ kind: 'outcome', outcome: 'declined' })
  if (kinds.has('shouldAnswer')) checks.push({ kind: 'outcome', outcome: 'declined', not: true })
  if (kinds.has('ask')) checks.push({ kind: 'asksFor', name: '' })
  if (kinds.has('passOn')) checks.push({ kind: 'handsOver' })
  if (kinds.has('missing') && turn.outcome === 'unknown')
    checks.push({ kind: 'outcome', outcome: 'unknown', not: true })
  if (kinds.has('wrongSource')) checks.push(...notFrom(note, turn))
  for (const { dial, turn: way } of complaint.tone) {
    const heard = soundOf(plain).find((each) => each.dial === dial)?.heard
    if (heard === undefined || dial === 'brevity') continue
    checks.push(
      way > 0
        ? { kind: 'manner', dial, from: Math.min(100, heard + HEARD), to: 100 }
        : { kind: 'manner', dial, from: 0, to: Math.max(0, heard - HEARD) },
    )
  }
  const isAboutFacts = kinds.has('wrong') || note.sentence.trim() !== ''
  if (isAboutFacts || checks.length === 0) {
    const sentence = note.sentence.trim() || (checks.length === 0 || kinds.has('wrong') ? firstClaim(turn, plain) : '')
    if (sentence)
      checks.push({ kind: 'includes', text: withoutMarkers(sentence).trim().slice(0, LONGEST_CHECK), not: true })
  }
  return checks
}

const shorter = (plain: string): number => Math.max(FEWEST_WORDS, Math.floor(wordCount(plain) * SHORTER))

/** The first thing the reply claims; else how it begins. */
function firstClaim({ support }: Turn, plain: string): string {
  return support.find((each) => each.isClaim)?.text ?? sentencesIn(plain)[0] ?? plain
}

/** That the answer no longer comes from what the note names: the source called by it, else what is cited first. */
function notFrom({ wrong, sentence }: Note, { citations }: Turn): Check[] {
  if (sentence.trim() !== '') return []
  const said = stemSet(wrong)
  const share = (text: string) => coverage(stemSet(text), said)
  const [named] = [...citations].sort((a, b) => share(b.sourceTitle) - share(a.sourceTitle))
  if (!named) return []
  const isOther = citations.some((each) => each.sourceTitle !== named.sourceTitle)
  return share(named.sourceTitle) > 0 || !isOther
    ? [{ kind: 'includes', text: named.quote.slice(0, LONGEST_CHECK), not: true }]
    : [{ kind: 'cites', source: named.sourceTitle, not: true }]
}
