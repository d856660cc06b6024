import { isBinary } from '../encoding'
import { isPackage, packageProblem, unpackMessage } from '../unpack'
import { failed, readingOf, type Reader, type ReadResult, type SourceFile } from '../document'
import { readCalendar } from './calendar'
import { readSrt, readVtt } from './captions'
import { readDocx } from './docx'
import { readHtml } from './html'
import { readJson, readJsonLines } from './json'
import { readMail } from './mail'
import { readMarkdown } from './markdown'
import { readOdp, readOds, readOdt } from './odf'
import { readEpub, readPptx } from './packaged'
import { readPdf, type OnPage } from './pdf'
import { readCsv, readXlsx } from './sheets'
import { readText } from './text'

interface Format {
  readonly name: string
  readonly extensions: readonly string[]
  readonly mediaTypes: readonly string[]
  readonly read: (file: SourceFile, onPage?: OnPage) => ReturnType<Reader>
}

/** Every format that can be read. To add one: write its reader, add a line here. */
const FORMATS: readonly Format[] = [
  { name: 'PDF', extensions: ['pdf'], mediaTypes: ['application/pdf'], read: readPdf },
  { name: 'Markdown', extensions: ['md', 'markdown'], mediaTypes: ['text/markdown'], read: readMarkdown },
  {
    name: 'HTML',
    extensions: ['html', 'htm', 'xhtml'],
    mediaTypes: ['text/html', 'application/xhtml+xml'],
    read: readHtml,
  },
  {
    name: 'Word',
    extensions: ['docx'],
    mediaTypes: ['application/vnd.openxmlformats-officedocument.wordprocessingml.document'],
    read: readDocx,
  },
  {
    name: 'Excel',
    extensions: ['xlsx'],
    mediaTypes: ['application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'],
    read: readXlsx,
  },
  { name: 'CSV', extensions: ['csv', 'tsv'], mediaTypes: ['text/csv', 'text/tab-separated-values'], read: readCsv },
  { name: 'EPUB', extensions: ['epub'], mediaTypes: ['application/epub+zip'], read: readEpub },
  {
    name: 'PowerPoint',
    extensions: ['pptx'],
    mediaTypes: ['application/vnd.openxmlformats-officedocument.presentationml.presentation'],
    read: readPptx,
  },
  {
    name: 'OpenDocument text',
    extensions: ['odt'],
    mediaTypes: ['application/vnd.oasis.opendocument.text'],
    read: readOdt,
  },
  {
    name: 'OpenDocument spreadsheet',
    extensions: ['ods'],
    mediaTypes: ['application/vnd.oasis.opendocument.spreadsheet'],
    read: readOds,
  },
  {
    name: 'OpenDocument slides',
    extensions: ['odp'],
    mediaTypes: ['application/vnd.oasis.opendocument.presentation'],
    read: readOdp,
  },
  { name: 'JSON', extensions: ['json'], mediaTypes: ['application/json'], read: readJson },
  {
    name: 'JSON Lines',
    extensions: ['jsonl', 'ndjson'],
    mediaTypes: ['application/jsonl', 'application/x-ndjson'],
    read: readJsonLines,
  },
  { name: 'WebVTT captions', extensions: ['vtt'], mediaTypes: ['text/vtt'], read: readVtt },
  { name: 'SRT captions', extensions: ['srt'], mediaTypes: ['application/x-subrip'], read: readSrt },
  { name: 'calendar', extensions: ['ics', 'ical'], mediaTypes: ['text/calendar'], read: readCalendar },
  { name: 'e-mail', extensions: ['eml'], mediaTypes: ['message/rfc822'], read: readMail },
  { name: 'plain text', extensions: ['txt', 'text', 'log'], mediaTypes: ['text/plain'], read: readText },
]

/**
 * Reads a file into a document. The format is told by what the bytes begin with, then by the extension, then by the
 * media type. A format nobody reads, or a file that is not what its name says, comes back as a problem.
 */
export async function read(file: SourceFile, onPage?: OnPage): Promise<ReadResult> {
  if (file.bytes.length === 0)
    return failed(`“${file.name}” is empty.`, 'Check the file on your computer, then add it again.')
  const format = formatOf(file)
  if (!format) {
    const known = FORMATS.map((each) => each.name).join(', ')
    return failed(`“${file.name}” is of a kind that cannot be read.`, `These can: ${known}.`)
  }
  const isTextFormat = format.mediaTypes.some((type) => type.startsWith('text/'))
  if (isTextFormat && isBinary(file.bytes)) {
    return failed(
      `“${file.name}” is called ${format.name} but does not hold text.`,
      'Check that the file is what its name says.',
    )
  }
  const problem = isPackage(file.bytes) ? packageProblem(file.bytes) : undefined
  if (problem) return failed(unpackMessage(file.name, problem), 'Save or pack it again, then add it.')
  return readingOf(file.name, () => format.read(file, onPage))
}

function formatOf(file: SourceFile): Format | undefined {
  const extension = /\.([a-z0-9]+)$/i.exec(file.name)?.[1]?.toLowerCase() ?? ''
  const mediaType = (file.mediaType ?? '').split(';')[0]!.trim().toLowerCase()
  const isPdf = String.fromCharCode(...file.bytes.subarray(0, 5)) === '%PDF-'
  if (isPdf) return FORMATS[0]
  return (
    FORMATS.find((format) => format.extensions.includes(extension)) ??
    FORMATS.find((format) => format.mediaTypes.includes(mediaType))
  )
}
