import type { Spoken } from '../languages'
import { languageOf } from '../text'
import type { Reading } from '../reading'
import { alike, closeness, FEATURES, measure } from './features'
import { conditionOf, senseOf, subjectOf, type Sense } from './sense'
import { nameOfShared } from './topics'
import learned from './weights.json' with { type: 'json' }

/** What a line may call for: a condition in words, with lines that call for it and lines that do not. */
export interface Callable {
  readonly when: string
  readonly like?: readonly string[]
  readonly unlike?: readonly string[]
}

/** Whether a line calls for something: how sure that is, 0..1, and why, in a few words each. */
export interface Call {
  readonly confidence: number
  readonly because: readonly string[]
}

/** From this confidence on a line calls for what always holds; what usually holds wants more. */
export const BARS = { always: 0.5, usually: 0.68 } as const

/** A condition ready to be held against lines. */
interface Prepared {
  readonly alternatives: readonly Sense[]
  readonly like: readonly Sense[]
  readonly unlike: readonly Sense[]
}

const MOST_PREPARED = 2000
const prepared = new Map<string, Prepared>()

/** A condition that does not show its language is taken to be in that of the line it is held against. */
function prepare({ when, like = [], unlike = [] }: Callable, language: Spoken): Prepared {
  const key = JSON.stringify([language, when, like, unlike])
  const known = prepared.get(key)
  if (known) return known
  const subject = subjectOf(when, language)
  const made: Prepared = {
    alternatives: alternativesOf(subject, languageOf(when, language)).map((each) => conditionOf(each, language)),
    like: like.filter(isSaid).map((line) => senseOf(line, [], language)),
    unlike: unlike.filter(isSaid).map((line) => senseOf(line, [], language)),
  }
  if (prepared.size >= MOST_PREPARED) prepared.clear()
  prepared.set(key, made)
  return made
}

const isSaid = (line: string): boolean => line.trim() !== ''

/** "Dogs, cats or other pets" is met by either: the whole, and each part of a list of short ones. */
function alternativesOf(subject: string, language: Spoken): string[] {
  if (subject.trim() === '') return []
  const parts = subject
    .split(orIn(language))
    .flatMap((part) => part.split(','))
    .map((part) => part.trim())
  const areShort = parts.length > 1 && parts.every((part) => part !== '' && part.split(/\s+/).length <= SHORT)
  return areShort ? [subject, ...parts] : [subject]
}
const SHORT = 4

/** " or ", as a language joins two of which either will do. */
const orIn = (language: Spoken): string =>
  new Intl.ListFormat(language, { type: 'disjunction' }).formatToParts(['a', 'b'])[1]?.value ?? ' or '

/** What a sample line adds to the log of the odds at most: an equal line settles it. */
const BY_SAMPLE = 6
/** Lines less near than this say nothing of each other. */
const FAR = 0.45
const SETTLED = 0.97

const senses = new WeakMap<Reading, Sense>()
function senseOfLine(reading: Reading): Sense {
  let sense = senses.get(reading)
  if (!sense) {
    const implied = reading.questions.flatMap((question) => question.implied)
    senses.set(reading, (sense = senseOf(reading.said, implied, reading.language)))
  }
  return sense
}

/**
 * Judges whether a line calls for something, in front of any model. The condition's own words are measured against the
 * line (features.ts) and weighed by what was learned (weights.json, scripts/learn/calling.ts); sample lines that are
 * near pull it either way, and one that is the same settles it.
 */
export function judge(callable: Callable, reading: Reading): Call {
  const line = senseOfLine(reading)
  const { alternatives, like, unlike } = prepare(callable, reading.language)
  const [near, far] = [nearest(like, line), nearest(unlike, line)]
  if (near.how >= SETTLED || far.how >= SETTLED) {
    const isLike = near.how >= far.how
    return { confidence: isLike ? 1 : 0, because: [`${isLike ? 'like' : 'unlike'} “${(isLike ? near : far).text}”`] }
  }
  let best: { odds: number; condition: Sense } | undefined
  for (const condition of alternatives) {
    const odds = oddsOf(condition, line)
    if (!best || odds > best.odds) best = { odds, condition }
  }
  const pull = (how: number) => (BY_SAMPLE * Math.max(0, how - FAR)) / (1 - FAR)
  const odds = (best?.odds ?? learned.bias) + pull(near.how) - pull(far.how)
  return {
    confidence: 1 / (1 + Math.exp(-odds)),
    because: [
      ...(best ? reasonsOf(best.condition, line) : []),
      ...(near.how > FAR ? [`near “${near.text}”`] : []),
      ...(far.how > FAR ? [`but near “${far.text}”, which is not meant`] : []),
    ],
  }
}

function oddsOf(condition: Sense, line: Sense): number {
  const measured = measure(condition, line)
  return FEATURES.reduce((sum, name) => sum + (learned.weights[name] ?? 0) * measured[name], learned.bias)
}

function nearest(samples: readonly Sense[], line: Sense): { how: number; text: string } {
  let best = { how: 0, text: '' }
  for (const sample of samples) {
    const how = closeness(sample, line)
    if (how > best.how) best = { how, text: sample.text }
  }
  return best
}

/** A word counts as met from here on, for telling why. */
const MET = 0.5

/** Why a condition is met: the subject both show, and which words stand for which. */
function reasonsOf(condition: Sense, line: Sense): string[] {
  const subject = nameOfShared(condition.topics, line.topics, languageOf(line.text))
  const pairs = condition.words.flatMap((one) => {
    const met = line.words.map((other) => ({ other, how: alike(one, other) })).sort((a, b) => b.how - a.how)[0]
    if (!met || met.how < MET || one.weight < MET / 2) return []
    return [met.other.stem === one.stem ? `“${one.word}”` : `“${met.other.word}” for “${one.word}”`]
  })
  return [...(subject ? [`both are about ${subject}`] : []), ...pairs]
}
