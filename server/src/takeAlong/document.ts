import { createRequire } from 'node:module'
import { Document, HeadingLevel, Packer, Paragraph, TextRun } from 'docx'
import PDFDocument from 'pdfkit'
import type { InsertOf } from '@parrot/core/inserts'

/** A file as it is sent: its bytes, its type and its name. */
export interface Sent {
  readonly bytes: Buffer
  readonly type: string
  readonly name: string
}

const TYPES = {
  md: 'text/markdown; charset=utf-8',
  docx: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
  pdf: 'application/pdf',
} as const

interface Block {
  readonly level: 0 | 1 | 2
  readonly text: string
}

/** What a reply gives to take along, as Markdown, as a document for writing on, or as pages to print. */
export async function documentOf({ form, name, text }: InsertOf<'file'>): Promise<Sent> {
  const made =
    form === 'md' ? Buffer.from(text) : form === 'docx' ? await asDocx(blocksOf(text)) : await asPdf(blocksOf(text))
  return { bytes: made, type: TYPES[form], name }
}

/** The headings and paragraphs of the Markdown that files are made of; marks of emphasis are left out. */
const blocksOf = (markdown: string): Block[] =>
  markdown
    .split(/\n+/)
    .filter((line) => line.trim() !== '')
    .map((line) => {
      const [, marks = '', rest = line] = /^(#{1,2}) (.*)$/.exec(line) ?? []
      return { level: marks.length as Block['level'], text: rest.replace(/\*\*/g, '') }
    })

const HEADINGS = [undefined, HeadingLevel.TITLE, HeadingLevel.HEADING_2] as const

const asDocx = (blocks: readonly Block[]): Promise<Buffer> =>
  Packer.toBuffer(
    new Document({
      sections: [
        {
          children: blocks.map(({ level, text }) => {
            const heading = HEADINGS[level]
            return new Paragraph({
              ...(heading === undefined ? {} : { heading }),
              children: [new TextRun(text)],
              spacing: { after: 120 },
            })
          }),
        },
      ],
    }),
  )

const SIZES = [11, 22, 14] as const
const MARGIN = 64

/** Letters of western and northern Europe, more than the fonts of PDF itself have. */
const FONT = createRequire(import.meta.url).resolve(
  '@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-400-normal.woff',
)

function asPdf(blocks: readonly Block[]): Promise<Buffer> {
  const pages = new PDFDocument({ size: 'A4', margin: MARGIN, font: FONT })
  const pieces: Buffer[] = []
  return new Promise((resolve, reject) => {
    pages.on('data', (piece: Buffer) => pieces.push(piece))
    pages.on('end', () => resolve(Buffer.concat(pieces)))
    pages.on('error', reject)
    for (const { level, text } of blocks) {
      pages.fontSize(SIZES[level]).text(text, { paragraphGap: level === 0 ? 6 : 10, lineGap: 2 })
    }
    pages.end()
  })
}
