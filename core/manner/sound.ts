import type { DialName } from '../brief'
import { wordCount } from '../text'
import { profileTexts, type MannerProfile } from './profile'

/** How a text sounds on one dial, and the figure that tells it. */
export interface Heard {
  readonly dial: DialName
  /** 0..100. */
  readonly heard: number
  readonly told: string
}

/** From one end of ordinary writing to the other; between them in proportion. */
const between = (value: number, from: number, to: number): number =>
  Math.round(100 * Math.max(0, Math.min(1, (value - from) / (to - from))))

/** A reply shorter than this tells nothing of its tone. */
const FEWEST_WORDS = 12
/** "Very brief" is one sentence, "expansive" several paragraphs. */
const [BRIEF, EXPANSIVE] = [15, 150]

/**
 * How an English text sounds, dial by dial: formal by how seldom it contracts and how hard it is to read, warm by how
 * much it speaks to "you" and exclaims, brief by its words, playful by exclamations and pictures, direct by how seldom it
 * hedges. Where there are samples of the tone, what they sound like is told beside it.
 */
export function soundOf(reply: string, samples: readonly string[] = []): Heard[] {
  const profile = profileTexts([reply])
  if (!profile || profile.words < FEWEST_WORDS) return []
  const count = wordCount(reply)
  const own = scales(profile)
  const like = profileTexts(samples)
  const wanted = like && scales(like)
  const percent = (share: number) => `${Math.round(share * 100)} %`
  const told: Readonly<Record<Exclude<DialName, 'brevity'>, string>> = {
    formality: `contracts in ${percent(profile.contractions)} of places, grade ${profile.readingGrade.toFixed(0)}`,
    warmth: `“you” in ${percent(profile.person.second)} of pronouns`,
    playfulness: `${percent(profile.exclamations)} of sentences exclaim`,
    directness: `${profile.hedges.toFixed(1)} hedges in 100 words`,
  }
  return [
    ...(Object.keys(told) as (keyof typeof told)[]).map((dial) => ({
      dial,
      heard: own[dial],
      told: wanted ? `${told[dial]}; the samples: ${wanted[dial]} of 100` : told[dial],
    })),
    { dial: 'brevity', heard: 100 - between(count, BRIEF, EXPANSIVE), told: `${count} words` },
  ]
}

const scales = (profile: MannerProfile): Readonly<Record<Exclude<DialName, 'brevity'>, number>> => ({
  formality: Math.round((100 - between(profile.contractions, 0, 0.8) + between(profile.readingGrade, 3, 13)) / 2),
  warmth: Math.round((between(profile.person.second, 0.2, 1) + between(profile.exclamations, 0, 0.4)) / 2 + 20),
  playfulness: Math.min(100, between(profile.exclamations, 0, 0.5) + between(profile.emoji, 0, 3)),
  directness: 100 - between(profile.hedges, 0, 5),
})
