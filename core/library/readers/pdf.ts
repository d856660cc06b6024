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
    const blocks = layOut(parts)
    const firstHeading = blocks.find((block) => block.kind === 'heading')?.text
    return readable(metaTitle(module, handle) || firstHeading || '', blocks, file.name)
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
    const segments: Segment[] = []
    let start = 0
    for (const part of raw.split('\n')) {
      segments.push(...segmentsOf(part, start, places))
      start += part.length + 1
    }
    return readingOrder(segments, { page: index + 1, height })
  } finally {
    module.pdfium.wasmExports.free(box)
    module.FPDFText_ClosePage(text)
    module.FPDF_ClosePage(page)
  }
}

/** The text of a page, one UTF-16 unit per PDFium character index, lines parted by CR LF. */
function pageText(module: WrappedPdfiumModule, text: number): string {
  const count = module.FPDFText_CountChars(text)
  const { malloc, free } = module.pdfium.wasmExports
  const buffer = malloc((count + 1) * 2)
  try {
    const written = module.FPDFText_GetText(text, 0, count, buffer)
    const memory = heap(module)
    return new TextDecoder('utf-16le').decode(memory.slice(buffer, buffer + Math.max(0, written - 1) * 2))
  } finally {
    free(buffer)
  }
}

/** U+FFFE and U+0002 are PDFium's marks for a hyphen that only a line's end made. */
// eslint-disable-next-line no-control-regex -- the mark is a control character
const LINE_END_HYPHEN = /[\ufffe\u0002]/g
/** A word up to such a hyphen: PDFium does not part lines there. */
// eslint-disable-next-line no-control-regex -- the mark is a control character
const WORD = /[^\s\ufffe\u0002]+[\ufffe\u0002]?/g

/** Where a word begins, in points from the top left corner. */
interface Place {
  readonly left: number
  readonly base: number
}

/** How the places of a page's characters are asked for, by their index in its text. */
interface Places {
  readonly start: (at: number) => Place
  readonly right: (at: number) => number
  readonly type: (at: number) => { readonly size: number; readonly isBold: boolean }
}

/** Words of one line further apart than this, in type sizes, begin a new segment. */
const WIDE_GAP = 0.9

/** A line of PDFium's text, parted where a gap is too wide to be a space between words. */
function segmentsOf(raw: string, start: number, places: Places): Segment[] {
  const segments: Segment[] = []
  let open: Segment | undefined
  for (const word of raw.matchAll(WORD)) {
    const at = start + word.index
    const from = places.start(at)
    const right = places.right(at + word[0].length - 1)
    const text = word[0].replace(LINE_END_HYPHEN, '\u00ad')
    const gap = open ? (from.left - open.right) / open.size : 0
    const isSameLine = open && Math.abs(from.base - open.base) < open.size / 2
    if (open && isSameLine && gap <= WIDE_GAP && gap >= -1) open = { ...open, right, text: `${open.text} ${text}` }
    else {
      if (open) segments.push(open)
      open = { ...from, ...places.type(at), right, text }
    }
  }
  return open ? [...segments, open] : segments
}

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
  return {
    right: (at) => {
      calls.FPDFText_GetCharBox(text, index(at), box, box + 8, box + 16, box + 24)
      return number(1)
    },
    // The origin stands on the baseline whatever the letter; the boxes of a comma and of a capital share no edge.
    start: (at) => {
      calls.FPDFText_GetCharOrigin(text, index(at), box, box + 8)
      return { left: number(0), base: height - number(1) }
    },
    type: (at) => ({
      size: Math.round(calls.FPDFText_GetFontSize(text, index(at)) * 10) / 10,
      isBold: calls.FPDFText_GetFontWeight(text, index(at)) >= 600,
    }),
  }
}

function metaTitle(module: WrappedPdfiumModule, handle: number): string {
  const { malloc, free } = module.pdfium.wasmExports
  const size = module.FPDF_GetMetaText(handle, 'Title', 0, 0)
  if (size <= 2) return ''
  const buffer = malloc(size)
  try {
    module.FPDF_GetMetaText(handle, 'Title', buffer, size)
    return oneLine(new TextDecoder('utf-16le').decode(heap(module).slice(buffer, buffer + size - 2)))
  } finally {
    free(buffer)
  }
}
