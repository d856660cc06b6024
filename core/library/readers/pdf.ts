import type { WrappedPdfiumModule } from '@embedpdf/pdfium'
import { failed, oneLine, readable, type ReadResult, type SourceFile } from '../document'
import { heap, withPdf } from './pdfium'
import { layOut } from './pdfLayout'
import { isGrid, readingOrder, type Part, type Segment } from './pdfPage'

/** FPDF_GetLastError codes (fpdfview.h). */
const ERROR_PASSWORD = 4

/** Called after each page with the pages done so far and the pages there are. */
export type OnPage = (done: number, total: number) => void

/**
 * PDF → document, by PDFium. Words come with their type size and place; columns are read one after the other, tables
 * stay tables, headings are told by size and weight, running heads and page numbers are dropped, words cut at a line's
 * end are joined. Encrypted and scanned files are refused.
 */
export function readPdf(file: SourceFile, onPage: OnPage = () => {}): Promise<ReadResult> {
  return withPdf(file.bytes, (module, handle) => {
    if (!handle) return refused(file.name, module.FPDF_GetLastError())
    const count = module.FPDF_GetPageCount(handle)
    const parts: Part[] = []
    for (let page = 0; page < count; page++) {
      parts.push(...partsOfPage(module, handle, page))
      onPage(page + 1, count)
    }
    if (!parts.some((part) => isGrid(part) || /[\p{L}\p{N}]/u.test(part.text))) {
      return failed(
        `“${file.name}” has ${count} ${count === 1 ? 'page' : 'pages'} but no text: it is probably a scan.`,
        'Run it through text recognition (OCR) and add the result.',
      )
    }
    return readable(metaTitle(module, handle), layOut(parts), file.name)
  })
}

function refused(name: string, code: number): ReadResult {
  if (code === ERROR_PASSWORD)
    return failed(`“${name}” is protected with a password.`, 'Save a copy without the password and add that.')
  return failed(
    `“${name}” is not a readable PDF: its structure is broken or cut off.`,
    'Download or export the file again, and check that it opens in a viewer.',
  )
}

/** What stands on one page, in reading order. */
function partsOfPage(module: WrappedPdfiumModule, handle: number, index: number): Part[] {
  const page = module.FPDF_LoadPage(handle, index)
  if (!page) return []
  const text = module.FPDFText_LoadPage(page)
  const height = module.FPDF_GetPageHeightF(page)
  const box = module.pdfium.wasmExports.malloc(32)
  try {
    const raw = pageText(module, text)
    const places = placesOf(module, text, box, height, raw)
    return readingOrder(segmentsOf(raw, places), { page: index + 1, height })
  } finally {
    module.pdfium.wasmExports.free(box)
    module.FPDFText_ClosePage(text)
    module.FPDF_ClosePage(page)
  }
}

const UTF16 = new TextDecoder('utf-16le')

/** The text of a page, one UTF-16 unit per PDFium character index, lines parted by CR LF. */
function pageText(module: WrappedPdfiumModule, text: number): string {
  const count = module.FPDFText_CountChars(text)
  const { malloc, free } = module.pdfium.wasmExports
  const buffer = malloc((count + 1) * 2)
  try {
    const written = module.FPDFText_GetText(text, 0, count, buffer)
    const memory = heap(module)
    return UTF16.decode(memory.slice(buffer, buffer + Math.max(0, written - 1) * 2))
  } finally {
    free(buffer)
  }
}

/** How the places of a page's characters are asked for, by their index in its text. */
interface Places {
  /** Where a character's origin stands, in points from the top left corner: read `left` and `base` after it. */
  readonly find: (at: number) => void
  left: number
  base: number
  readonly right: (at: number) => number
  readonly size: (at: number) => number
  readonly isBold: (at: number) => boolean
}

/** Words of one line further apart than this, in type sizes, begin a new segment. */
const WIDE_GAP = 0.9

/**
 * PDFium's text of a page, parted at its lines and where a gap is too wide to be a space between words. A long document
 * has a hundred thousand words, so nothing is made for a word: a segment's text is cut out once it is whole.
 */
function segmentsOf(raw: string, places: Places): Segment[] {
  const found: (Omit<Segment, 'text' | 'right'> & { right: number; from: number; to: number })[] = []
  for (let at = wordStart(raw, 0), end = 0; at < raw.length; at = wordStart(raw, end)) {
    const open = found.at(-1)
    const isNewLine = open === undefined || raw.slice(end, at).includes('\n')
    end = wordEnd(raw, at)
    places.find(at)
    const { left, base } = places
    const right = places.right(end - 1)
    const gap = isNewLine ? Infinity : (left - open.right) / open.size
    if (!isNewLine && Math.abs(base - open.base) < open.size / 2 && gap <= WIDE_GAP && gap >= -1) {
      open.right = right
      open.to = end
    } else found.push({ left, right, base, size: places.size(at), isBold: places.isBold(at), from: at, to: end })
  }
  return found.map(({ left, right, base, size, isBold, from, to }) => {
    return { text: tidy(raw.slice(from, to)), left, right, base, size, isBold }
  })
}

/** PDFium's marks for a hyphen that only a line's end made; it does not part lines there, so they end words. */
const isHyphenMark = (code: number): boolean => code === 0xfffe || code === 0x0002

const isSpace = (code: number): boolean =>
  code <= 0x20 ? code === 0x20 || (code >= 0x09 && code <= 0x0d) : code >= 0xa0 && /\s/.test(String.fromCharCode(code))

function wordStart(line: string, from: number): number {
  let at = from
  while (at < line.length && (isSpace(line.charCodeAt(at)) || isHyphenMark(line.charCodeAt(at)))) at++
  return at
}

/** Where a word that begins at `from` ends, the hyphen's mark after it included. */
function wordEnd(line: string, from: number): number {
  let at = from
  while (at < line.length && !isSpace(line.charCodeAt(at))) if (isHyphenMark(line.charCodeAt(at++))) break
  return at
}

/* eslint-disable no-control-regex -- one of the marks is a control character */
const UNTIDY = /[^\S ]| {2}|[\ufffe\u0002]/
const HYPHEN_MARK = /[\ufffe\u0002]\s*/g
/* eslint-enable no-control-regex */

/** Words parted by one space each, with a soft hyphen for what a line's end made. */
const tidy = (text: string): string =>
  UNTIDY.test(text) ? text.replace(HYPHEN_MARK, '\u00ad ').replace(/\s+/g, ' ').trim() : text

/** The functions of the WebAssembly module itself: the package's wrappers cost more than the calls, of which a page needs thousands. */
interface TextCalls {
  readonly FPDFText_GetCharIndexFromTextIndex: (text: number, at: number) => number
  readonly FPDFText_GetCharBox: (text: number, char: number, l: number, r: number, b: number, t: number) => number
  readonly FPDFText_GetCharOrigin: (text: number, char: number, x: number, y: number) => number
  readonly FPDFText_GetFontSize: (text: number, char: number) => number
  readonly FPDFText_GetFontWeight: (text: number, char: number) => number
}

/** Asks PDFium for places through a small piece of its memory at `box`. */
function placesOf(module: WrappedPdfiumModule, text: number, box: number, height: number, raw: string): Places {
  const calls = module.pdfium.wasmExports as unknown as TextCalls
  let bytes = heap(module)
  let view = new DataView(bytes.buffer, box, 32)
  const number = (slot: number) => {
    // PDFium's memory is a new one after it has grown.
    if (bytes !== heap(module)) {
      bytes = heap(module)
      view = new DataView(bytes.buffer, box, 32)
    }
    return view.getFloat64(slot * 8, true)
  }
  // Only where the text leaves characters out do places in it differ from those on the page.
  const isWhole = raw.length === module.FPDFText_CountChars(text)
  const index = (at: number) => (isWhole ? at : calls.FPDFText_GetCharIndexFromTextIndex(text, at))
  const places: Places = {
    left: 0,
    base: 0,
    // The origin stands on the baseline whatever the letter; the boxes of a comma and of a capital share no edge.
    find: (at) => {
      calls.FPDFText_GetCharOrigin(text, index(at), box, box + 8)
      places.left = number(0)
      places.base = height - number(1)
    },
    right: (at) => {
      calls.FPDFText_GetCharBox(text, index(at), box, box + 8, box + 16, box + 24)
      return number(1)
    },
    size: (at) => Math.round(calls.FPDFText_GetFontSize(text, index(at)) * 10) / 10,
    isBold: (at) => calls.FPDFText_GetFontWeight(text, index(at)) >= 600,
  }
  return places
}

function metaTitle(module: WrappedPdfiumModule, handle: number): string {
  const { malloc, free } = module.pdfium.wasmExports
  const size = module.FPDF_GetMetaText(handle, 'Title', 0, 0)
  if (size <= 2) return ''
  const buffer = malloc(size)
  try {
    module.FPDF_GetMetaText(handle, 'Title', buffer, size)
    return oneLine(UTF16.decode(heap(module).slice(buffer, buffer + size - 2)))
  } finally {
    free(buffer)
  }
}
