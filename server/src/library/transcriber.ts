import { createReadStream } from 'node:fs'
import { stat } from 'node:fs/promises'
import { eq } from 'drizzle-orm'
import { request } from 'undici'
import type { ReadProblem } from '@parrot/core/library'
import { settings, type Database } from '../database'
import { leadsAstray } from '../models/protocol'

const NAME = 'transcriber'
/** A long recording takes long; a service that says nothing for this long has died. */
const TIMEOUT_MS = 30 * 60_000
const MOST_TEXT = 20 * 1024 * 1024

/** The address recordings are sent to; "" when none is set. */
export async function transcriberAddress(db: Database): Promise<string> {
  const [row] = await db.select().from(settings).where(eq(settings.name, NAME))
  return (row?.value as string | undefined) ?? ''
}

export async function setTranscriber(db: Database, value: string): Promise<string> {
  await db.insert(settings).values({ name: NAME, value }).onConflictDoUpdate({ target: settings.name, set: { value } })
  return value
}

export type Transcript =
  { readonly ok: true; readonly captions: string } | { readonly ok: false; readonly problem: ReadProblem }

const failure = (message: string, advice: string): Transcript => ({ ok: false, problem: { message, advice } })

/**
 * What is said in a recording, as WebVTT captions, from a transcriber: the recording is sent as the body of a POST with
 * its media type, streamed from the disk, and the answer is `text/vtt` (docs/transcriber.md).
 */
export async function transcribe(
  db: Database,
  recording: { path: string; name: string; mediaType: string },
  signal: AbortSignal,
): Promise<Transcript> {
  const address = await transcriberAddress(db)
  if (address === '')
    return failure(
      `“${recording.name}” is a recording, and no transcriber is set up.`,
      'Set one up in Settings, or add captions (WebVTT or SRT) of the recording.',
    )
  if (await leadsAstray(address))
    return failure('The transcriber is at an address where no service is.', 'Check its address in Settings.')
  try {
    const { size } = await stat(recording.path)
    const { statusCode, body } = await request(address, {
      method: 'POST',
      headers: { 'content-type': recording.mediaType, accept: 'text/vtt', 'content-length': String(size) },
      body: createReadStream(recording.path),
      signal,
      headersTimeout: TIMEOUT_MS,
      bodyTimeout: TIMEOUT_MS,
    })
    let captions = ''
    for await (const part of body) {
      captions += (part as Buffer).toString('utf8')
      if (captions.length > MOST_TEXT) throw new Error('more text than any recording holds')
    }
    if (statusCode !== 200)
      return failure(
        `The transcriber answered with status ${statusCode}.`,
        'Check that it can hear this kind of recording, then try again.',
      )
    if (!captions.startsWith('WEBVTT'))
      return failure('The transcriber did not answer with WebVTT captions.', 'Check its address in Settings.')
    return { ok: true, captions }
  } catch (error) {
    if (signal.aborted) throw error
    return failure('The transcriber could not be reached.', 'Check its address in Settings, then try again.')
  }
}
