import { sentences } from '../text'

/** What kind of answer a question wants, told from how it is asked. */
export const ANSWER_KINDS = [
  'money',
  'time',
  'count',
  'measure',
  'howTo',
  'list',
  'yesNo',
  'why',
  'who',
  'where',
  'summary',
  'comparison',
  'recommendation',
  'open',
] as const
export type AnswerKind = (typeof ANSWER_KINDS)[number]

const LEAD = String.raw`^(?:\W*(?:and|but|so|hi|hello|hey|please|ok|okay|then|also|oh|well|sorry|excuse me)\b)*\W*`
const AUXILIARY =
  "is|are|was|were|can|could|may|might|do|does|did|will|would|should|must|shall|has|have|am|need|isn[’']t|aren[’']t|can[’']t|couldn[’']t|don[’']t|doesn[’']t|won[’']t"
const YES_NO = new RegExp(`${LEAD}(?:${AUXILIARY})\\b`, 'i')
/** A request in the form of a question: "Can you tell me when …" asks when. */
const POLITE =
  /^(?:\W*(?:and|but|so|hi|hello|please)\b)*\W*(?:(?:can|could|would|will) you (?:please )?(?:tell|say|explain|show|give|let)(?: to)? (?:me|us)(?: know)?|do you know|i(?:['’]d| would) like to know|i want to know|may i ask|tell me|let me know|i(?:['’]m| am) wondering)(?: please)?[\s,]+(?:if |whether )?/i

/** The question without the politeness around it: "Could you tell me when it opens?" → "when it opens?". */
export const withoutPoliteness = (question: string): string =>
  question.trim().replace(POLITE, '').replace(NEED_TO_KNOW, '').replace(SECTION_ON, '$1 ')

/** "Summarise the section on exams" asks to summarise exams. */
const SECTION_ON =
  /\b(summari[sz]e|sum up|explain) (?:the |your )?(?:section|part|chapter|page|rules?|information|details?) (?:on|about|for)\s+/i

/** "Summarise what I need to know about paying" asks to summarise paying. */
const NEED_TO_KNOW =
  /\b(?:what|everything|all)(?: that)? (?:i|we|you|people|one) (?:(?:need|ought|have|want) to|should|must) know about\s+/i

/** Whether something is dear is for the visitor to say: what is told is the price. */
const JUDGES_PRICE = /^\W*(?:is|are) .*\b(expensive|dear|costly|pricey|cheap|affordable)\W*$/i

/** The word by which a question asks whether something is dear: "expensive". */
export const judgesPriceBy = (question: string): string | undefined => JUDGES_PRICE.exec(question)?.[1]

/** The kind of answer a question wants; `open` when its form does not tell. */
export function answerKindOf(line: string): AnswerKind {
  const question = asking(line)
  if (/^\W*(?:please |can you |could you )*tell me (?:all |more |something )?about\b/i.test(question)) return 'summary'
  const polite = POLITE.test(question)
  const text = withoutPoliteness(question).toLowerCase().replace(/’/g, "'")
  const asksWhether = polite && /\b(?:if|whether)\b/i.test(question.slice(0, question.length - text.length))
  if (
    /\b(?:summari[sz]e|summary|sum up|overview|in short|key points|main points)\b|^tell me (?:all )?about\b/.test(text)
  )
    return 'summary'
  if (isComparison(text)) return 'comparison'
  if (judgesPriceBy(text)) return 'money'
  if (
    /\b(?:recommend|suggest|should (?:i|we) (?:choose|take|buy|get|pick|book))\b|\b(?:best|suits?|suitable|right|good) (?:for|us|me|if|when)\b|\bwhich \w+(?: \w+){0,3} (?:suits?|fits?|is best|would you (?:recommend|suggest|take|choose)|do you (?:recommend|suggest)|should|is (?:the )?(?:best|cheapest|right))\b/.test(
      text,
    ) &&
    /\b(?:which|what|recommend|suggest)\b/.test(text)
  )
    return 'recommendation'
  if (
    /^\W*(?:and |but |so )?(?:why|how come|what for|for what reason)\b|^\W*how did .* (?:start|begin|happen|break out|come about)\W*$/.test(
      text,
    )
  )
    return 'why'
  if (
    /\bhow much\b(?= (?:is|are|was|were|does|do|did|will|would|should|can|must|may|has|have|to|for|per|a|an|the|this|that|it|more|extra|money|rent|interest|tax|cheaper|dearer|i|we|my|our)\b|\W*$)|\bhow much\b.*\b(?:pay|cost|costs|owe|charge|charged|spend|earn)\b|\b(?:what|which).{0,80}\b(?:price|cost|costs|fare|fee|charge|charges|pay|total|salary|wage|deposit|rent|fine|penalty|surcharge)s?\b|^(?:the )?(?:price|cost|fare|fee)s?\b|^(?:\S+ ){0,5}(?:price|cost|fare|fee)s?\b(?:\W+\w+){0,3}\W*$|\bwhat (?:will|would|does) (?:that|it|this) (?:be|come to|cost|make)\b|\bwhat (?:do|does|will|would)\b.*\b(?:come to|add up to|amount to)\b/.test(
      text,
    ) &&
    !YES_NO.test(text) &&
    !/\bhow much (?:does|do|can|may) .{0,40}\b(?:weigh|lift|carry|hold)\b/.test(text)
  )
    return 'money'
  if (
    /\b(?:until when|since when|when|what time|which (?:days?|months?|weeks?)|what (?:days?|months?)|what date|opening hours|by when|opening times?|closing times?|hours of opening|how soon|how early|how late)\b/.test(
      text,
    ) &&
    !YES_NO.test(text) &&
    !/^how (?:do|can|to)\b|^what (?:do|should|must) (?:i|we|you) do\b|^(?:where|who|what (?:is|are)|which(?! (?:day|month|week)))\b/.test(
      text,
    ) &&
    !TELLS_OF_A_TIME.test(text)
  )
    return 'time'
  if (/\bhow many\b|\bhow often\b/.test(text)) return 'count'
  if (/\bwhat(?:'s| is| are) the (?:\w+ ){0,3}(?:weight|length|width|height|depth|temperature|duration)s?\b/.test(text))
    return 'measure'
  if (
    /\bhow (?:long|far|old|heavy|big|large|tall|wide|high|deep|fast|warm|hot|cold)\b|\bhow much\b(?! (?:is|are|was|were|does|do|did|will|would|should|can|must|may|to|for|per|money|cheaper|dearer)\b)(?!.*\b(?:pay|cost|costs|owe|charge|charged|spend|earn)\b)/.test(
      text,
    )
  )
    return 'measure'
  if (
    /\bhow (?:do|can|should|would|to|does one|must)\b|\bsteps\b|\bprocedure\b|\bwhat (?:do|should|must|can) (?:i|we|you) do\b|\bwhat now\b|\bnow what\b|\bwhat next\b|^how\b.*\b(?:do|get|make)\b/.test(
      text,
    ) &&
    !YES_NO.test(text)
  )
    return 'howTo'
  if (/^\W*(?:and |so )?who\b|\bwho (?:is|are|may|can|do|does|must)\b/.test(text)) return 'who'
  if (/^\W*(?:and |so )?where\b|\bwhere(?:'s| is| are| can| do)\b|^wheres\b/.test(text)) return 'where'
  if (asksWhether || YES_NO.test(text)) return 'yesNo'
  if (
    /^\W*what (?:does|do) .{2,60} (?:include|cover|contain|come with|consist of)\W*$|^\W*what(?: do (?:i|we|you)|['’]?s| is| do members| do guests) (?:get|included)\b|\b(?:what are|which|list|name the|what kinds?|what types?|what (?:can|may|must|do) (?:i|we|you|they)|what is (?:not )?(?:allowed|included))\b/.test(
      text,
    )
  )
    return 'list'
  return 'open'
}

/** "I get an error when I import": the "when" is of what is told, and no time is asked for. */
const TELLS_OF_A_TIME =
  /^what (?:happens|will happen|would happen)\b|^(?:i|we|it|they|he|she|there|my|our)\b(?!.*\b(?:know|tell|wonder|wondering|ask|say)\b)[^?]* when \p{L}+[^?]*$/u

/** Of several sentences, the one that asks: "My case weighs 22 kg. Is that a problem?" asks whether it is. */
export const asking = (line: string): string => {
  const all = sentences(line).map((sentence) => sentence.text)
  const asks = all.findLast((each) => /\?\W*$/.test(each)) ?? line
  // "I weigh 160 kg, can I use the ladder?": what is told stands before the comma.
  const told = TOLD_FIRST.exec(asks)
  return told ? asks.slice(told[0].length) : asks
}

const TOLD_FIRST = new RegExp(
  `^\\W*(?:i|we|my|our|the|it|there|if|when)\\b[^,?]{3,80}, (?=(?:${AUXILIARY}|what|how|when|where|who|which)\\b)`,
  'i',
)

const isComparison = (text: string): boolean =>
  /\b(?:difference between|compare|compared (?:to|with)|versus|vs\.?|better than|rather than)\b/.test(text) ||
  /\bwhich (?:is|are|one is|has|of)\b.*\bor\b/.test(text) ||
  /^[^,?:;]{2,60} or [^,?:;]{2,60}[,:;] (?:which|what|who)\b/.test(text) ||
  /\b(?:cheap|dear|fast|slow|short|long|heavi|light|big|small|larg|quick|clos|near|lat|earli|better|wors)\w*er\b.* or \w+\W*$/.test(
    text,
  ) ||
  (/^(?:the |a |an )?[\p{L}\p{N}' -]{2,30} or (?:the |a |an )?[\p{L}\p{N}' -]{2,60}\?*$/u.test(text) &&
    !new RegExp(`^(?:${AUXILIARY}|what|who|where|when|how|which|i|we|my)\\b`, 'i').test(text))
