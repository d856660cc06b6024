import { init, type WrappedPdfiumModule } from '@embedpdf/pdfium'
import { Unreadable } from '../document'

let engine: Promise<WrappedPdfiumModule> | undefined

/** PDFium is one WebAssembly module per thread; making it costs tens of milliseconds, so it is kept. */
export function pdfium(): Promise<WrappedPdfiumModule> {
  engine ??= init({}).then((module) => {
    module.PDFiumExt_Init()
    return module
  })
  return engine
}

/** PDFium's memory; a new array after it has grown. */
export const heap = (module: WrappedPdfiumModule): Uint8Array =>
  (module.pdfium as unknown as { HEAPU8: Uint8Array }).HEAPU8

/** Opens a PDF for as long as `use` runs; its handle is 0 when PDFium refuses it. */
export async function withPdf<T>(
  bytes: Uint8Array,
  use: (module: WrappedPdfiumModule, handle: number) => T,
): Promise<T> {
  const module = await pdfium()
  const { malloc, free } = module.pdfium.wasmExports
  try {
    const at = malloc(bytes.length)
    if (at === 0) throw new WebAssembly.RuntimeError('out of memory')
    heap(module).set(bytes, at)
    const handle = module.FPDF_LoadMemDocument(at, bytes.length, '')
    const result = use(module, handle)
    if (handle) module.FPDF_CloseDocument(handle)
    free(at)
    return result
  } catch (error) {
    // An engine that was broken off is in no state to go on: the next document gets a fresh one, and its memory is let go.
    engine = undefined
    if (!(error instanceof WebAssembly.RuntimeError || error instanceof RangeError)) throw error
    throw new Unreadable(
      'is no PDF that can be read: it needs more memory than there is, or is broken within.',
      'Open it in a viewer, print it into a new PDF, and add that.',
    )
  }
}
