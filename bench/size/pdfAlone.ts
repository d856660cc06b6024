/** PDFium giving the text of every page of the PDF named on the command line, nothing else, six times. */
import { readFileSync } from 'node:fs'
import { heap, withPdf } from '@parrot/core/library'

const TIMES = 6
const bytes = new Uint8Array(readFileSync(process.argv[2]!))

function textAlone(): Promise<number> {
  const began = performance.now()
  return withPdf(bytes, (module, handle) => {
    const { malloc, free } = module.pdfium.wasmExports
    const pages = module.FPDF_GetPageCount(handle)
    for (let page = 0; page < pages; page++) {
      const sheet = module.FPDF_LoadPage(handle, page)
      const text = module.FPDFText_LoadPage(sheet)
      const count = module.FPDFText_CountChars(text)
      const buffer = malloc((count + 1) * 2)
      module.FPDFText_GetText(text, 0, count, buffer)
      new TextDecoder('utf-16le').decode(heap(module).slice(buffer, buffer + count * 2))
      free(buffer)
      module.FPDFText_ClosePage(text)
      module.FPDF_ClosePage(sheet)
    }
    return performance.now() - began
  })
}

const took: number[] = []
for (let turn = 0; turn < TIMES; turn++) took.push(await textAlone())
process.stdout.write(JSON.stringify(took))
