import { init, type WrappedPdfiumModule } from '@embedpdf/pdfium'

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
  const at = malloc(bytes.length)
  heap(module).set(bytes, at)
  const handle = module.FPDF_LoadMemDocument(at, bytes.length, '')
  try {
    return use(module, handle)
  } finally {
    if (handle) module.FPDF_CloseDocument(handle)
    free(at)
  }
}
