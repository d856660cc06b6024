import { z } from 'zod'
import { shownPicture } from '../../agents/facePicture'
import { signed } from '../requests'
import { reach } from '../reach'
import { failed, operation, textOf, type ToolKindAtHand } from './kind'

const MOST_BYTES = 12 * 1024 * 1024
const LONGEST = 600

/** What comes back: the picture itself, in base 64. */
const drawn = z.object({ data: z.array(z.object({ b64_json: z.string().min(1) })).min(1) })

/**
 * A service that draws a picture from a description, over the common JSON protocol for images. Whatever comes is painted anew
 * as a PNG and kept here: nothing else of it reaches a visitor, and no page of theirs asks the service.
 */
export const drawing: ToolKindAtHand = {
  operations: () => [
    operation(
      'draw',
      'Draw a picture',
      'Draws a picture from a description in a few words.',
      { description: ['What shall be drawn?'] },
      { standIn: JSON.stringify({ description: 'a boat at the quay' }) },
    ),
  ],

  async call({ means: { files }, row, input, secret, limits, isDry }) {
    const description = textOf(input.description, LONGEST)
    const body = JSON.stringify({ prompt: description, n: 1, size: '1024x1024', response_format: 'b64_json' })
    const ready = {
      method: 'POST',
      url: `${row.url.replace(/\/$/, '')}/images/generations`,
      headers: { 'content-type': 'application/json', accept: 'application/json' },
      body,
    }
    if (isDry) return { sent: ready, result: null }
    const reply = await reach(signed(ready, row.auth, secret), { ...limits, mostBytes: MOST_BYTES })
    if (!reply.ok) return { sent: ready, result: failed(reply.message) }
    if (reply.status >= 400) return { sent: ready, result: failed(`It answered with status ${reply.status}.`) }
    const picture = pictureIn(reply.text)
    if (!picture) return { sent: ready, result: failed('It answered with no picture.') }
    try {
      const src = `/api/faces/picture:${files.keep(await shownPicture(picture, 'What it drew'))}`
      const insert = { kind: 'picture', title: '', src, alt: description } as const
      const text = `It is drawn: ${description}`
      return { sent: ready, result: { text, shows: { insert, grounds: [] } } }
    } catch (error) {
      return { sent: ready, result: failed(error instanceof Error ? error.message : 'It drew nothing that opens.') }
    }
  },
}

function pictureIn(text: string): Uint8Array | undefined {
  try {
    return Buffer.from(drawn.parse(JSON.parse(text)).data[0]!.b64_json, 'base64')
  } catch {
    return undefined
  }
}
