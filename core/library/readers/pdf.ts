import { init, type WrappedPdfiumModule } from '@embedpdf/pdfium'
import { failed, oneLine, readable, type ReadResult, type SourceFile } from '../document'
import { layOut, type Line } from './pdfLayout'

/** FPDF_GetLastError codes (fpdfview.h). */
const ERROR_PASSWORD = 4

let engine: Promise<WrappedPdfiumModule> | undefined

/** PDFium is one WebAssembly module per thread; making it costs tens of milliseconds, so it is kept. */
function pdfium(): Promise<WrappedPdfiumModule> {
  engine ??= init({}).then((module) => {
    module.PDFiumExt_Init()
    return module
  })
  return engine
}

/** Called after each page with the pages done so far and the pages there are. */
export type OnPage = (done: number, total: number) => void

/**
 * PDF → document, by PDFium. Lines come with their type size and place; headings are told by size and weight, running
 * heads and page numbers are dropped, words cut at a line's end are joined. Encrypted and scanned files are refused.
 */
export async function readPdf(file: SourceFile, onPage: OnPage = () => {}): Promise<ReadResult> {
  const module = await pdfium()
  const { malloc, free } = module.pdfium.wasmExports
  const at = malloc(file.bytes.length)
  heap(module).set(file.bytes, at)
  const handle = module.FPDF_LoadMemDocument(at, file.bytes.length, '')
  try {
    if (!handle) return refused(file.name, module.FPDF_GetLastError())
    const count = module.FPDF_GetPageCount(handle)
    const lines: Line[] = []
    for (let page = 0; page < count; page++) {
      lines.push(...linesOfPage(module, handle, page))
      onPage(page + 1, count)
    }
    if (!lines.some((line) => /[\p{L}\p{N}]/u.test(line.text))) {
      return failed(
        `“${file.name}” has ${count} ${count === 1 ? 'page' : 'pages'} but no text: it is probably a scan.`,
        'Run it through text recognition (OCR) and add the result.',
      )
    }
    const blocks = layOut(lines)
    const firstHeading = blocks.find((block) => block.kind === 'heading')?.text
    return readable(metaTitle(module, handle) || firstHeading || '', blocks, file.name)
  } finally {
    if (handle) module.FPDF_CloseDocument(handle)
    free(at)
  }
}

function refused(name: string, code: number): ReadResult {
  if (code === ERROR_PASSWORD)
    return failed(`“${name}” is protected with a password.`, 'Save a copy without the password and add that.')
  return failed(
    `“${name}” is not a readable PDF: its structure is broken or cut off.`,
    'Download or export the file again, and check that it opens in a viewer.',
  )
}

const heap = (module: WrappedPdfiumModule): Uint8Array => (module.pdfium as unknown as { HEAPU8: Uint8Array }).HEAPU8

/** The text lines of one page in PDFium's reading order, with size, weight and vertical place of each. */
function linesOfPage(module: WrappedPdfiumModule, handle: number, index: number): Line[] {
  const page = module.FPDF_LoadPage(handle, index)
  if (!page) return []
  const text = module.FPDFText_LoadPage(page)
  const height = module.FPDF_GetPageHeightF(page)
  try {
    const lines: Line[] = []
    let start = 0
    const raw = pageText(module, text)
    for (const part of raw.split('\n')) {
      const line = measure(module, text, part, start, index + 1, height)
      if (line) lines.push(line)
      start += part.length + 1
    }
    return lines
  } finally {
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

function measure(
  module: WrappedPdfiumModule,
  text: number,
  raw: string,
  start: number,
  page: number,
  pageHeight: number,
): Line | undefined {
  const first = raw.search(/\S/)
  if (first < 0) return undefined
  const char = module.FPDFText_GetCharIndexFromTextIndex(text, start + first)
  const box = charBox(module, text, char)
  return {
    text: raw.replace(LINE_END_HYPHEN, '\u00ad').replace(/\r$/, ''),
    page,
    size: Math.round(module.FPDFText_GetFontSize(text, char) * 10) / 10,
    isBold: module.FPDFText_GetFontWeight(text, char) >= 600,
    left: box.left,
    fromTop: pageHeight - box.top,
    pageHeight,
  }
}

function charBox(module: WrappedPdfiumModule, text: number, char: number): { left: number; top: number } {
  const { malloc, free } = module.pdfium.wasmExports
  const at = malloc(32)
  try {
    module.FPDFText_GetCharBox(text, char, at, at + 8, at + 16, at + 24)
    const view = new DataView(heap(module).buffer, at, 32)
    return { left: view.getFloat64(0, true), top: view.getFloat64(24, true) }
  } finally {
    free(at)
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
