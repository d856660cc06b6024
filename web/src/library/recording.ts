/** Kinds a browser may record speech as, the one asked for first at the front. */
export const RECORDED_AS = ['audio/webm;codecs=opus', 'audio/ogg;codecs=opus', 'audio/mp4'] as const

const EXTENSIONS: Readonly<Record<string, string>> = { 'audio/webm': 'weba', 'audio/ogg': 'ogg', 'audio/mp4': 'm4a' }

/** A media type without its parameters. */
export const recordingTypeOf = (type: string): string => type.split(';')[0]!.trim()

/** The file name of a recording: its title, or the moment it was made, with the extension of its kind. */
export function recordingName(title: string, type: string, at: Date): string {
  const plain = title
    .trim()
    .replace(/[\\/:*?"<>|\s]+/g, ' ')
    .trim()
  const moment = at.toISOString().slice(0, 16).replace('T', ' ').replace(':', '.')
  return `${plain || `Spoken note ${moment}`}.${EXTENSIONS[recordingTypeOf(type)] ?? 'weba'}`
}

/** Why a browser would not record, in words for whoever wanted to: what happened, and what to do. */
export function refusalOf(problem: unknown): string {
  const name = problem instanceof Error || problem instanceof DOMException ? problem.name : ''
  if (name === 'NotAllowedError' || name === 'SecurityError')
    return 'The browser did not allow the microphone. Allow it for this address, and record again.'
  if (name === 'NotFoundError' || name === 'DevicesNotFoundError')
    return 'There is no microphone. Connect one, or add a recording as a file.'
  if (name === 'NotReadableError' || name === 'AbortError')
    return 'The microphone is in use by something else. Close that, and record again.'
  return 'This browser cannot record here. Add a recording as a file instead.'
}
