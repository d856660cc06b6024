import { contentTerms, isStopWord, words } from '../text'

/** What a visitor's line is for. `question` is everything that wants an answer from the library. */
export const INTENTS = [
  'greeting',
  'thanks',
  'goodbye',
  'identity',
  'empty',
  'insult',
  'distress',
  'emergency',
  'question',
] as const
export type Intent = (typeof INTENTS)[number]

const GREETING =
  /^(?:bonjour|bonsoir|salut|hallo|guten (?:tag|morgen|abend)|hola|buen[oa]s (?:días|dias|tardes|noches)|ciao|buongiorno|buonasera|salve|goedendag|goedemorgen|hoi|hi|hello|hey|hiya|howdy|greetings|good (?:morning|afternoon|evening|day))\b/i
const THANKS =
  /^(?:(?:many |ok(?:ay)?,? |great,? |perfect,? )?(?:thanks?(?: you)?|thank you|cheers|much appreciated|merci|danke(?: schön)?|vielen dank|gracias|grazie|dank (?:je|u)|bedankt))\b/i
const GOODBYE =
  /^(?:au revoir|tschüss|auf wiedersehen|adi[oó]s|hasta luego|arrivederci|tot ziens|doei|(?:good)?bye|see you|so long|farewell|take care|that(?:'|’)?s all)\b/i
const IDENTITY =
  /\b(?:who are you|what(?:'|’)?s your name|what is your name|are you (?:a )?(?:human|robot|bot|person|real)|what can you (?:do|help)|how can you help)\b/i

/** Words that may surround a greeting, thanks or goodbye without making a question of it. */
const FILLER =
  /\b(?:bonjour|bonsoir|salut|hallo|guten|tag|morgen|abend|hola|buenos|buenas|días|dias|tardes|noches|ciao|buongiorno|buonasera|salve|goedendag|goedemorgen|hoi|merci|beaucoup|danke|schön|vielen|dank|gracias|muchas|grazie|mille|je|u|wel|bedankt|au|revoir|tschüss|auf|wiedersehen|adiós|adios|hasta|luego|arrivederci|tot|ziens|doei|hi|hello|hey|hiya|there|good|morning|afternoon|evening|day|thanks?|thank|you|so|very|much|many|lot|lots|a|for|your|the|help|helping|all|that|is|that's|ok|okay|great|perfect|cheers|bye|goodbye|see|soon|later|nice|lovely|have|everyone|everybody|team|again|been|really|kind|it|appreciated|take|care|appreciate|wonderful|brilliant|and)\b/gi

/** Abuse aimed at the agent: a hard word beside "you", or a line of little else. */
const HARD_WORD =
  'stupid|idiot(?:ic)?|useless|dumb|moron|rubbish|worthless|pathetic|crap|shit(?:ty)?|fuck(?:ing|er)?|bastard|arsehole|asshole|bitch'
const INSULT = new RegExp(
  `\\b(?:you(?:['’]re| are)?|u r|your?)\\b[^.?!]{0,25}\\b(?:${HARD_WORD})\\b|^\\W*(?:(?:you|bloody|fucking|stupid|shut up)\\W+)*(?:${HARD_WORD}|shut up|piss off)(?:\\W+(?:bot|machine|thing|robot|off|you))*\\W*$`,
  'i',
)
/** Someone speaks of despair or of harming themselves. */
const DISTRESS =
  /\b(?:(?:can(?:'|’)?t|cannot|can not) (?:cope|go on|take (?:it|this) any ?more|stand it)|(?:want|going|wish) to (?:die|end it|kill myself)|kill myself|suicid(?:e|al)|self[- ]?harm|hurt myself|(?:feel|am|i(?:'|’)m) (?:so |completely |totally )?(?:hopeless|desperate|suicidal)|panic attack|no reason to live)\b/i
/** Someone speaks of danger to life that is happening now. */
const EMERGENCY =
  /\b(?:(?:is|are|am|i(?:'|’)m) (?:drowning|dying|bleeding|unconscious|choking|on fire|not breathing|having a heart attack|trapped)|(?:has|have) (?:fallen (?:overboard|into the)|collapsed|stopped breathing|a heart attack)|heart attack|call (?:an? )?ambulance|there(?:'|’)?s a fire|there is a fire|can(?:'|’)?t breathe|emergency[!]|it(?:'|’)s an emergency|this is an emergency)/i
/** A question about such a thing ("What do I do when …?") wants its answer, not alarm. */
const ASKS_ABOUT = /^\W*(?:what|how|when|where|who|which|should|do|does|if)\b/i

/**
 * What a visitor's line is for. A greeting or thanks counts as such only when nothing else is said: "Hello, can I bring
 * a dog?" is a question. Danger and despair go before everything. `name` is the agent's own, which may stand in a
 * greeting.
 */
export function intentOf(said: string, name = ''): Intent {
  const text = said.trim().replace(/^[^\p{L}\p{N}]+(?=\p{L})/u, '')
  if (!/[\p{L}\p{N}]/u.test(text)) return 'empty'
  if (EMERGENCY.test(text) && !ASKS_ABOUT.test(text)) return 'emergency'
  if (DISTRESS.test(text)) return 'distress'
  if (INSULT.test(text) && !ASKS_ABOUT.test(text)) return 'insult'
  if (IDENTITY.test(text)) return 'identity'
  const rest = words(text.replace(FILLER, ' ')).filter((word) => word.text.toLowerCase() !== name.toLowerCase())
  const isOnlyCourtesy = rest.length === 0
  if (!isOnlyCourtesy) return 'question'
  if (GOODBYE.test(text) || /\b(?:bye|goodbye)\b/i.test(text)) return 'goodbye'
  if (THANKS.test(text)) return 'thanks'
  if (GREETING.test(text)) return 'greeting'
  return contentTerms(text).some((term) => !isStopWord(text.slice(term.start, term.end))) ? 'thanks' : 'empty'
}

/** A mood a line is said in, as rules name it; undefined when the line shows none. */
export type Mood = 'complaint' | 'thanks' | 'confusion'

const COMPLAINT =
  /\b(?:complain(?:t|ing)?|unacceptable|disappoint(?:ed|ing)|terrible|awful|disgrace(?:ful)?|disgust(?:ed|ing)|ridiculous|fed up|angry|furious|annoy(?:ed|ing)|worst|appalling|outrage(?:ous)?|not happy|unhappy|upset|never again|rip-?off|rude)\b/i
const CONFUSION =
  /\b(?:(?:do not|don(?:'|’)?t) (?:understand|get it|follow)|confus(?:ed|ing)|makes? no sense|what do you mean|not sure what|unclear|i(?:'|’)m lost|lost me)\b|^\W*(?:huh|what)\W*$/i

/** The mood of a line, told from its words. */
export function moodOf(said: string): Mood | undefined {
  if (COMPLAINT.test(said)) return 'complaint'
  if (CONFUSION.test(said)) return 'confusion'
  return /\b(?:thanks|thank you|cheers|much appreciated)\b/i.test(said) ? 'thanks' : undefined
}
