import { cosine } from '../meaning'
import { sharedTopic } from './topics'
import { nearness, relatedBy, type Sense, type SenseWord } from './sense'

/** What is measured of a condition and a line; the weights of a judgement have these names, in this order. */
export const FEATURES = [
  'topic',
  'elsewhere',
  'mean',
  'bad',
  'good',
  'plain',
  'plainSpoken',
  'plainKey',
  'plainBack',
] as const
export type Features = Readonly<Record<(typeof FEATURES)[number], number>>

/** Vectors nearer than this are of the same subject as often as not; below it they say nothing. */
const NO_NEARNESS = 0.25
/** Words whose vectors only are near never count as much as the same word. */
const MOST_BY_VECTOR = 0.85

/** How much one word stands for another, 0..1: itself, one put for it, or one used in the same company. */
export function alike(a: SenseWord, b: SenseWord): number {
  const related = relatedBy(a.stem, b.stem)
  if (related === 1 || !a.vector || !b.vector) return related
  const near = (cosine(a.vector, b.vector) - NO_NEARNESS) / (1 - NO_NEARNESS)
  return Math.max(related, Math.min(MOST_BY_VECTOR, Math.max(0, near)))
}

/**
 * Measures how much a line is about what a condition says. `topic`: both show one subject; `elsewhere`: the line shows
 * subjects, and none of them is the condition's; `mean`: how near both are as a whole; `bad` and `good`: both sound so. A
 * condition of no known subject (`plain`) is met by its own words: the share spoken of, its most telling word, and the
 * share of the line it speaks of.
 */
export function measure(condition: Sense, line: Sense): Features {
  const { words, topics } = condition
  const [to, back] = heldBetween(words, line.words)
  const key = words.reduce((best, each, at) => (each.weight > (words[best]?.weight ?? 0) ? at : best), 0)
  const isPlain = topics.size === 0
  const topic = sharedTopic(topics, line.topics)
  return {
    topic,
    elsewhere: !isPlain && topic === 0 && line.topics.size > 0 ? 1 : 0,
    mean: nearness(condition.mean, line.mean),
    bad: Math.min(condition.mood.bad, line.mood.bad),
    good: Math.min(condition.mood.good, line.mood.good),
    plain: isPlain ? 1 : 0,
    plainSpoken: isPlain ? share(words, to) : 0,
    plainKey: isPlain ? (to[key] ?? 0) * (words[key]?.weight ?? 0) : 0,
    plainBack: isPlain ? share(line.words, back) : 0,
  }
}

function share(words: readonly SenseWord[], held: Float64Array): number {
  let [sum, whole] = [0, 0]
  words.forEach(({ weight }, at) => {
    sum += weight * held[at]!
    whole += weight
  })
  return whole === 0 ? 0 : sum / whole
}

/** How well the best of the others stands for each word, of the one text and of the other. */
function heldBetween(a: readonly SenseWord[], b: readonly SenseWord[]): [of: Float64Array, by: Float64Array] {
  const [of, by] = [new Float64Array(a.length), new Float64Array(b.length)]
  a.forEach((one, x) => {
    b.forEach((other, y) => {
      const how = alike(one, other)
      of[x] = Math.max(of[x]!, how)
      by[y] = Math.max(by[y]!, how)
    })
  })
  return [of, by]
}

/** How much two texts speak of the same words or their likes, each of the other, 0..1. */
export function overlap(a: Sense, b: Sense): number {
  const [to, back] = heldBetween(a.words, b.words)
  return Math.sqrt(share(a.words, to) * share(b.words, back))
}

/** How near two lines are, 0..1: how much they overlap, and whether both show one subject. */
export function closeness(a: Sense, b: Sense): number {
  if (a.text.trim().toLowerCase() === b.text.trim().toLowerCase()) return 1
  const both = overlap(a, b)
  return Math.min(1, Math.max(both, 0.75 * both + 0.45 * sharedTopic(a.topics, b.topics)))
}
