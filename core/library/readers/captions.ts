import { parseText } from 'media-captions'
import { decodeText } from '../encoding'
import { baseName, failed, oneLine, readable, type Block, type Locator, type Reader } from '../document'

/** A pause this long, in seconds, or another speaker begins a new paragraph; so does a full stop after enough text. */
const PAUSE = 4
const ENOUGH = 400

/** Captions (WebVTT, SubRip) → document: what is said, in paragraphs, each located by the time it begins at. */
const captionsReader =
  (type: 'vtt' | 'srt'): Reader =>
  async (file) => {
    const text = decodeText(file.bytes, file.mediaType)
    const cues = await cuesOf(text, type)
    if (cues.length === 0)
      return failed(`“${file.name}” holds no captions that can be read.`, 'Export them again as WebVTT or SRT.')
    const blocks: Block[] = []
    let open = { text: '', speaker: '', start: 0, end: 0 }
    const close = () => {
      const said = oneLine(open.text)
      if (said !== '')
        blocks.push({
          kind: 'paragraph',
          text: open.speaker ? `${open.speaker}: ${said}` : said,
          locator: atTime(open.start),
        })
    }
    for (const cue of cues) {
      const speaker = /<v(?:\.[^ >]*)? ([^>]+)>/.exec(cue.text)?.[1]?.trim() ?? ''
      const said = cue.text.replace(/<[^>]*>/g, '').replace(/\{\\[^}]*\}/g, '')
      const isOther = speaker !== open.speaker || cue.startTime - open.end > PAUSE
      const isFull = open.text.length > ENOUGH && /[.!?]["'”’]?\s*$/.test(open.text)
      if (open.text === '' || isOther || isFull) {
        close()
        open = { text: said, speaker, start: cue.startTime, end: cue.endTime }
      } else open = { ...open, text: `${open.text} ${said}`, end: cue.endTime }
    }
    close()
    return readable(baseName(file.name), blocks, file.name)
  }

/** Blank lines part the cues; so many are parsed at a time, and a cue may have so many lines. */
const PARSED_AT_ONCE = 400
const MOST_LINES = 200

/** The cues of captions. They are parsed some at a time, since the parser takes longer for each the more there are. */
async function cuesOf(text: string, type: 'vtt' | 'srt') {
  const parts = text.replace(/\r\n?/g, '\n').split(/\n{2,}/)
  const all: { startTime: number; endTime: number; text: string }[] = []
  for (let at = 0; at < parts.length; at += PARSED_AT_ONCE) {
    const some = parts.slice(at, at + PARSED_AT_ONCE).map(inFewLines)
    const whole = type === 'vtt' && at > 0 ? ['WEBVTT', ...some] : some
    const { cues } = await parseText(whole.join('\n\n'), { type, strict: false }).catch(() => ({ cues: [] }))
    all.push(...cues)
  }
  return all
}

function inFewLines(part: string): string {
  const lines = part.split('\n')
  return lines.length <= MOST_LINES ? part : [...lines.slice(0, 2), lines.slice(2).join(' ')].join('\n')
}

export const readVtt = captionsReader('vtt')
export const readSrt = captionsReader('srt')

/** A time as people read it on a player: 3725.4 → "1:02:05". */
export function atTime(seconds: number): Locator {
  const whole = Math.floor(seconds)
  const [hours, minutes, rest] = [Math.floor(whole / 3600), Math.floor((whole % 3600) / 60), whole % 60]
  const two = (value: number) => String(value).padStart(2, '0')
  return {
    kind: 'time',
    seconds,
    label: hours > 0 ? `${hours}:${two(minutes)}:${two(rest)}` : `${minutes}:${two(rest)}`,
  }
}
