/** Recordings by their file extensions, with the media types they are sent under (IANA registry). */
const RECORDINGS: Readonly<Record<string, string>> = {
  mp3: 'audio/mpeg',
  wav: 'audio/wav',
  m4a: 'audio/mp4',
  aac: 'audio/aac',
  ogg: 'audio/ogg',
  opus: 'audio/ogg',
  flac: 'audio/flac',
  weba: 'audio/webm',
  mp4: 'video/mp4',
  m4v: 'video/mp4',
  mov: 'video/quicktime',
  webm: 'video/webm',
  mkv: 'video/matroska',
}

const parts = (name: string): [base: string, extension: string] => {
  const found = /^(.*)\.([a-z0-9]+)$/i.exec(name)
  return found ? [found[1]!.toLowerCase(), found[2]!.toLowerCase()] : [name.toLowerCase(), '']
}

/** The media type of a recording by its file name; undefined when it is none. */
export const recordingType = (name: string): string | undefined => RECORDINGS[parts(name)[1]]

/** Files without the recordings that have captions of the same name beside them: those say what is said in them. */
export function withoutCaptioned<T extends { readonly name: string }>(files: readonly T[]): T[] {
  const captioned = new Set(
    files
      .map(({ name }) => parts(name))
      .flatMap(([base, extension]) => (extension === 'vtt' || extension === 'srt' ? [base] : [])),
  )
  return files.filter(({ name }) => recordingType(name) === undefined || !captioned.has(parts(name)[0]))
}
