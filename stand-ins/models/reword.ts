import { sentences } from '@parrot/core/text'
import { pick } from './seeded'

/** What a language model readily puts for another wording; each keeps what is said. */
const PUT_FOR: readonly (readonly [RegExp, readonly string[]])[] = [
  [/\bmay not\b/gi, ['aren’t allowed to', 'must not']],
  [/\bmust not\b/gi, ['aren’t allowed to', 'may not']],
  [/\bcannot\b/gi, ['can’t', 'are not able to']],
  [/\bmust\b/gi, ['have to', 'need to']],
  [/\byou may\b/gi, ['you can', 'you are welcome to']],
  [/\bmay\b/gi, ['can']],
  [/\bfree of charge\b/gi, ['at no cost', 'without paying']],
  [/\btravels? free\b/gi, ['travel at no cost', 'don’t cost anything']],
  [/\bcosts\b/gi, ['comes to', 'is priced at']],
  [/\bat least\b/gi, ['a minimum of', 'no less than']],
  [/\bup to\b/gi, ['as much as', 'a maximum of']],
  [/\bis not allowed\b/gi, ['isn’t permitted', 'is prohibited']],
  [/\bare not allowed\b/gi, ['aren’t permitted', 'are prohibited']],
  [/\bare allowed\b/gi, ['are permitted']],
  [/\bneed a\b/gi, ['require a']],
  [/\bwe refund\b/gi, ['you get back']],
  [/\bbuy\b/gi, ['purchase', 'get']],
  [/\bbegins?\b/gi, ['starts']],
  [/\beach way\b/gi, ['in each direction']],
  [/\b24 hours\b/gi, ['one day', '24 hours']],
  [/\b48 hours\b/gi, ['two days', '48 hours']],
  [/\b60 minutes\b/gi, ['an hour', '60 minutes']],
  [/\bseven days\b/gi, ['a week', '7 days']],
  [/\b28 days\b/gi, ['four weeks', '28 days']],
]

/** "In October water is free": what stands before the comma moves behind. */
const FRONTED = /^(If|When|On|In|From|Until) ([^,;:]{4,60}), ([^:;]+?)((?:\s*\[\d+\])*)\.$/
const FOLLOWED = /^([^,;:]+?) (if|when|unless) ([^,;:]{4,80}?)((?:\s*\[\d+\])*)\.$/

const small = (text: string): string =>
  /^(?:I\b|[A-Z]{2}|[A-Z]\w*[A-Z])/.test(text) ? text : text[0]!.toLowerCase() + text.slice(1)
const large = (text: string): string => text[0]!.toUpperCase() + text.slice(1)

/** One sentence in other words and order, its figures, names and markers as they were. */
export function reword(sentence: string, names: ReadonlySet<string>, random: () => number): string {
  let text = sentence
  for (const [pattern, others] of PUT_FOR)
    text = text.replace(pattern, (found) => (random() < 0.8 ? asWritten(found, pick(others, random)) : found))
  const lower = (part: string) => (names.has(part.split(/\s/)[0]!) ? part : small(part))
  const fronted = FRONTED.exec(text)
  if (fronted) return `${large(fronted[3]!)} ${fronted[1]!.toLowerCase()} ${fronted[2]}${fronted[4]}.`
  const followed = FOLLOWED.exec(text)
  if (followed && random() < 0.7) return `${large(followed[2]!)} ${followed[3]}, ${lower(followed[1]!)}${followed[4]}.`
  return text
}

const asWritten = (found: string, other: string): string => (/^\p{Lu}/u.test(found) ? large(other) : other)

/** Words that are written large inside sentences of a text: they stay so wherever they move. */
export function namesOf(text: string): Set<string> {
  return new Set([...text.matchAll(/(?<=[a-z,] )\p{Lu}[\p{L}’-]+/gu)].map((match) => match[0]))
}

/** The sentences of an answer, line by line; points of a list stay as they are. */
export const linesOf = (answer: string): { text: string; isPoint: boolean }[] =>
  answer
    .split('\n')
    .flatMap((line): { text: string; isPoint: boolean }[] =>
      /^(?:[-•]|\d{1,3}[.)]|\|)/.test(line.trim())
        ? [{ text: line, isPoint: true }]
        : sentences(line).map(({ text }) => ({ text, isPoint: false })),
    )
