import { heap, withPdf } from './pdfium'

/** A picture as rows of pixels, four bytes each: red, green, blue, opacity. */
export interface Picture {
  readonly width: number
  readonly height: number
  readonly pixels: Uint8Array
}

/** FPDF_ANNOT (fpdfview.h): notes and filled fields are drawn too. */
const DRAW_NOTES = 0x01
const WHITE = 0xffffffff
const TALLEST = 4000

/** Draws one page of a PDF, counted from 1, `width` pixels wide; undefined when there is no such page. */
export function drawPdfPage(bytes: Uint8Array, page: number, width: number): Promise<Picture | undefined> {
  return withPdf(bytes, (module, handle) => {
    const sheet = handle ? module.FPDF_LoadPage(handle, page - 1) : 0
    if (!sheet) return undefined
    const ratio = module.FPDF_GetPageHeightF(sheet) / module.FPDF_GetPageWidthF(sheet)
    const height = Math.min(TALLEST, Math.max(1, Math.round(width * ratio)))
    const bitmap = module.FPDFBitmap_Create(width, height, 0)
    try {
      module.FPDFBitmap_FillRect(bitmap, 0, 0, width, height, WHITE)
      module.FPDF_RenderPageBitmap(bitmap, sheet, 0, 0, width, height, 0, DRAW_NOTES)
      const at = module.FPDFBitmap_GetBuffer(bitmap)
      const stride = module.FPDFBitmap_GetStride(bitmap)
      const pixels = new Uint8Array(width * height * 4)
      const memory = heap(module)
      for (let y = 0; y < height; y++)
        for (let x = 0; x < width; x++) {
          const from = at + y * stride + x * 4
          const to = (y * width + x) * 4
          // PDFium keeps blue first.
          pixels[to] = memory[from + 2]!
          pixels[to + 1] = memory[from + 1]!
          pixels[to + 2] = memory[from]!
          pixels[to + 3] = 255
        }
      return { width, height, pixels }
    } finally {
      module.FPDFBitmap_Destroy(bitmap)
      module.FPDF_ClosePage(sheet)
    }
  })
}
