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

/** How surely each of many words stands for a claim's word, looked up once each. */
export class Likeness {
  readonly #known = new Map<string, number>()
  readonly #related: ReadonlyMap<string, number>

  constructor(readonly word: ClaimWord) {
    const related = new Map<string, number>()
    for (const { stems, share } of meaningsOf(word.stem)) if (stems.length === 1) related.set(stems[0]!, 0.9 * share)
    for (const same of synonymsOf(word.stem)) related.set(same, 0.9)
    this.#related = related
  }

  /** 0..1. */
  to(other: GroundWord): number {
    if (other.stem === this.word.stem) return 1
    if (this.word.isName) return 0
    const known = this.#known.get(other.stem)
    if (known !== undefined) return known
    const { vector } = this.word
    const near = vector && other.vector ? (cosine(vector, other.vector) - FAR) / (NEAR - FAR) : 0
    const how = Math.max(this.#related.get(other.stem) ?? 0, Math.min(1, Math.max(0, near)) * MOST_BY_VECTOR)
    this.#known.set(other.stem, how)
    return how
  }

  /** How surely any of a text's words stands for it. */
  within(words: ReadonlyMap<string, GroundWord>): number {
    if (words.has(this.word.stem)) return 1
    let best = 0
    for (const each of words.values()) {
      const how = this.to(each)
      if (how > best) best = how
    }
    return best
  }
}

/** What is measured of a claim's words beside a ground, each 0..1. */
export const MEASURES = ['whole', 'focus', 'gaps', 'anywhere', 'near', 'figures', 'noFigure'] as const
export type Measured = Readonly<Record<(typeof MEASURES)[number], number>>

/** Words that stand in the question may be taken up in an answer; they count in part, since they prove nothing. */
const ASKED = 0.6
/** A word that nothing stands for better than this is a gap. */
const OPEN = 0.45

/** The weighted share of a claim's words that a text holds, in some form; an echo is said back with little of the text in it. */
function shareOf(likenesses: readonly Likeness[], words: ReadonlyMap<string, GroundWord>, asked: ReadonlySet<string>) {
  let [held, taken, all, gaps] = [0, 0, 0, 0]
  for (const each of likenesses) {
    const { weight, stem } = each.word
    const how = each.within(words)
    const isAsked = asked.has(stem) && how < ASKED
    held += weight * how
    if (isAsked) taken += weight * (ASKED - how)
    all += weight
    if (how < OPEN && !isAsked) gaps += weight
  }
  return {
    share: all === 0 ? 1 : (held + Math.min(taken, held)) / all,
    gaps: Math.min(1, gaps / 3),
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
/** How much a figure that stands in a window counts beside its words. */
const BY_FIGURE = 0.4

/** Holds a claim's words and figures against every ground; the best first. */
export function matches(
  claim: readonly ClaimWord[],
  figures: (window: Window) => { all: number; there: number },
  grounds: readonly Ground[],
  asked: ReadonlySet<string>,
): Match[] {
  const likenesses = claim.map((word) => new Likeness(word))
  const everywhere = new Map(grounds.flatMap((ground) => [...ground.words]))
  const anywhere = shareOf(likenesses, everywhere, asked).share
  const mean = meanOf(claim)
  return grounds
    .map((ground): Match => {
      const whole = shareOf(likenesses, ground.words, asked)
      const windows = ground.windows
        .map((window) => {
          const { all, there } = figures(window)
          const { share } = shareOf(likenesses, window.words, asked)
          return { window, share, all, there: all === 0 ? 0 : there / all }
        })
        .sort((a, b) => b.share + BY_FIGURE * b.there - (a.share + BY_FIGURE * a.there))
      const best = windows[0]
      const measured = {
        whole: whole.share,
        focus: best?.share ?? 0,
        gaps: whole.gaps,
        anywhere,
        near:
          best && mean
            ? nearness(mean, meanOf([...best.window.words.values()].map((word) => ({ ...word, weight: 1 }))))
            : 0,
        figures: best?.there ?? 0,
        noFigure: best && best.all > 0 ? 0 : 1,
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
