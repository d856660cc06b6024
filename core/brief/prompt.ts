/** The grammar of a compiled prompt. Markdown: `# Section` headings in this order, one statement a line, `- Label: value`. */
export const SECTIONS = [
  'Identity',
  'Purpose',
  'Persona',
  'Manner',
  'Rules',
  'Duties',
  'Boundaries',
  'Glossary',
  'Model answers',
  'Openers',
  'Grounding',
  'Memory',
  'Notes',
] as const

export type Section = (typeof SECTIONS)[number]

export const LABELS = {
  name: 'Your name',
  role: 'Your role',
  description: 'About you',
  language: 'Answer in',
  alsoSpeaks: 'You also speak',
  job: 'Your job',
  audience: 'You talk to',
  goal: 'Goal',
  outOfScope: 'Not your business',
  maxWords: 'Longest answer in words',
  bullets: 'Bulleted lists',
  emoji: 'Emoji',
  signOff: 'End with',
  sample: 'Sounds like',
  addressByName: 'Use the visitor’s name',
  readingGrade: 'Reading grade at most',
  greeting: 'Greeting',
  suggestion: 'Suggested question',
  followUps: 'Suggest next questions',
  libraryOnly: 'Say only what the passages say',
  cite: 'Cite passages as [1]',
  whenUnknown: 'When you do not know, say',
  whenUnsure: 'When you are not sure that a passage answers',
  deliberate: 'Think step by step',
  turns: 'Earlier turns you see',
  rememberVisitor: 'Remember what the visitor tells',
} as const

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

/** The words for a dial's value. */
export const dialWords = (dial: DialName, value: number): string =>
  DIAL_WORDS[dial][Math.min(4, Math.floor(value / 20))]!
