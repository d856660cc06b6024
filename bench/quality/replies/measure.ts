import { groundsOf, takeTurn } from '@parrot/core/dialogue'
import { holderFor, type Measured } from '@parrot/core/grounding'
import { saying } from '@parrot/core/testing'
import type { OpenCorpus } from '../corpora'
import type { LabelledReply } from './reply'

/** What became of one sentence of a reply. */
export interface Heard {
  readonly to: string
  readonly text: string
  readonly label: '+' | '-' | '.'
  readonly isBacked: boolean
  /** Why not, where it is not. */
  readonly because: string
  /** What was measured of its wording, where that decides. */
  readonly measured: Measured | undefined
}

/** Lets a model say the replies to their questions, and tells which of their sentences counted as backed. */
export async function hear({ brief, library }: OpenCorpus, replies: readonly LabelledReply[]): Promise<Heard[]> {
  const heard: Heard[] = []
  for (const { to, sentences } of replies) {
    const plain = sentences.map((each) => each.slice(1))
    // An answer given by hand would stand before the model's.
    const own = { ...brief, answers: [], duties: [], boundaries: [] }
    const context = {
      brief: own,
      library,
      model: saying(plain.join(' ')),
      conversation: [],
      clock: () => 0,
      audience: 'reviewer',
    } as const
    const state = await takeTurn(to, context)
    const holder = holderFor(groundsOf({ ...state, reply: '' }, context))
    for (const [at, text] of plain.entries()) {
      const pieces = state.support.filter((each) => text.includes(each.text) || each.text.includes(text))
      heard.push({
        to,
        text,
        label: sentences[at]![0] as Heard['label'],
        isBacked: pieces.length > 0 && pieces.every((each) => each.isSupported),
        because: pieces.flatMap((each) => each.because ?? []).join('; '),
        measured: holder.measure(text, plain.slice(0, at).join(' ')),
      })
    }
  }
  return heard
}
