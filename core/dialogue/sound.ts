import { dialWords, type Brief } from '../brief'
import { soundOf } from '../manner'
import type { WorkingDetail } from './turn'

/** What a reply sounds like, and what the brief wants where that is something else. */
export const soundDetails = (reply: string, { manner }: Brief): WorkingDetail[] =>
  soundOf(reply, manner.samples).map(({ dial, heard, told }) => {
    const wanted = manner.dials[dial]
    const isOff = Math.abs(heard - wanted) > OFF
    return {
      label: isOff ? 'Sounds otherwise' : 'Sounds',
      text: `${dialWords(dial, heard)} (${told})${isOff ? `; the brief wants ${dialWords(dial, wanted)}` : ''}`,
      field: `manner.dials.${dial}`,
    }
  })

/** Further than this on a dial one hears the difference. */
const OFF = 35
