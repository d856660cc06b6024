import { profileTexts, type MannerProfile } from '../manner'
import type { Brief } from '../brief'

/** Habits this common in the samples are taken up. */
const OFTEN = 0.5
const SHORT_SENTENCES = 9
const LONG_SENTENCES = 20

/** How the agent speaks: the manner of its brief with what its samples show laid over the dials. */
export type Manner = Brief['manner']

let last: { key: string; profile: MannerProfile | undefined } | undefined

/**
 * The manner of a brief with the habits of its samples taken up: contractions, length, warmth of greeting, sign-off and
 * lists. Without at least two samples the dials stand as they are.
 */
export function mannerOf({ manner }: Brief): Manner {
  const samples = manner.samples.filter((sample) => sample.trim() !== '')
  if (samples.length < 2) return manner
  const key = samples.join('\u0000')
  if (last?.key !== key) last = { key, profile: profileTexts(samples) }
  const profile = last?.profile
  return profile ? laidOver(manner, profile) : manner
}

function laidOver(manner: Manner, profile: MannerProfile): Manner {
  const dials = { ...manner.dials }
  if (profile.contractions >= OFTEN) dials.formality = Math.min(dials.formality, 25)
  else if (profile.contractions === 0 && profile.sentenceLength >= LONG_SENTENCES)
    dials.formality = Math.max(dials.formality, 75)
  if (profile.sentenceLength <= SHORT_SENTENCES) dials.brevity = Math.max(dials.brevity, 70)
  else if (profile.sentenceLength >= LONG_SENTENCES) dials.brevity = Math.min(dials.brevity, 45)
  if (profile.exclamations >= 0.25 || profile.greets >= OFTEN) dials.warmth = Math.max(dials.warmth, 70)
  if (profile.exclamations >= OFTEN) dials.playfulness = Math.max(dials.playfulness, 65)
  if (profile.hedges >= 3) dials.directness = Math.min(dials.directness, 15)
  const { format } = manner
  return {
    ...manner,
    dials,
    format: {
      ...format,
      signOff: format.signOff || (profile.signsOff >= OFTEN ? `${profile.signOff}!`.replace(/([.!?])!$/, '$1') : ''),
      bullets: format.bullets === 'auto' && profile.bullets === 0 && profile.texts >= 3 ? 'never' : format.bullets,
    },
  }
}
