import Fastify, { type FastifyInstance } from 'fastify'

/** What is said in a recording, and from when to when in seconds. */
export interface Said {
  readonly from: number
  readonly to: number
  readonly text: string
}

/** Samples a second and bytes a sample of the recordings made here. */
const RATE = 4000

/**
 * A WAV recording of silence in which cue points carry what would be said: the `cue ` chunk and the `labl` chunks of the
 * associated data list, as the RIFF specification sets them. It stands in for a real recording.
 */
export function labelledWav(said: readonly Said[]): Uint8Array {
  const seconds = Math.max(1, ...said.map((each) => each.to))
  const cues = Buffer.alloc(4 + said.length * 24)
  cues.writeUInt32LE(said.length)
  const labels: Buffer[] = [Buffer.from('adtl')]
  said.forEach(({ from, to, text }, at) => {
    const offset = 4 + at * 24
    cues.writeUInt32LE(at + 1, offset)
    cues.writeUInt32LE(Math.round(from * RATE), offset + 4)
    cues.write('data', offset + 8)
    cues.writeUInt32LE(Math.round(from * RATE), offset + 20)
    const id = Buffer.alloc(4)
    id.writeUInt32LE(at + 1)
    labels.push(chunk('labl', Buffer.concat([id, Buffer.from(`${text}\0`)])))
    // Length in samples, and the purpose code "rgn " of a region.
    const region = Buffer.alloc(20)
    region.writeUInt32LE(at + 1)
    region.writeUInt32LE(Math.round((to - from) * RATE), 4)
    region.write('rgn ', 8)
    labels.push(chunk('ltxt', region))
  })
  const format = Buffer.alloc(16)
  format.writeUInt16LE(1, 0)
  format.writeUInt16LE(1, 2)
  format.writeUInt32LE(RATE, 4)
  format.writeUInt32LE(RATE, 8)
  format.writeUInt16LE(1, 12)
  format.writeUInt16LE(8, 14)
  const body = Buffer.concat([
    Buffer.from('WAVE'),
    chunk('fmt ', format),
    chunk('cue ', cues),
    chunk('LIST', Buffer.concat(labels)),
    chunk('data', Buffer.alloc(Math.ceil(seconds * RATE), 128)),
  ])
  return new Uint8Array(chunk('RIFF', body))
}

function chunk(name: string, body: Buffer): Buffer {
  const head = Buffer.alloc(8)
  head.write(name)
  head.writeUInt32LE(body.length, 4)
  return Buffer.concat([head, body, Buffer.alloc(body.length % 2)])
}

/** The chunks of a RIFF body by name, in order. */
function* chunksOf(body: Buffer): Generator<[name: string, body: Buffer]> {
  for (let at = 0; at + 8 <= body.length;) {
    const size = body.readUInt32LE(at + 4)
    yield [body.toString('latin1', at, at + 4), body.subarray(at + 8, at + 8 + size)]
    at += 8 + size + (size % 2)
  }
}

/** What the labels of a WAV recording say is said in it. */
export function saidIn(wav: Buffer): Said[] {
  if (wav.toString('latin1', 0, 4) !== 'RIFF' || wav.toString('latin1', 8, 12) !== 'WAVE') return []
  let rate = RATE
  const starts = new Map<number, number>()
  const lengths = new Map<number, number>()
  const labels = new Map<number, string>()
  for (const [name, body] of chunksOf(wav.subarray(12))) {
    if (name === 'fmt ') rate = body.readUInt32LE(4)
    if (name === 'cue ')
      for (let at = 4; at + 24 <= body.length; at += 24) starts.set(body.readUInt32LE(at), body.readUInt32LE(at + 4))
    if (name === 'LIST')
      for (const [kind, part] of chunksOf(body.subarray(4))) {
        if (kind === 'labl') labels.set(part.readUInt32LE(0), part.toString('utf8', 4).replace(/\0+$/, ''))
        if (kind === 'ltxt') lengths.set(part.readUInt32LE(0), part.readUInt32LE(4))
      }
  }
  return [...labels]
    .map(([id, text]) => {
      const from = (starts.get(id) ?? 0) / rate
      return { from, to: from + (lengths.get(id) ?? rate) / rate, text }
    })
    .sort((a, b) => a.from - b.from)
}

const clock = (seconds: number): string => new Date(Math.round(seconds * 1000)).toISOString().slice(11, 23)

/** Kinds a browser records speech as. */
const isSpokenInBrowser = (type = ''): boolean => /^audio\/(?:webm|ogg|mp4)\b/.test(type)

/** It cannot hear speech: of a recording made in a browser it says so, instead of making something up. */
const toldOf = (body: Buffer): Said => ({
  from: 0,
  to: 1,
  text: `The simulated transcriber cannot hear speech; it was sent a recording of ${Math.ceil(body.length / 1000)} kB.`,
})

/**
 * A transcriber that hears nothing but the labels of WAV recordings: it stands in for a service that listens. Recordings
 * come as the body of a POST, captions go back as WebVTT.
 */
export function buildTranscriber(): FastifyInstance {
  const app = Fastify({ bodyLimit: 250 * 1024 * 1024 })
  app.addContentTypeParser(/^(?:audio|video)\//, { parseAs: 'buffer' }, (_request, body, done) => done(null, body))
  app.post('/transcriptions', async (request, reply) => {
    const body = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0)
    const said = isSpokenInBrowser(request.headers['content-type']) ? [toldOf(body)] : saidIn(body)
    if (said.length === 0)
      return reply
        .code(415)
        .type('text/plain')
        .send('This stand-in hears only WAV recordings with labelled cue points.')
    const cues = said.map(({ from, to, text }) => `${clock(from)} --> ${clock(to)}\n${text}`)
    return reply.type('text/vtt; charset=utf-8').send(['WEBVTT', ...cues].join('\n\n') + '\n')
  })
  return app
}
