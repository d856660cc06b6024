import { phrasesIn, REWORDING } from '../../languages'
import type { Script, ScriptResult } from '../../rehearsal'
import { contentTermsIn, languageOf, words } from '../../text'

/** A way of putting a line otherwise that asks for the same. */
export interface Rewording {
  readonly name: string
  readonly label: string
  /** The line said otherwise; `random` gives numbers from 0 to 1, the same ones for the same seed. */
  readonly say: (line: string, random: () => number) => string
}

const pick = <T>(all: readonly T[], random: () => number): T => all[Math.floor(random() * all.length)]!

/** A line between two phrases of a list, either of which may be missing. */
const framed =
  ({ before, after }: { readonly before: readonly string[]; readonly after: readonly string[] }) =>
  (line: string, random: () => number): string =>
    [before.length > 0 ? pick(before, random) : '', line, after.length > 0 ? pick(after, random) : '']
      .filter(Boolean)
      .join(' ')

/** Two neighbouring letters change places in some of the longer words, in the longest one at least. */
function slips(line: string, random: () => number): string {
  const slipped = line.replace(/\p{L}{5,}/gu, (word) => (random() > 0.4 ? word : slip(word, random)))
  if (slipped !== line) return slipped
  const [longest] = [...words(line)].sort((one, other) => other.text.length - one.text.length)
  return longest ? line.slice(0, longest.start) + slip(longest.text, random) + line.slice(longest.end) : line
}

/** A word in which two letters that are not alike changed places, not its first. */
function slip(word: string, random: () => number): string {
  const places = [...word].flatMap((letter, at) => (at > 0 && word[at + 1] && word[at + 1] !== letter ? [at] : []))
  if (places.length === 0) return word
  const at = pick(places, random)
  return word.slice(0, at) + word[at + 1]! + word[at]! + word.slice(at + 2)
}

const LEFT_OUT = new Set(phrasesIn(REWORDING.leftOut))

/** The ways lines are put otherwise, by rules of our own: seeded, so that a study can be repeated. */
export const REWORDINGS: readonly Rewording[] = [
  { name: 'slips', label: 'Slips of the pen', say: slips },
  { name: 'bare', label: 'No punctuation', say: (line) => line.toLowerCase().replace(/[.,!?;:“”"’']/g, '') },
  {
    name: 'terse',
    label: 'Terse',
    say: (line) =>
      contentTermsIn(line, languageOf(line))
        .map(({ start, end }) => line.slice(start, end))
        .join(' ') || line,
  },
  { name: 'wordy', label: 'Wordy', say: framed(REWORDING.wordy) },
  { name: 'rude', label: 'Rude', say: framed(REWORDING.rude) },
  { name: 'hurried', label: 'Hurried', say: framed(REWORDING.hurried) },
  { name: 'polite', label: 'Polite', say: framed(REWORDING.polite) },
  {
    name: 'learner',
    label: 'Second language',
    say: (line) =>
      words(line)
        .map(({ text }) => text)
        .filter((word) => !LEFT_OUT.has(word.toLowerCase()))
        .join(' ') || line,
  },
  { name: 'mixed', label: 'With a second question', say: framed(REWORDING.mixed) },
]

/** A small generator of numbers from 0 to 1 (mulberry32): the same seed gives the same ones. */
export function seeded(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296
  }
}

type Played = Pick<Script, 'title' | 'turns'> & { readonly id: string }

/** A script with every line said otherwise and the same checks. */
export function reworded(script: Played, { name, say }: Rewording, seed: number): Played {
  const own = [...`${name}${script.id}`].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) >>> 0, seed)
  const random = seeded(own)
  return { ...script, turns: script.turns.map((turn) => ({ ...turn, say: say(turn.say, random) })) }
}

/** How the checks held when lines were said in one way. */
export interface StressRow {
  readonly name: string
  readonly label: string
  readonly checks: number
  readonly held: number
}

/** A check that held for a line and not for the same said otherwise. */
export interface Fallen {
  readonly rewording: string
  readonly scriptId: string
  readonly title: string
  readonly said: string
  readonly otherwise: string
  readonly reply: string
  readonly before: string
  readonly reasons: readonly string[]
}

/** Holds the runs of reworded scripts against the run of the scripts as they are: only checks that held count. */
export function stressed(
  before: readonly ScriptResult[],
  { name, label }: Pick<Rewording, 'name' | 'label'>,
  after: readonly ScriptResult[],
): { row: StressRow; fallen: Fallen[] } {
  const known = new Map(before.map((result) => [result.scriptId, result]))
  let [checks, held] = [0, 0]
  const fallen: Fallen[] = []
  for (const { scriptId, title, turns } of after) {
    turns.forEach((turn, at) => {
      const was = known.get(scriptId)?.turns[at]
      if (!was) return
      const counted = turn.checks.filter((_check, n) => was.checks[n]?.passed)
      const lost = counted.filter(({ passed }) => !passed)
      checks += counted.length
      held += counted.length - lost.length
      if (lost.length > 0)
        fallen.push({
          rewording: label,
          scriptId,
          title,
          said: was.say,
          otherwise: turn.say,
          reply: turn.reply,
          before: was.reply,
          reasons: lost.map(({ reason }) => reason),
        })
    })
  }
  return { row: { name, label, checks, held }, fallen }
}
