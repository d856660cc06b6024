import { daysIn, isLight, isStopWord, stem } from '../../text'

/** "E5", "P1", "K-200": a label that means exactly one thing. */
export const isCode = (word: string): boolean => /^\p{L}{1,4}-?\d/u.test(word)
/** A label written with a hyphen, whose parts mean nothing alone. */
export const CODE = /(?<![\p{L}\p{N}-])\p{Lu}{1,4}-\d[\p{L}\d]*(?![\p{L}\p{N}-])/gu

export const isDay = (word: string): boolean =>
  daysIn(word).size > 0 ||
  (/^(?:week|day|weekdays?|weekends?|daily)$/i.test(word) === true && /^week(?:day|end)s?$/i.test(word))

/** "The fine for …" and "a permit" are things; "is it fine to …" and "do you permit …" only ask in their way. */
export function isThing(question: string, { start, end }: { start: number; end: number }): boolean {
  const [word, before] = [question.slice(start, end), question.slice(0, start)]
  if (/^fines?$/i.test(word)) return /\b(?:the|a|any|what|which)\s+$/i.test(before)
  return (
    /^permits?$/i.test(word) && !/(?:^|\b(?:to|not|you|we|they|it|rules?|that|who|[\p{L}]+n[’']t))\W*$/iu.test(before)
  )
}

/** "Is the crew *friendly*?", "is the queue *long*?": what something is asked to be is what is asked, however common the word. */
export const isPredicate = (question: string, { start, end }: { start: number; end: number }): boolean =>
  /^(?:friendly|long|old|full|late|early|alone)$/i.test(question.slice(start, end)) &&
  /^\W*(?:is|are|was|were) (?:the|your|our|my|this|that|these|those|all|an?) .*\p{L} (?:(?:very|too|really|so) )?$/iu.test(
    question.slice(0, start),
  ) &&
  /^\W*$/.test(question.slice(end))

/** Of a question whether something is or has something, the part that says so; what tells where, when and for whom is cut off. */
export function saysOf(question: string): string | undefined {
  const said = question.replace(/^\W*(?:why|how come)\s+/i, '')
  return IS_OR_HAS.test(said) && !IS_SHOWN.test(said) ? said.split(BESIDE_IT)[0]! : undefined
}
const IS_OR_HAS = /^\W*(?:is|are|was|were)\b|^\W*(?:do|does|did|has|have)\b.*\b(?:have|has|had|got)\b/i
const BESIDE_IT =
  /(?<=\p{L} .*)\b(?:in|on|at|for|after|before|during|from|to|with|without|by|of|than|until|when|if|while|between|under)\b/iu
/** Hours show that it is open, "bring your own" that it is not included; "dishwasher safe" is said of the dishwasher. */
const IS_SHOWN = /\b(?:open|closed?|safe|included|provided|supplied|free)\b/i

/** "How early", "how big": the word after "how" says what kind of answer is wanted, not what about. */
export const isDegree = (question: string, { start, end }: { start: number; end: number }): boolean =>
  /\bhow\s+$/i.test(question.slice(0, start)) &&
  /^(?:long|far|old|heavy|big|large|tall|wide|high|deep|thick|fast|quick|quickly|warm|hot|cold|early|late|soon|often|many|much|few|do|is|can)$/i.test(
    question.slice(start, end),
  )

/** "How long does it last": to last is only what is asked of it. */
export const isLasting = (question: string, { start, end }: { start: number; end: number }): boolean =>
  /^lasts?$/i.test(question.slice(start, end)) &&
  /\bhow long\b.*$/i.test(question.slice(0, start)) &&
  /^\W*(?:$|for\b|in\b)/i.test(question.slice(end))

/** The share of the words after the first that are written with a capital, 0 to 1. */
export const capitals = (text: string): number => {
  // The first word has its capital in any case.
  const all = (text.match(/\p{L}[\p{L}’'-]*/gu) ?? []).slice(1)
  return all.length === 0 ? 0 : all.filter((word) => /^\p{Lu}/u.test(word)).length / all.length
}

/** A capitalised word inside a sentence written in small letters is a name: without it nothing answers. */
export function isName(question: string, start: number, surface: string, agent: string): boolean {
  const before = question.slice(0, start).trim()
  const opens = before === '' || /[.!?:,]$/.test(before)
  return !opens && /^\p{Lu}\p{Ll}/u.test(surface) && surface !== agent
}

/** What the question asks for: "the *salary* of …", "which *colour* …", "what is the *notice* for …". */
export function focusOf(text: string): string | undefined {
  const found =
    /\b(?:what|which|whose)(?:['’]s| is| are| was| were)? (?:the |your |our |my |a |an )?((?:[\p{L}-]+ ){0,2}?[\p{L}-]+) (?:of|for|in|on|at|to|with)\b/iu.exec(
      text,
    ) ??
    // "Which Android version …": the name stands before what is asked for.
    /\b[wW](?:hich|hat) \p{Lu}[\p{L}-]+ (\p{Ll}+)\b/u.exec(text) ??
    /\b(?:which|what|how many|how much) ([\p{L}-]+)\b/iu.exec(text)
  const ofWhat =
    /\b(?:what|which)(?:['’]s| is| are| was| were) (?:the |your |our |my |a )?(?:[\p{L}-]+ ){0,2}[\p{L}-]+['’]s ([\p{L}-]+(?: [\p{L}-]+)?)\W*$/iu.exec(
      text,
    )
  if (ofWhat) return stem(ofWhat[1]!.split(' ').at(-1)!)
  const number =
    (/\b(?:phone |telephone )?number (?:of|for) (?:the|your|our)\b/i.test(text) ||
      /\b(?:phone|telephone|contact|emergency|helpline|hotline|mobile) number\b|\b(?:which|what) number (?:do|can|should|must|to)\b/i.test(
        text,
      )) &&
    !/\bhow many\b/i.test(text)
  if (number) return stem('number')
  // "Which room is best for …" asks for a room.
  const word = found?.[1]
    ?.split(/ (?:is|are|was|were|do|does|did|can|should|has|have)(?: |$)/)[0]!
    .split(' ')
    .at(-1)
  if (!word || isStopWord(word) || (isLight(stem(word)) && !/^fines?$/i.test(word))) return undefined
  return stem(word)
}

/** What is asked to happen: the word at the end of "when does … close". */
export function verbOf(text: string): string | undefined {
  const found =
    /^\W*(?:when|where|how|until when|what time|from when) (?:does|do|did|is|are|was|were|will|can|must) (?:[\p{L}’'-]+ ){1,6}?([\p{L}-]+)(?=\?|$| (?:on|at|in|for|during|to|from|by|every|each)\b)/iu.exec(
      text,
    )
  // "How do I change the logo of the club": what is to be done stands right after who does it.
  if (found && /^\W*how (?:do|did|can|will|must) (?:i|we|you|they|one)\b/i.test(text)) return undefined
  return found && !/\b(?:when|if|while)\b/i.test(found[0].slice(4)) ? stem(found[1]!) : undefined
}

/** What is to be done: "need to *apply*", "can I *borrow*". It weighs more than what it is done to. */
export function doneIn(text: string): string | undefined {
  const found =
    /\b(?:need|have|want|allowed|able|like|it take) to ([\p{L}-]+)/iu.exec(text) ??
    /\b(?:can|may|could|must|should|do|does|did|will|would) (?:i|we|you|they) ([\p{L}-]+)/iu.exec(text) ??
    /\b(?:can|may|will|would|does|do|must|should) (?:my|the|your|our|an?) [\p{L}-]+ ([\p{L}-]+)/iu.exec(text) ??
    /^\W*who ([\p{L}-]+s)\b/iu.exec(text)
  return found ? stem(found[1]!) : undefined
}

/** The thing whose price is asked: the last word of "how much is dog *insurance*". */
export function pricedIn(text: string): string | undefined {
  const found =
    /^\W*how much (?:is|are|does|do) (?:(?:the|an?|my|your|our) )?((?:[\p{L}’'-]+ ){1,3}[\p{L}’'-]+?)(?: costs?)?\W*$/iu.exec(
      text,
    )
  return found && !/\b(?:of|for|in|on|at|to|with|from|by|it|this|that)\b/i.test(found[1]!)
    ? stem(found[1]!.split(' ').at(-1)!)
    : undefined
}

/** What it is to be done to: the last word of the thing named right after what is to be done. */
export function objectIn(question: string): string | undefined {
  // "Begin in the middle" is a time, "hand in the form" has an object.
  const text = question.replace(
    /(?<!\b(?:hand|fill|check|take|send|bring|let|plug|log|turn|put|pay)) in the (?:middle|beginning|end|evening|morning|afternoon|meantime)\b/giu,
    '',
  )
  const found =
    /\b(?:can|may|could|must|should|do|does|did|will|would|to) (?:(?:i|we|you|they|one) )?\p{L}+ (?:(?:up|out|off|in|down|back) )?(?:the|an?|my|our|your|their|some|any|this|that) ((?:[\p{L}’'-]+ ){0,2}?[\p{L}’'-]+)(?=[?.,!]|$| (?:of|for|to|in|on|at|with|from|by|when|if|and|or|before|after|during|without|back|off|out|myself|later|again|online|there|here|inside|outside|upstairs|downstairs|home|abroad|today|tomorrow|now|early|late|alone|together|away|yet|too|as)\b)/iu.exec(
      text,
    )
  return found ? stem(found[1]!.split(' ').at(-1)!) : undefined
}
