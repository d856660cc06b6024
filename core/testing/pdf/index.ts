import PDFDocument from 'pdfkit'

/** A PDF of small pages for tests, each drawn by one function. */
export async function pdfOf(
  pages: readonly ((pdf: PDFKit.PDFDocument) => void)[],
  options: PDFKit.PDFDocumentOptions = {},
): Promise<Uint8Array> {
  const pdf = new PDFDocument({ size: 'A5', ...options })
  const parts: Buffer[] = []
  pdf.on('data', (part: Buffer) => parts.push(part))
  const ended = new Promise((resolve) => pdf.on('end', resolve))
  pages.forEach((draw, at) => {
    if (at > 0) pdf.addPage()
    draw(pdf)
  })
  pdf.end()
  await ended
  return new Uint8Array(Buffer.concat(parts))
}
