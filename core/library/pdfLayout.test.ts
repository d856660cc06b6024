import { describe, expect, it } from 'vitest'
import { pdfOf } from '../testing/pdf'
import { read, type Block } from './index'

const blocksOf = async (bytes: Uint8Array): Promise<readonly Block[]> => {
  const result = await read({ bytes, name: 'paper.pdf' })
  if (!result.ok) throw new Error(result.problem.message)
  return result.document.blocks
}
const texts = (blocks: readonly Block[]) => blocks.map((block) => block.text)

const LEFT = [
  'Beds are given to members in the',
  'order of the waiting list, and a bed',
  'that stays empty for a whole sum-',
  'mer goes back to the association',
  'in autumn of that year.',
]
const RIGHT = [
  'Compost bays are shared by four',
  'members each. Meat, cooked food',
  'and citrus peel stay out of them,',
  'and the bay is turned once in a',
  'month between May and October.',
]

describe('the layout of PDF pages', () => {
  it('reads two columns one after the other, even when the file holds their lines in turns', async () => {
    const bytes = await pdfOf([
      (pdf) => {
        pdf.font('Times-Roman').fontSize(11)
        LEFT.forEach((line, at) => {
          pdf.text(line, 40, 100 + at * 14, { lineBreak: false })
          pdf.text(RIGHT[at]!, 230, 100 + at * 14, { lineBreak: false })
        })
      },
    ])
    expect(texts(await blocksOf(bytes))).toEqual([
      'Beds are given to members in the order of the waiting list, and a bed that stays empty for a whole summer goes back to the association in autumn of that year.',
      'Compost bays are shared by four members each. Meat, cooked food and citrus peel stay out of them, and the bay is turned once in a month between May and October.',
    ])
  })

  it('goes on with a sentence that the foot of a column cuts', async () => {
    const left = [...LEFT.slice(0, 4), 'in autumn, unless the']
    const right = ['committee agrees in writing that it', ...RIGHT.slice(1)]
    const bytes = await pdfOf([
      (pdf) => {
        pdf.font('Times-Roman').fontSize(11)
        left.forEach((line, at) => pdf.text(line, 40, 100 + at * 14, { lineBreak: false }))
        right.forEach((line, at) => pdf.text(line, 230, 100 + at * 14, { lineBreak: false }))
      },
    ])
    expect(texts(await blocksOf(bytes))[0]).toContain('in autumn, unless the committee agrees in writing that it')
  })

  const table = (pdf: PDFKit.PDFDocument, rows: readonly (readonly string[])[], top: number, step = 16) => {
    pdf.font('Helvetica').fontSize(10)
    rows.forEach((row, at) =>
      row.forEach((cell, column) => pdf.text(cell, 40 + column * 110, top + at * step, { lineBreak: false })),
    )
  }
  const HEADER = ['Plot', 'Rent a year', 'Water']

  it('keeps a table: each row with its headers, the text around it as it was', async () => {
    const bytes = await pdfOf([
      (pdf) => {
        pdf.font('Times-Roman').fontSize(11).text('What a plot costs from April on:', 40, 60)
        table(pdf, [HEADER, ['Half', '£36', 'included'], ['Whole', '£60', '£8']], 90)
        pdf.font('Times-Roman').fontSize(11).text('Rent is due on the first of April.', 40, 160)
      },
    ])
    expect(await blocksOf(bytes)).toMatchObject([
      { kind: 'paragraph', text: 'What a plot costs from April on:' },
      { kind: 'row', text: 'Plot: Half; Rent a year: £36; Water: included', locator: { page: 1 } },
      { kind: 'row', text: 'Plot: Whole; Rent a year: £60; Water: £8' },
      { kind: 'paragraph', text: 'Rent is due on the first of April.' },
    ])
  })

  it('joins a cell that is set over two lines, from the top or centred', async () => {
    const fromTop = await pdfOf([
      (pdf) => {
        table(pdf, [HEADER, ['Half', '£36', 'included, by'], ['', '', 'the standpipe'], ['Whole', '£60', '£8']], 90, 13)
      },
    ])
    expect(texts(await blocksOf(fromTop))[0]).toBe('Plot: Half; Rent a year: £36; Water: included, by the standpipe')
    const centred = await pdfOf([
      (pdf) => {
        table(pdf, [HEADER, ['Whole', '£60', '£8']], 90, 14)
        pdf.text('included, by', 260, 118, { lineBreak: false })
        pdf.text('Half', 40, 124, { lineBreak: false }).text('£36', 150, 124, { lineBreak: false })
        pdf.text('the standpipe', 260, 130, { lineBreak: false })
      },
    ])
    expect(texts(await blocksOf(centred))[1]).toBe('Plot: Half; Rent a year: £36; Water: included, by the standpipe')
  })

  it('goes on with a table on the next page, under the same headers, repeated or not', async () => {
    const first = [HEADER, ['Half', '£36', '£4'], ['Whole', '£60', '£8']]
    const next = [
      ['Double', '£110', '£16'],
      ['Hut', '£25', 'none'],
    ]
    for (const second of [next, [HEADER, ...next]]) {
      const bytes = await pdfOf([(pdf) => table(pdf, first, 300), (pdf) => table(pdf, second, 80)])
      const blocks = await blocksOf(bytes)
      expect(blocks).toHaveLength(4)
      expect(blocks[3]).toMatchObject({ text: 'Plot: Hut; Rent a year: £25; Water: none', locator: { page: 2 } })
    }
  })

  it('takes neither a list nor a table of contents nor the output of a program for a table', async () => {
    const two = (rows: readonly (readonly [string, string])[], gap: number) => (pdf: PDFKit.PDFDocument) => {
      pdf.font('Helvetica').fontSize(10)
      rows.forEach(([a, b], at) => {
        pdf.text(a, 40, 90 + at * 14, { lineBreak: false }).text(b, 40 + gap, 90 + at * 14, { lineBreak: false })
      })
    }
    const list = two(
      [1, 2, 3, 4].map((n) => [`${n}.`, `Step number ${n} of the way`] as const),
      30,
    )
    const contents = two(
      [3, 5, 9, 12].map((n) => [`Chapter on compost . . . . . . . .`, String(n)] as const),
      280,
    )
    const output = two(
      [3, 5, 9, 12].map((n) => [`-rw-r--r-- ${n} 4096`, `${n} Oct 16 file`] as const),
      200,
    )
    for (const draw of [list, contents, output]) {
      const blocks = await blocksOf(await pdfOf([draw]))
      expect(blocks.filter((block) => block.kind === 'row')).toEqual([])
    }
  })

  it('drops a running head that changes with the chapter but carries the page number', async () => {
    const heads = ['Water 7', '8 Compost', 'Sheds 9', '10 Dogs']
    const bytes = await pdfOf(
      heads.map((head, at) => (pdf: PDFKit.PDFDocument) => {
        pdf.font('Helvetica').fontSize(8).text(head, 60, 20, { lineBreak: false })
        pdf
          .font('Times-Roman')
          .fontSize(11)
          .text(`Rule number ${at + 1} of the site.`, 60, 200)
      }),
    )
    expect(texts(await blocksOf(bytes))).toEqual([1, 2, 3, 4].map((n) => `Rule number ${n} of the site.`))
  })
})

describe('PDF files that are not what they say', () => {
  it('a file cut off in the middle, or with a length that lies, gives its text or a reason, never a crash', async () => {
    const whole = await pdfOf([(pdf) => pdf.text('Water is off in winter.')], { compress: false })
    const words = new TextDecoder('latin1').decode(whole)
    const lying = Uint8Array.from(words.replace(/\/Length \d+/g, '/Length 999999999'), (char) => char.charCodeAt(0))
    for (const bytes of [whole.slice(0, whole.length / 2), whole.slice(0, 9), lying]) {
      const result = await read({ bytes, name: 'cut.pdf' })
      if (result.ok) expect(result.document.blocks[0]!.text).toBe('Water is off in winter.')
      else expect(result.problem.message).toMatch(/not a readable PDF|no text/)
    }
  })
})

describe('a word cut at a line’s end', () => {
  const joined = async (...lines: string[]) =>
    texts(
      await blocksOf(
        await pdfOf([
          (pdf) => {
            pdf.font('Times-Roman').fontSize(11)
            lines.forEach((line, at) => pdf.text(line, 40, 100 + at * 14, { lineBreak: false }))
          },
        ]),
      ),
    ).join(' ')

  it('is one word again where the two halves make one', async () => {
    expect(await joined('The new infor-', 'mation is on the board.')).toBe('The new information is on the board.')
  })

  it('keeps a hyphen that was written between two words', async () => {
    expect(await joined('Use a slow-', 'release feed in spring.')).toBe('Use a slow-release feed in spring.')
  })

  it('is joined to a word the document has whole elsewhere, though no dictionary knows it', async () => {
    expect(await joined('Come to the waterhouse.', 'The water-', 'house is blue.')).toBe(
      'Come to the waterhouse. The waterhouse is blue.',
    )
  })

  it('is a name where its halves are no words', async () => {
    expect(await joined('The boat to Inch-', 'vorlen sails at noon.')).toBe('The boat to Inchvorlen sails at noon.')
  })
})
