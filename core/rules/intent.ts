import { contentTerms, isStopWord, words } from '../text'

/** What a visitor's line is for. `question` is everything that wants an answer from the library. */
export type Intent = 'greeting' | 'thanks' | 'goodbye' | 'identity' | 'empty' | 'question'

/** What kind of answer a question wants, told from how it is asked. */
export type AnswerKind = 'money' | 'time' | 'count' | 'howTo' | 'list' | 'yesNo' | 'open'

const GREETING = /^(?:hi|hello|hey|hiya|howdy|greetings|good (?:morning|afternoon|evening|day))\b/i
const THANKS =
  /^(?:(?:many |ok(?:ay)?,? |great,? |perfect,? )?(?:thanks?(?: you)?|thank you|cheers|much appreciated))\b/i
const GOODBYE = /^(?:(?:good)?bye|see you|so long|farewell|take care|that(?:'|’)?s all)\b/i
const IDENTITY =
  /\b(?:who are you|what(?:'|’)?s your name|what is your name|are you (?:a )?(?:human|robot|bot|person|real)|what can you (?:do|help)|how can you help)\b/i

/** Words that may surround a greeting, thanks or goodbye without making a question of it. */
const FILLER =
  /\b(?:hi|hello|hey|hiya|there|good|morning|afternoon|evening|day|thanks?|thank|you|so|very|much|many|lot|lots|a|for|your|the|help|helping|all|that|is|that's|ok|okay|great|perfect|cheers|bye|goodbye|see|soon|later|nice|lovely|have|everyone|everybody|team|again|been|really|kind|it|appreciated|take|care|appreciate|wonderful|brilliant|and)\b/gi

/**
 * What a visitor's line is for. A greeting or thanks counts as such only when nothing else is said: "Hello, can I bring
 * a dog?" is a question. `name` is the agent's own, which may stand in a greeting.
 */
export function intentOf(said: string, name = ''): Intent {
  const text = said.trim()
  if (!/[\p{L}\p{N}]/u.test(text)) return 'empty'
  if (IDENTITY.test(text)) return 'identity'
  const rest = words(text.replace(FILLER, ' ')).filter((word) => word.text.toLowerCase() !== name.toLowerCase())
  const isOnlyCourtesy = rest.length === 0
  if (!isOnlyCourtesy) return 'question'
  if (GOODBYE.test(text) || /\b(?:bye|goodbye)\b/i.test(text)) return 'goodbye'
  if (THANKS.test(text)) return 'thanks'
  if (GREETING.test(text)) return 'greeting'
  return contentTerms(text).some((term) => !isStopWord(text.slice(term.start, term.end))) ? 'thanks' : 'empty'
}

/** The kind of answer a question wants; `open` when its form does not tell. */
export function answerKindOf(question: string): AnswerKind {
  const text = question.toLowerCase()
  if (/\bhow much\b(?! (?:luggage|baggage|time|notice))|\b(?:price|cost|fare|fee|charge)s?\b/.test(text)) return 'money'
  if (/\b(?:when|what time|which day|what day|opening hours)\b/.test(text)) return 'time'
  if (/\bhow (?:many|long|far|old|heavy|big|large|often|tall|wide|high|early|late|soon)\b/.test(text)) return 'count'
  if (/\bhow (?:do|can|should|would|to|does one)\b|\bsteps\b|\bprocedure\b/.test(text)) return 'howTo'
  if (/\b(?:what are|which|list|name the|what kinds?|what types?)\b/.test(text)) return 'list'
  if (
    /^(?:\W*(?:and|but|so|hi|hello|hey|please)\W+)*(?:is|are|can|could|may|do|does|did|will|would|should|must|has|have|am)\b/.test(
      text,
    )
  )
    return 'yesNo'
  return 'open'
}
