import ExcelJS from 'exceljs'
import { pdfOf } from '@parrot/core/testing/pdf'
import { meadowText } from './texts'

/** The same made-up text in several formats, each about so many characters of text. */
export async function mixedFiles(characters: number): Promise<File[]> {
  const share = characters / 6
  const text = (seed: number) => meadowText(seed, share)
  const lines = text(5).split('\n').filter(Boolean)
  return [
    new File([text(0)], 'meadow.md'),
    new File([text(1).replace(/^#+ /gm, '')], 'meadow.txt'),
    new File([htmlOf(text(2))], 'meadow.html'),
    new File([csvOf(share)], 'meadow.csv'),
    new File([(await workbookOf(share)) as never], 'meadow.xlsx'),
    new File([JSON.stringify(lines.map((line, at) => ({ number: at, line })))], 'meadow.json'),
  ]
}

const htmlOf = (markdown: string): string =>
  `<!doctype html><title>Meadow</title><main>${markdown
    .split('\n')
    .filter(Boolean)
    .map((line) => {
      const [, marks, words] = /^(#+) (.*)$/.exec(line) ?? []
      return marks ? `<h${marks.length}>${words}</h${marks.length}>` : `<p>${line}</p>`
    })
    .join('\n')}</main>`

const cellsAt = (at: number): string[] => [
  `Plot ${at}`,
  `row ${at % 97}`,
  `£${(at % 90) + 10}.50`,
  `every ${at % 28}th of the month`,
]
const HEADER = ['Plot', 'Place', 'Rent a year', 'Watered']
/** About how many characters a row becomes once it is read with its headers. */
const ROW = 75

const csvOf = (characters: number): string =>
  [HEADER, ...Array.from({ length: characters / ROW }, (_, at) => cellsAt(at))].map((row) => row.join(',')).join('\n')

async function workbookOf(characters: number): Promise<ArrayBuffer> {
  const workbook = new ExcelJS.Workbook()
  const sheet = workbook.addWorksheet('Plots')
  sheet.addRow(HEADER)
  for (let at = 0; at < characters / ROW; at++) sheet.addRow(cellsAt(at))
  return workbook.xlsx.writeBuffer() as Promise<ArrayBuffer>
}

/** A PDF of so many pages of running text with headings. */
export function longPdf(pages: number): Promise<Uint8Array> {
  const paragraphs = meadowText(7, pages * 2600)
    .split('\n')
    .filter(Boolean)
  const perPage = Math.ceil(paragraphs.length / pages)
  return pdfOf(
    Array.from({ length: pages }, (_, page) => (pdf) => {
      for (const line of paragraphs.slice(page * perPage, (page + 1) * perPage)) {
        const isHeading = line.startsWith('#')
        pdf.fontSize(isHeading ? 15 : 10).text(line.replace(/^#+ /, ''), { paragraphGap: 4 })
      }
    }),
    { size: 'A4', margin: 50 },
  )
}
