import { z } from 'zod'
import { PLAIN_CHECKS } from '../../languages'
import { holds as holdsPhrase, find, tokensOf, without, type Token } from '../../reading'
import {
  contentStems,
  coverage,
  datesIn,
  daysIn,
  EMAIL,
  FEWEST_PHONE_FIGURES,
  FIGURES,
  languageOf,
  LINK,
  listSignOf,
  monthsIn,
  quantitiesIn,
  wordCount,
} from '../../text'
import { checkKind, finding, questionsIn, type CheckedReply, type Finding } from './kind'

/** What the built-in means can tell of a reply, by the names the word lists use. */
const TESTS: Readonly<Record<keyof typeof PLAIN_CHECKS.tests, (text: string, turn: CheckedReply) => boolean>> = {
  apologises: (text) => holdsPhrase(PLAIN_CHECKS.sorry, tokensOf(text)),
  thanks: (text) => holdsPhrase(PLAIN_CHECKS.thanks, tokensOf(text)),
  greets: (text) => find(PLAIN_CHECKS.greeting, tokensOf(text.slice(0, 60))) !== undefined,
  price: (text) => quantitiesIn(text).some(({ dimension }) => dimension === 'money'),
  time: (text) => quantitiesIn(text).some(({ dimension }) => dimension === 'clock'),
  date: (text) => datesIn(text).length > 0 || monthsIn(text).size > 0,
  day: (text) => daysIn(text).size > 0,
  phone: (text) => (text.match(FIGURES) ?? []).some((found) => found.replace(/\D/g, '').length >= FEWEST_PHONE_FIGURES),
  email: (text) => text.match(EMAIL) !== null,
  link: (text) => text.match(LINK) !== null,
  list: (text) => text.split('\n').filter((line) => listSignOf(line) !== '').length > 1,
  number: (text) => /\d/.test(text),
  asks: (text, { outcome }) => text.includes('?') || outcome === 'clarified',
  unknown: (_text, { outcome }) => outcome === 'unknown',
  declines: (_text, { outcome }) => outcome === 'declined',
  passesOn: (_text, { handOver }) => handOver !== undefined,
  cites: (_text, { citations }) => citations.length > 0,
  short: (text) => wordCount(text) <= SHORT_WORDS,
  english: (text) => languageOf(text) === 'en',
  german: (text) => languageOf(text) === 'de',
  french: (text) => languageOf(text) === 'fr',
  spanish: (text) => languageOf(text) === 'es',
  italian: (text) => languageOf(text) === 'it',
  dutch: (text) => languageOf(text) === 'nl',
}
const SHORT_WORDS = 40

/** Something said of a reply in plain words, "apologises" or "asks which island". */
export const plain = checkKind({
  kind: 'plain',
  fields: { text: z.string().trim().min(1).max(500) },
  judge({ text: statement }, turn, reply): Finding {
    const tokens = tokensOf(statement)
    const denied = find(PLAIN_CHECKS.denied, tokens)
    const told = denied ? without([PLAIN_CHECKS.denied], tokens) : tokens
    const finding = tellOf(told, turn, reply)
    return finding.isUnjudged || !denied ? finding : { ...finding, holds: !finding.holds }
  },
})

/** Tells what a statement is about, and whether it is so; a statement that nothing here can tell is left unjudged. */
function tellOf(tokens: readonly Token[], turn: CheckedReply, reply: string): Finding {
  const statement = tokens.map(({ text }) => text).join(' ')
  for (const [name, list] of Object.entries(PLAIN_CHECKS.tests)) {
    const found = find(list, tokens)
    if (!found) continue
    // "Asks which island": what is asked has to be in the question.
    const isAbout = name !== 'asks' || isIn(stemsAfter(tokens, found.to), questionsIn(reply).join(' '))
    return finding(
      TESTS[name as keyof typeof TESTS](reply, turn) && isAbout,
      `The reply ${found.phrase} as asked.`,
      `The reply is not so that it “${statement}”.`,
    )
  }
  const says = find(PLAIN_CHECKS.says, tokens)
  if (says) {
    const wanted = stemsAfter(tokens, says.to)
    if (wanted.size > 0)
      return finding(isIn(wanted, reply), `The reply ${statement}.`, `The reply is not so that it “${statement}”.`)
  }
  return {
    holds: false,
    reason: `Nothing here can tell whether the reply “${statement}”: put it otherwise, or take another kind of check.`,
    isUnjudged: true,
  }
}

const stemsAfter = (tokens: readonly Token[], from: number): ReadonlySet<string> =>
  contentStems(
    tokens
      .slice(from)
      .map(({ text }) => text)
      .join(' '),
  )
const isIn = (wanted: ReadonlySet<string>, text: string): boolean => coverage(wanted, contentStems(text)) === 1
