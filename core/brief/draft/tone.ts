import type { DialName } from '../prompt'

type Dials = Readonly<Partial<Record<DialName, number>>>

/** Words for a tone, and where they put the dials. */
const TONES: readonly (readonly [RegExp, Dials])[] = [
  [/\bvery formal\b|\bstrictly formal\b/i, { formality: 92 }],
  [/(?<!very |strictly )\bformal\b|\bprofessional\b|\bofficial\b/i, { formality: 78 }],
  [/\bpolite\b|\bcourteous\b|\brespectful\b/i, { formality: 65, warmth: 65 }],
  [/\bcasual\b|\binformal\b|\brelaxed\b|\bchatty\b|\beasy-?going\b|\bdown-to-earth\b/i, { formality: 20 }],
  [/\bfriendly\b|\bapproachable\b|\bwelcoming\b/i, { warmth: 75 }],
  [/\bwarm\b|\bkind\b|\bcaring\b|\bempathetic\b|\bgentle\b|\bsupportive\b|\bencouraging\b/i, { warmth: 85 }],
  [/\bcool\b|\breserved\b|\bneutral\b|\bmatter-of-fact\b|\bsober\b|\bdry\b/i, { warmth: 25 }],
  [/\bcalm\b|\bpatient\b|\bunhurried\b/i, { warmth: 65, playfulness: 10 }],
  [/\bfunny\b|\bhumou?rous\b|\bwitty\b|\bplayful\b|\bcheeky\b|\bfun\b/i, { playfulness: 80, formality: 25 }],
  [/\bcheerful\b|\bupbeat\b|\benthusiastic\b|\blively\b/i, { playfulness: 60, warmth: 80 }],
  [/\bserious\b|\bsolemn\b|\bearnest\b/i, { playfulness: 5 }],
  [/\b(?:very )?(?:short|brief|concise|terse|crisp|snappy)\b|\bto the point\b/i, { brevity: 82 }],
  [
    /\bdetailed\b|\bthorough\b|\bin depth\b|\bexpansive\b|\blong answers?\b|\bexplains? (?:everything|fully)\b/i,
    { brevity: 20 },
  ],
  [
    /\bdirect\b|\bblunt\b|\bplain-?spoken\b|\bstraight(?:forward)?\b|\bfrank\b|\bexact\b|\bprecise\b/i,
    { directness: 85 },
  ],
  [/\bcautious\b|\bcareful\b|\btentative\b|\bdiplomatic\b/i, { directness: 25 }],
]

/** The dials a text's tone words ask for, and the words that said so. A later word wins over an earlier one. */
export function toneIn(text: string): { dials: Dials; words: string[] } {
  const plain = text.replace(/\b(?:not|never|without being|no) (?:too |very |overly )?[\w-]+/gi, ' ')
  const found = TONES.flatMap(([pattern, dials]) => {
    const match = pattern.exec(plain)
    return match ? [{ at: match.index, word: match[0].toLowerCase(), dials }] : []
  }).sort((a, b) => a.at - b.at)
  return {
    dials: Object.assign({}, ...found.map((each) => each.dials)) as Dials,
    words: found.map((each) => each.word),
  }
}

/** A short answer's word limit, when a text asks for one or only for short answers. */
export function lengthIn(text: string): number | null {
  const stated = /\b(?:at most|no more than|under|up to|max(?:imum)?(?: of)?)\s+(\d{1,4})\s+words\b/i.exec(text)?.[1]
  if (stated) return Number(stated)
  return /\b(?:very short|shortest|one-sentence) (?:answers?|replies)\b/i.test(text)
    ? 35
    : /\b(?:short|brief|concise) (?:answers?|replies|responses)\b/i.test(text)
      ? 60
      : null
}
