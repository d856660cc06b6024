/**
 * The words of a language that reading needs, as data. A list is written in one string, its phrases parted by commas; a
 * phrase is small letters and spaces. `^` at its start means that it begins a sentence (courtesies before it aside), `…`
 * stands for up to four words.
 */
export interface LanguageWords {
  /** Function words that the package's lists lack, parted by spaces: a short question has little else. */
  readonly function: string
  /** Contractions and hasty spellings with what they stand for: "u=you". */
  readonly hasty: string
  readonly greeting: string
  readonly thanks: string
  /** Takes note of what was said, agrees, or wants nothing more: "I see", "yes", "not really". */
  readonly acknowledges: string
  readonly farewell: string
  /** What may stand beside them without making a question of the line. */
  readonly courtesy: string
  /** Asks who or what the agent is. */
  readonly identity: string
  /** Asks what the agent knows of the visitor: their name. */
  readonly ownName: string
  /** Asks for a person: how one is reached, and whom. Both must stand in a line. */
  readonly reach: string
  readonly person: string
  /** Asks for a person all by itself. */
  readonly personAlone: string
  /** What is noted of a line, though it is answered: abuse, despair, danger to life, orders to the agent. */
  readonly insult: string
  readonly distress: string
  readonly emergency: string
  readonly orders: string
  /** How each kind of answer is asked for; the first kind that fits is meant, in this order. */
  readonly asks: Readonly<Record<AskedFor, string>>
  /** Words that begin a question which wants a yes or a no. */
  readonly auxiliaries: string
  /** Verbs by which a document states what is or may be: a statement with one turns into a question of yes or no. */
  readonly statesWith: string
  /** Whether nouns are written with a capital within a sentence. */
  readonly nounsAreLarge?: true
  /** Ask whether something is allowed. */
  readonly leave: string
  readonly denial: string
  /** Makes a statement hold in part: where one stands, neither a yes nor a no is sure. */
  readonly unsure: string
  /** Says that something is there or may be done, where a bare statement would not. */
  readonly leaveGiven: string
  /** Words that point back to what was said before. */
  readonly pointing: string
  /** What a line leads on with. */
  readonly leadsOn: string
  /** May stand before a question and changes nothing about it. */
  readonly softens: string
  /** Begins a question that wants more than a yes: "can you tell me when". */
  readonly polite: string
  /** May stand around a wish for a person without making another question of it. */
  readonly around: string
  /** Joins two questions in one sentence. */
  readonly joins: string
  /** What asking for a kind of answer is about, though the word is not said: "when" is about a time. */
  readonly about: Partial<Readonly<Record<AskedFor, string>>>
  /** Words for whoever writes to an agent: in a condition they say nothing. */
  readonly visitor: string
  /** Carry the form of a request more than its subject. */
  readonly light: string
  /** Names of things everybody puts for each other, a thing a line. */
  readonly names: string
  /** Cost nothing. */
  readonly free: string
  /** Words that mark a reason. */
  readonly because: string
  /** While a duty is under way: leaves it, comes back to it, corrects what was said, passes over what is optional. */
  readonly leavesDuty: string
  /** Says that something is not wanted. */
  readonly declines: string
  /** Comes before what something is about, in a wish as in the question for it. */
  readonly regarding: string
  /** Takes back what was done or asked for just before. */
  readonly takesBack: string
  /** Says yes to what was asked whether to do. */
  readonly agrees: string
  readonly resumes: string
  readonly corrects: string
  readonly skips: string
  /** Comes before the visitor's own name. */
  readonly tellsName: string
  /** Asks to have something done in the form of a question. */
  readonly favour: string
  /** Speaks to whoever reads it. */
  readonly addresses: string
  /** Joins and shades statements: says nothing that a document could say. */
  readonly shades: string
  /** Shows that a figure is reckoned from others. */
  readonly reckons: string
  /** What a reply says beside its facts, and claims nothing by: courtesy, an offer, that it does not know. */
  readonly aside: string
  /** What a sentence begins with that says yes or no itself. */
  readonly yesNo: string
  /** Stands between two things that are compared. */
  readonly sides: string
  /** What is looked up for whoever wants a person. */
  readonly contact: string
  /** Shows that a sentence says how something is done, or where something is. */
  readonly instructs: string
  readonly places: string
}

/** Kinds of answer that the wording of a question asks for; "yesNo" and "open" are told when none of these fits. */
export const ASKED_FOR = [
  'summary',
  'comparison',
  'reason',
  'duration',
  'count',
  'money',
  'time',
  'measure',
  'place',
  'person',
  'howTo',
  'choice',
  'meaning',
  'list',
] as const
export type AskedFor = (typeof ASKED_FOR)[number]
