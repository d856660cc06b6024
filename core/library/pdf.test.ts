import { describe, expect, it } from 'vitest'
import { passagesOf, read } from './index'
import { pdfOf } from '../testing/pdf'

const heading = (pdf: PDFKit.PDFDocument, text: string) => pdf.font('Helvetica-Bold').fontSize(18).text(text)
const body = (pdf: PDFKit.PDFDocument, text: string) => pdf.font('Times-Roman').fontSize(11).text(text).moveDown()

describe('reading PDF', () => {
  it('tells headings by their size, joins lines to paragraphs and says on which page each stands', async () => {
    const long = 'Water is turned on in April and turned off in October, and nobody may use a sprinkler at any time.'
    const bytes = await pdfOf([
      (pdf) => {
        heading(pdf, 'Water')
        body(pdf, long)
      },
      (pdf) => {
        heading(pdf, 'Compost')
        body(pdf, 'No meat on the heap.')
      },
    ])
    const result = await read({ bytes, name: 'rules.pdf' })
    if (!result.ok) throw new Error(result.problem.message)
    expect(passagesOf(result.document)).toMatchObject([
      { text: long, headings: ['Water'], locator: { kind: 'page', page: 1, label: 'page 1' } },
      { text: 'No meat on the heap.', headings: ['Compost'], locator: { page: 2 } },
    ])
  })

  it('drops running heads and page numbers, and keeps bullets as items', async () => {
    const pages = ['Tools are in the shed.', 'Keys hang by the door.', 'Dogs stay on a lead.', '• a spade'].map(
      (text, at) => (pdf: PDFKit.PDFDocument) => {
        pdf.font('Helvetica').fontSize(8).text('Allotment rules', 60, 20)
        pdf.text(`Page ${at + 1} of 4`, 60, 560, { lineBreak: false })
        pdf.font('Times-Roman').fontSize(11).text(text, 60, 200)
      },
    )
    const result = await read({ bytes: await pdfOf(pages, { margin: 10 }), name: 'rules.pdf' })
    if (!result.ok) throw new Error(result.problem.message)
    expect(result.document.blocks.map((block) => block.text)).toEqual([
      'Tools are in the shed.',
      'Keys hang by the door.',
      'Dogs stay on a lead.',
      '- a spade',
    ])
  })

  it('refuses a file behind a password, and a scan, each with what to do', async () => {
    const locked = await pdfOf([(pdf) => body(pdf, 'Secret.')], { userPassword: 'sesame' })
    const scan = await pdfOf([(pdf) => pdf.rect(10, 10, 200, 200).fill('#888888')])
    const problemOf = async (bytes: Uint8Array) => {
      const result = await read({ bytes, name: 'x.pdf' })
      return result.ok ? '' : `${result.problem.message} ${result.problem.advice}`
    }
    expect(await problemOf(locked)).toMatch(/protected with a password.*copy without/)
    expect(await problemOf(scan)).toMatch(/no text: it is probably a scan.*OCR/)
  })

  it('reports each page as it is read', async () => {
    const bytes = await pdfOf([(pdf) => body(pdf, 'One.'), (pdf) => body(pdf, 'Two.')])
    const seen: string[] = []
    await read({ bytes, name: 'x.pdf' }, (done, total) => seen.push(`${done}/${total}`))
    expect(seen).toEqual(['1/2', '2/2'])
  })
})
