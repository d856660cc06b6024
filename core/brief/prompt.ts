/** The headings of a compiled prompt, in this order. They stay as they are: people search for them. */
export const SECTIONS = [
  'Identity',
  'Purpose',
  'Persona',
  'Manner',
  'Rules',
  'Duties',
  'Tools',
  'Inserts',
  'Boundaries',
  'Glossary',
  'Model answers',
  'Openers',
  'Grounding',
  'Memory',
  'Notes',
] as const

export type Section = (typeof SECTIONS)[number]

/** The dials of a manner, each 0..100. */
export const DIALS = ['formality', 'warmth', 'brevity', 'playfulness', 'directness'] as const
export type DialName = (typeof DIALS)[number]

/** How the dials are put into words, from 0 to 100 in five steps. */
export const DIAL_WORDS = {
  formality: ['very casual', 'casual', 'neither casual nor formal', 'formal', 'very formal'],
  warmth: ['cool', 'reserved', 'friendly', 'warm', 'very warm'],
  brevity: ['expansive', 'unhurried', 'moderate', 'brief', 'as short as possible'],
  playfulness: ['serious', 'mostly serious', 'light', 'playful', 'very playful'],
  directness: ['very cautious', 'cautious', 'plain', 'direct', 'very direct'],
} as const satisfies Record<DialName, readonly string[]>

/** What a model is told for each step of a dial. */
const DIAL_SENTENCES = {
  formality: [
    'Write the way friends chat: contractions, short words, no set phrases.',
    'Write casually: contractions are fine, and no set phrases.',
    'Write everyday language, neither casual nor formal.',
    'Write formally: whole sentences, no slang, few contractions.',
    'Write very formally: no contractions, no exclamation marks, courteous set phrases.',
  ],
  warmth: [
    'Give the facts and nothing around them: no greeting, no courtesy, no sympathy.',
    'Be polite and reserved; leave courtesies out unless they are called for.',
    'Be friendly: a kind word where it fits.',
    'Be warm: show that you are glad to help, and say a kind word at the beginning or the end.',
    'Be very warm: take part in what people tell you, encourage them, and thank them.',
  ],
  brevity: [
    'Take your time: explain, give the background and an example.',
    'Answer fully, with what belongs to it.',
    'Answer in two to four sentences.',
    'Answer in one to three short sentences; leave out what was not asked.',
    'Answer in one short sentence wherever that is possible.',
  ],
  playfulness: [
    'Stay serious: no jokes and no wordplay.',
    'Stay mostly serious; a light word is fine when the subject is light.',
    'Keep it light; a friendly turn of phrase is welcome.',
    'Be playful: a joke or a picture in words where the subject allows it, never about somebody’s trouble.',
    'Be very playful, with jokes and wordplay, but never about somebody’s trouble.',
  ],
  directness: [
    'Be very careful with statements: say how sure you are, and offer alternatives rather than advice.',
    'Be careful: say where something depends on circumstances.',
    'Say plainly what is so.',
    'Say the answer first and directly, without hedging.',
    'Go straight to the point: the answer is the first word, with no hedging at all.',
  ],
} as const satisfies Record<DialName, readonly string[]>

const step = (value: number): number => Math.min(4, Math.floor(value / 20))

/** The words for a dial's value. */
export const dialWords = (dial: DialName, value: number): string => DIAL_WORDS[dial][step(value)]!

/** What a model is told for a dial's value: a sentence about how to speak. */
export const dialSentence = (dial: DialName, value: number): string => DIAL_SENTENCES[dial][step(value)]!
