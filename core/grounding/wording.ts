import { meanOf, nearness } from '../calling'
import { cosine, meaningsOf } from '../meaning'
import { synonymsOf } from '../text'
import type { Ground, GroundWord, Window } from './ground'
import weights from './weights.json' with { type: 'json' }

/** A word of a claim, with how much it says. */
export interface ClaimWord extends GroundWord {
  /** 0..1: rarer words say more. */
  readonly weight: number
  /** Written as a name: nothing else stands for it. */
  readonly isName: boolean
}

/** Vectors nearer than FAR begin to count, and as near as NEAR they count in full. */
const [FAR, NEAR, MOST_BY_VECTOR] = [0.18, 0.75, 0.85]

/** Less than this is no likeness. */
const LEAST = 0.05

/** How surely the words of all grounds stand for the words of one claim, looked up once. */
class Likenesses {
  /** By the stem of a ground's word: for which words of the claim it stands, and how surely. */
  readonly #rows = new Map<string, readonly (readonly [at: number, how: number])[]>()

  constructor(
    readonly claim: readonly ClaimWord[],
    everywhere: ReadonlyMap<string, GroundWord>,
  ) {
    const related = claim.map(relatedTo)
    for (const other of everywhere.values()) {
      const row = claim.flatMap((word, at): [number, number][] => {
        const how = likeness(word, other, related[at]!)
        return how > LEAST ? [[at, how]] : []
      })
      if (row.length > 0) this.#rows.set(other.stem, row)
    }
  }

  /** For each word of the claim, how surely any of a text's words stands for it, 0..1. */
  within(words: ReadonlyMap<string, GroundWord>): Float64Array {
    const best = new Float64Array(this.claim.length)
    for (const stem of words.keys())
      for (const [at, how] of this.#rows.get(stem) ?? []) if (how > best[at]!) best[at] = how
    return best
  }
}

/** Words that everyday English or a dictionary puts for a word, by stem. */
function relatedTo({ stem }: ClaimWord): ReadonlyMap<string, number> {
  const related = new Map<string, number>()
  for (const { stems, share } of meaningsOf(stem)) if (stems.length === 1) related.set(stems[0]!, RELATED * share)
  for (const same of synonymsOf(stem)) related.set(same, RELATED)
  return related
}
const RELATED = 0.9

function likeness(word: ClaimWord, other: GroundWord, related: ReadonlyMap<string, number>): number {
  if (other.stem === word.stem) return 1
  if (word.isName) return 0
  const near = word.vector && other.vector ? (cosine(word.vector, other.vector) - FAR) / (NEAR - FAR) : 0
  return Math.max(related.get(other.stem) ?? 0, Math.min(1, Math.max(0, near)) * MOST_BY_VECTOR)
}

/** What is measured of a claim's words beside a ground, each 0..1. */
export const MEASURES = ['whole', 'focus', 'near', 'figures'] as const
export type Measured = Readonly<Record<(typeof MEASURES)[number], number>>

/** Words that stand in the question may be taken up in an answer; they count in part, since they prove nothing. */
const ASKED = 0.6

/** The weighted share of a claim's words that a text holds, in some form; an echo is said back with little of the text in it. */
function shareOf(likenesses: Likenesses, words: ReadonlyMap<string, GroundWord>, asked: ReadonlySet<string>) {
  let [held, taken, all] = [0, 0, 0]
  const best = likenesses.within(words)
  for (const [at, { weight, stem }] of likenesses.claim.entries()) {
    const how = best[at]!
    const isAsked = asked.has(stem) && how < ASKED
    held += weight * how
    if (isAsked) taken += weight * (ASKED - how)
    all += weight
  }
  return {
    share: all === 0 ? 1 : (held + Math.min(taken, held)) / all,
    isEcho: taken > held,
  }
}

/** A ground beside a claim: what was measured, and how surely the ground backs the wording. */
export interface Match {
  readonly ground: Ground
  /** The windows that hold most of it, the best first. */
  readonly windows: readonly Window[]
  readonly measured: Measured
  readonly score: number
}

/** A window with no more of the claim than this share of what the best one holds is about something else. */
const NEARLY = 0.4
const MOST_WINDOWS = 5
const WORTH_READING = 0.15
/** How much a figure that stands in a window counts beside its words. */
const BY_FIGURE = 0.4

/** So many words of a claim side by side in one window are no chance. */
const TAKEN_OVER = 3

/** Holds a claim's words and figures against every ground; the best first. */
export function matches(
  claim: readonly ClaimWord[],
  figures: (window: Window) => { all: number; there: number },
  grounds: readonly Ground[],
  everywhere: ReadonlyMap<string, GroundWord>,
  asked: ReadonlySet<string>,
): Match[] {
  // A sentence taken over as it stands needs no likenesses.
  const holding = grounds.filter((ground) =>
    ground.windows.some((window) => claim.every(({ stem }) => window.words.has(stem))),
  )
  if (holding.length > 0 && holding.length < grounds.length && claim.length >= TAKEN_OVER)
    return matches(claim, figures, holding, new Map(holding.flatMap((ground) => [...ground.words])), asked)
  const likenesses = new Likenesses(claim, everywhere)
  const mean = meanOf(claim)
  return grounds
    .map((ground): Match => {
      const whole = shareOf(likenesses, ground.words, asked)
      // What holds next to nothing of it as a whole need not be read closely.
      const windows = (whole.share < WORTH_READING ? [] : ground.windows)
        .map((window) => {
          const { all, there } = figures(window)
          const { share } = shareOf(likenesses, window.words, asked)
          return { window, share, there: all === 0 ? 0 : there / all }
        })
        .sort((a, b) => b.share + BY_FIGURE * b.there - (a.share + BY_FIGURE * a.there))
      const best = windows[0]
      const measured = {
        whole: whole.share,
        focus: best?.share ?? 0,
        near: best ? nearness(mean, best.window.mean) : 0,
        figures: best?.there ?? 0,
      }
      const near = windows.filter(({ share }) => best && share >= NEARLY * best.share).slice(0, MOST_WINDOWS)
      return {
        ground,
        windows: near.map(({ window }) => window),
        measured,
        score: whole.isEcho ? 0 : scoreOf(measured),
      }
    })
    .sort((a, b) => b.score - a.score)
}

/** How surely a claim is backed, by weights that scripts/learn/grounding.ts learned: 0..1, even at a half. */
export function scoreOf(measured: Measured): number {
  const { bias, weights: learned } = weights as { bias: number; weights: Record<string, number> }
  const sum = MEASURES.reduce((total, name) => total + (learned[name] ?? 0) * measured[name], bias)
  return 1 / (1 + Math.exp(-sum))
}
