import type { FoundPassage } from '../dialogue'
import type { Question } from '../reading'
import { likeness } from '../text'
import { aroundOf, askedOf, measure, type Asked, type Measured } from './measure'
import learned from './weights.json' with { type: 'json' }
import { windowsOf, type Window } from './windows'

/** A window with what was measured of it, and how likely it answers. */
export interface Ranked {
  readonly window: Window
  readonly measured: Measured
  readonly likelihood: number
}

/** What reading gives for one question: the windows, best first, and how sure it is that the first answers, 0..1. */
export interface ReadAnswer {
  readonly asked: Asked
  readonly ranked: readonly Ranked[]
  readonly confidence: number
}

/** Windows are made of so many of the best passages. */
export const PASSAGES_READ = 8
/** A comparison needs what was looked up for each side. */
const PASSAGES_COMPARED = 16

const sigmoid = (z: number): number => 1 / (1 + Math.exp(-z))
const weigh = (
  bias: number,
  weights: Readonly<Record<string, number>>,
  measured: Readonly<Record<string, number>>,
): number =>
  sigmoid(Object.entries(weights).reduce((sum, [name, weight]) => sum + weight * (measured[name] ?? 0), bias))

/** Measures all windows of the passages found. */
export function measureAll(
  question: Question,
  found: readonly FoundPassage[],
  rarity: (stem: string) => number,
): { asked: Asked; all: { window: Window; measured: Measured }[] } {
  const asked = askedOf(question, rarity)
  const top = found.reduce((most, { score }) => Math.max(most, score), 0)
  const all = found
    .slice(0, question.kind === 'comparison' || question.kind === 'choice' ? PASSAGES_COMPARED : PASSAGES_READ)
    .flatMap((passage, rank) => {
      const { context, whole } = aroundOf(asked, passage)
      return windowsOf(passage, rank).map((window) => ({
        window,
        measured: measure(window, asked, context, whole, top),
      }))
    })
  return { asked, all }
}

/** Reads the passages found for a question: ranks their windows by the learned weights and tells how sure it is. */
export function readPassages(
  question: Question,
  found: readonly FoundPassage[],
  rarity: (stem: string) => number,
): ReadAnswer {
  const { asked, all } = measureAll(question, found, rarity)
  const ranked = all
    .map(({ window, measured }) => ({
      window,
      measured,
      likelihood: weigh(learned.rank.bias, learned.rank.weights, measured),
    }))
    .sort((a, b) => b.likelihood - a.likelihood || a.window.words - b.window.words)
  const [best] = ranked
  return { asked, ranked, confidence: best ? weigh(learned.sure.bias, learned.sure.weights, surenessOf(ranked)) : 0 }
}

/** Texts this alike say the same. */
const SAYS_THE_SAME = 0.4

/** What tells how sure the first of the ranked windows is. */
export const SURENESS = [
  'likelihood',
  'lead',
  'spoken',
  'around',
  'missing',
  'whole',
  'near',
  'figures',
  'gap',
  'fits',
  'nameless',
  'heading',
  'first',
] as const

/** Measures the sureness of a ranking: of its first window, and how far it leads the first of another passage. */
export function surenessOf(ranked: readonly Ranked[]): Readonly<Record<(typeof SURENESS)[number], number>> {
  const [best] = ranked
  // Another document that says the same takes nothing from being sure.
  const other = ranked.find(
    ({ window }) => window.passage !== best!.window.passage && likeness(window.text, best!.window.text) < SAYS_THE_SAME,
  )
  const { spoken, around, missing, whole, near, figures, fits, nameless, heading, first } = best!.measured
  const logit = Math.log(best!.likelihood / Math.max(1e-6, 1 - best!.likelihood))
  return {
    likelihood: logit / 4,
    lead: best!.likelihood - (other?.likelihood ?? 0),
    spoken,
    around,
    missing,
    whole,
    near,
    figures,
    gap: best!.window.passage.score === 0 ? 0 : best!.measured.score - (other?.measured.score ?? 0),
    fits,
    nameless,
    heading,
    first,
  }
}
