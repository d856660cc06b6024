import { dialWords, type Brief } from '../brief'
import { soundOf } from '../manner'
import type { WorkingDetail } from './turn'

/** What a reply sounds like, and what the brief wants where that is something else. */
export function soundDetails(reply: string, { manner }: Brief): WorkingDetail[] {
  const sounds = soundOf(reply, manner.samples)
  if (sounds.length === 0) return []
  return [
    {
      label: 'Sounds',
      text: sounds.map(({ dial, heard }) => dialWords(dial, heard)).join(', '),
      field: 'manner.dials',
    },
    ...sounds
      .filter(({ dial, heard }) => Math.abs(heard - manner.dials[dial]) > OFF)
      .map(({ dial, heard, told }) => ({
        label: 'Not as wanted',
        text: `${dialWords(dial, heard)} (${told}); the brief wants ${dialWords(dial, manner.dials[dial])}`,
        field: `manner.dials.${dial}`,
      })),
  ]
}

/** Further than this on a dial one hears the difference. */
const OFF = 35
