/**
 * Makes the sample documents in their real formats from the texts beside this file. Run `npm run demo:files` after
 * changing a text; the files it writes are committed, so that a fresh checkout has them.
 */
import { createWriteStream, readFileSync, writeFileSync } from 'node:fs'
import { once } from 'node:events'
import { Document, HeadingLevel, Packer, Paragraph, TextRun } from 'docx'
import ExcelJS from 'exceljs'
import { strToU8, zipSync } from 'fflate'
import MarkdownIt from 'markdown-it'
import PDFDocument from 'pdfkit'
import PptxModule from 'pptxgenjs'

interface Line {
  readonly kind: 'h1' | 'h2' | 'item' | 'step' | 'text'
  readonly text: string
}

const at = (path: string): URL => new URL(path, import.meta.url)
const source = (name: string): string => readFileSync(at(`texts/${name}.md`), 'utf8')

/** The few kinds of line the texts use. */
const linesOf = (text: string): Line[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '')
    .map((line): Line => {
      if (line.startsWith('# ')) return { kind: 'h1', text: line.slice(2) }
      if (line.startsWith('## ')) return { kind: 'h2', text: line.slice(3) }
      if (line.startsWith('- ')) return { kind: 'item', text: line.slice(2) }
      return /^\d+\. /.test(line) ? { kind: 'step', text: line } : { kind: 'text', text: line }
    })

async function makePdf(name: string): Promise<void> {
  const lines = linesOf(source(name))
  const pdf = new PDFDocument({
    size: 'A5',
    margins: { top: 70, bottom: 70, left: 56, right: 56 },
    bufferPages: true,
    info: { Title: lines[0]!.text, Author: 'Brindle Sound Ferries', CreationDate: new Date(0) },
  })
  const out = pdf.pipe(createWriteStream(at(`files/${name}.pdf`)))
  for (const line of lines) {
    const isHeading = line.kind === 'h1' || line.kind === 'h2'
    pdf.font(isHeading ? 'Helvetica-Bold' : 'Times-Roman').fontSize(line.kind === 'h1' ? 24 : isHeading ? 18 : 14)
    if (line.kind === 'h2' && pdf.y > 410) pdf.addPage()
    if (isHeading) pdf.moveDown(line.kind === 'h2' ? 0.9 : 0)
    pdf.text(line.kind === 'item' ? `• ${line.text}` : line.text, {
      indent: line.kind === 'item' || line.kind === 'step' ? 10 : 0,
      lineGap: 4.5,
      paragraphGap: isHeading ? 8 : 9,
    })
  }
  const { count } = pdf.bufferedPageRange()
  for (let page = 0; page < count; page++) {
    pdf.switchToPage(page)
    pdf.page.margins.bottom = 0
    pdf.font('Helvetica').fontSize(8)
    pdf.text('Brindle Sound Ferries · Conditions of carriage', 56, 24, { lineBreak: false })
    pdf.text(`Page ${page + 1} of ${count}`, 56, 565, { lineBreak: false })
  }
  pdf.end()
  await once(out, 'finish')
}

async function makeDocx(name: string): Promise<void> {
  const children = linesOf(source(name)).map((line) => {
    if (line.kind === 'h1') return new Paragraph({ text: line.text, heading: HeadingLevel.HEADING_1 })
    if (line.kind === 'h2') return new Paragraph({ text: line.text, heading: HeadingLevel.HEADING_2 })
    if (line.kind === 'item') return new Paragraph({ text: line.text, bullet: { level: 0 } })
    if (line.kind === 'step') {
      const text = line.text.replace(/^\d+\. /, '')
      return new Paragraph({ text, numbering: { reference: 'steps', level: 0 } })
    }
    return new Paragraph({ children: [new TextRun(line.text)] })
  })
  const steps = { level: 0, format: 'decimal' as const, text: '%1.' }
  const document = new Document({
    numbering: { config: [{ reference: 'steps', levels: [steps] }] },
    sections: [{ children }],
  })
  writeFileSync(at(`files/${name}.docx`), await Packer.toBuffer(document))
}

const FARES: readonly (readonly [string, ...number[]])[] = [
  ['Sula Holm', 6, 10.8, 3, 5.4, 4.5, 8.1, 24, 44],
  ['Inchmore', 8.5, 15.3, 4.2, 7.6, 6.4, 11.5, 32, 58],
  ['Little Tarn', 4.5, 8.1, 2.2, 4, 3.4, 6.1],
]

async function makeXlsx(): Promise<void> {
  const workbook = new ExcelJS.Workbook()
  const sheet = workbook.addWorksheet('Fares')
  sheet.addRow(['Fares from Carrow Quay, in pounds, valid from 1 March'])
  sheet.addRow([
    'Island',
    'Adult single',
    'Adult return',
    'Child single',
    'Child return',
    'Concession single',
    'Concession return',
    'Car single',
    'Car return',
  ])
  for (const row of FARES) sheet.addRow([...row])
  for (let column = 2; column <= 9; column++) sheet.getColumn(column).numFmt = '"£"0.00'
  const extras = workbook.addWorksheet('Extras')
  extras.addRow(['Extra', 'Price per crossing', 'Note'])
  extras.addRow(['Bicycle', 3.5, 'any route'])
  extras.addRow(['Second suitcase', 4, 'up to 20 kg'])
  extras.addRow(['Surfboard or kayak', 6, 'up to 4 metres'])
  extras.addRow(['Long vehicle', 36, 'over 5.5 metres, Petrel only'])
  extras.getColumn(2).numFmt = '"£"0.00'
  await workbook.xlsx.writeFile(at('files/fares.xlsx').pathname)
}

function makeEpub(name: string): void {
  const text = source(name)
  const html = new MarkdownIt().render(text)
  const chapters = html.split(/(?=<h2>)/)
  const items = chapters.map((_, n) => `<item id="c${n}" href="c${n}.xhtml" media-type="application/xhtml+xml"/>`)
  const files: Record<string, Uint8Array> = {
    mimetype: strToU8('application/epub+zip'),
    'META-INF/container.xml': strToU8(
      '<?xml version="1.0"?><container version="1.0" xmlns="urn:oasis:names:tc:opendocument:xmlns:container"><rootfiles><rootfile full-path="book/book.opf" media-type="application/oebps-package+xml"/></rootfiles></container>',
    ),
    'book/book.opf': strToU8(
      `<?xml version="1.0"?><package xmlns="http://www.idpf.org/2007/opf" version="3.0" unique-identifier="id"><metadata xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:identifier id="id">deck-safety</dc:identifier><dc:title>${linesOf(text)[0]!.text}</dc:title><dc:language>en-GB</dc:language></metadata><manifest>${items.join('')}</manifest><spine>${chapters.map((_, n) => `<itemref idref="c${n}"/>`).join('')}</spine></package>`,
    ),
  }
  chapters.forEach((chapter, n) => {
    files[`book/c${n}.xhtml`] = strToU8(
      `<?xml version="1.0" encoding="utf-8"?><html xmlns="http://www.w3.org/1999/xhtml"><head><title>Chapter ${n + 1}</title></head><body>${chapter}</body></html>`,
    )
  })
  writeFileSync(at(`files/${name}.epub`), zipSync(files, { mtime: new Date('2020-01-01') }))
}

const SLIDES: readonly { title: string; points: string[]; notes: string }[] = [
  {
    title: 'Your first day on deck',
    points: [
      'Meet the bosun 30 minutes before departure',
      'Collect gloves, boots and a life jacket',
      'Learn the two exits',
    ],
    notes: 'Walk the whole deck with each new deckhand before the first passenger boards.',
  },
  {
    title: 'Hand signals',
    points: ['Arm straight up: stop', 'Arm out to the side: move that way', 'Both arms crossed: engine off'],
    notes: 'Practise the signals until nobody hesitates. The stop signal overrides every other.',
  },
  {
    title: 'Counting passengers',
    points: [
      'Count at the gangway with the clicker',
      'The Petrel may carry 180 passengers',
      'The Guillemot may carry 60 passengers',
    ],
    notes: 'Babies count as passengers. Report the number to the bridge before the gangway is raised.',
  },
]

async function makePptx(): Promise<void> {
  const Pptx = (PptxModule as unknown as { default?: typeof PptxModule }).default ?? PptxModule
  const deck = new Pptx()
  for (const { title, points, notes } of SLIDES) {
    const slide = deck.addSlide()
    slide.addText(title, { x: 0.5, y: 0.4, w: 9, h: 1, fontSize: 32, bold: true })
    slide.addText(
      points.map((text) => ({ text, options: { bullet: true, breakLine: true } })),
      { x: 0.7, y: 1.6, w: 8.6, h: 3.5, fontSize: 20 },
    )
    slide.addNotes(notes)
  }
  await deck.writeFile({ fileName: at('files/first-day-on-deck.pptx').pathname })
}

await makePdf('conditions-of-carriage')
await makeDocx('luggage-bikes-and-pets')
await makeXlsx()
makeEpub('deck-safety')
await makePptx()
