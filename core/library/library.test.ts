import { describe, expect, it } from 'vitest'
import { strToU8, zipSync } from 'fflate'
import ExcelJS from 'exceljs'
import { lookAtHtml, passagesOf, read, readPairs, readSite, type Document } from './index'

const bytes = (text: string) => new TextEncoder().encode(text)

async function documentOf(name: string, content: string | Uint8Array, mediaType?: string): Promise<Document> {
  const result = await read({ bytes: typeof content === 'string' ? bytes(content) : content, name, mediaType })
  if (!result.ok) throw new Error(result.problem.message)
  return result.document
}

const textsOf = (document: Document) => document.blocks.map((block) => block.text)

describe('reading HTML', () => {
  it('takes the main text and leaves menus, forms and scripts', async () => {
    const document = await documentOf(
      'a.html',
      `<title>Plots</title><nav>Home Contact</nav><main><h1>Plots</h1><p>Each plot is 50 m².</p><script>steal()</script>
       <form><button>Buy</button></form></main><footer>Imprint</footer>`,
    )
    expect(textsOf(document)).toEqual(['Plots', 'Each plot is 50 m².'])
  })

  it('keeps lists with their bullets and numbers, nested ones too', async () => {
    const document = await documentOf(
      'a.html',
      '<ol start="3"><li>Dig<ul><li>deep</li></ul></li><li>Water</li></ol><p>Done.</p>',
    )
    expect(textsOf(document)).toEqual(['3. Dig', '- deep', '4. Water', 'Done.'])
  })

  it('lets each table row be read alone', async () => {
    const document = await documentOf(
      'a.html',
      '<table><tr><th>Stay</th><th>Price</th></tr><tr><td>One day</td><td>£6.00</td></tr></table>',
    )
    expect(document.blocks[0]).toMatchObject({ kind: 'row', text: 'Stay: One day; Price: £6.00' })
  })

  it('locates blocks by the anchor of the heading above, numbering headings that come twice', async () => {
    const document = await documentOf(
      'a.html',
      '<h2 id="fees">Fees</h2><p>a</p><h2>Hours</h2><p>b</p><h2>Hours</h2><p>c</p>',
    )
    const anchors = document.blocks.filter((block) => block.kind === 'paragraph').map((block) => block.locator)
    expect(anchors).toMatchObject([{ anchor: 'fees', label: 'Fees' }, { anchor: 'hours' }, { anchor: 'hours-2' }])
  })

  it('drops a site name that the title only adds to the heading', async () => {
    expect((await documentOf('a.html', '<title>Parking – Ferry</title><h1>Parking</h1><p>x y</p>')).title).toBe(
      'Parking',
    )
  })

  it('reads by the charset the page declares', async () => {
    const page = new Uint8Array([...bytes('<meta charset="iso-8859-1"><p>Caf'), 0xe9, ...bytes(' open</p>')])
    expect(textsOf(await documentOf('a.html', page))).toEqual(['Café open'])
  })
})

describe('reading Markdown and plain text', () => {
  it('takes the title from front matter and shows raw HTML as text', async () => {
    const document = await documentOf(
      'a.md',
      '---\ntitle: House rules\n---\n# Rules\n\nNo <script>alert(1)</script> here.\n',
    )
    expect(document.title).toBe('House rules')
    expect(textsOf(document)).toEqual(['Rules', 'No <script>alert(1)</script> here.'])
  })

  it('tells headings, items and paragraphs of plain text apart, by line', async () => {
    const document = await documentOf(
      'a.txt',
      'OPENING HOURS\n\nWe open at nine\nand close at five.\n\n- Monday closed\n',
    )
    expect(document.blocks).toMatchObject([
      { kind: 'heading', text: 'OPENING HOURS' },
      { kind: 'paragraph', text: 'We open at nine and close at five.', locator: { line: 3 } },
      { kind: 'item', text: '- Monday closed', locator: { line: 6 } },
    ])
  })

  it('keeps lines that each say what one thing is apart, and runs any other lines together', async () => {
    const document = await documentOf(
      'a.txt',
      'Things to hire, by the day.\n\nBoots: £6 a day\nMap: £3 a day\n\nOne thing more: bring\nyour own lunch.\n',
    )
    expect(document.blocks.map(({ kind, text }) => [kind, text])).toEqual([
      ['paragraph', 'Things to hire, by the day.'],
      ['item', 'Boots: £6 a day'],
      ['item', 'Map: £3 a day'],
      ['paragraph', 'One thing more: bring your own lunch.'],
    ])
  })

  it('reads UTF-16 with a mark and Windows-1252 without one', async () => {
    const utf16 = new Uint8Array([0xff, 0xfe, 0x48, 0, 0x69, 0])
    expect(textsOf(await documentOf('a.txt', utf16))).toEqual(['Hi'])
    expect(textsOf(await documentOf('b.txt', new Uint8Array([0x35, 0x80])))).toEqual(['5€'])
  })
})

describe('reading tables', () => {
  it('finds the delimiter and the header of a CSV', async () => {
    const document = await documentOf('fees.csv', 'Item;Fee\nKey;"£5,00"\nGate;free\n')
    expect(textsOf(document)).toEqual(['Item: Key; Fee: £5,00', 'Item: Gate; Fee: free'])
    expect(document.blocks[0]!.locator).toMatchObject({ kind: 'row', row: 2 })
  })

  it('shows the cells of a workbook as a person sees them', async () => {
    const workbook = new ExcelJS.Workbook()
    const sheet = workbook.addWorksheet('Fees')
    sheet.addRow(['Item', 'Fee', 'Share'])
    sheet.addRow(['Key', 5, 0.25])
    sheet.getCell('B2').numFmt = '"£"0.00'
    sheet.getCell('C2').numFmt = '0%'
    const file = new Uint8Array(await workbook.xlsx.writeBuffer())
    expect(textsOf(await documentOf('fees.xlsx', file))).toEqual(['Fees', 'Item: Key; Fee: £5.00; Share: 25%'])
  })
})

describe('reading packages', () => {
  it('reads the chapters of an e-book in the order of the spine', async () => {
    const book = zipSync({
      'book.opf': strToU8(
        '<package><metadata><dc:title>Guide</dc:title></metadata><manifest><item id="b" href="b.xhtml"/><item id="a" href="a.xhtml"/></manifest><spine><itemref idref="a"/><itemref idref="b"/></spine></package>',
      ),
      'a.xhtml': strToU8('<html><body><h1>First</h1><p>one</p></body></html>'),
      'b.xhtml': strToU8('<html><body><h1>Second</h1><p>two</p></body></html>'),
    })
    expect(textsOf(await documentOf('guide.epub', book))).toEqual(['First', 'one', 'Second', 'two'])
  })
})

describe('what cannot be read', () => {
  const problemOf = async (name: string, content: Uint8Array) => {
    const result = await read({ bytes: content, name })
    return result.ok ? undefined : result.problem
  }

  it.each([
    ['empty.pdf', new Uint8Array(), 'empty'],
    ['broken.pdf', bytes('%PDF-1.7 nothing follows'), 'not a readable PDF'],
    ['broken.docx', bytes('not a zip'), 'not a readable Word document'],
    ['broken.xlsx', bytes('not a zip'), 'not a readable workbook'],
    ['broken.epub', bytes('not a zip'), 'is damaged'],
    ['picture.png', new Uint8Array([0x89, 0x50]), 'cannot be read'],
    ['binary.txt', new Uint8Array([1, 0, 2, 0]), 'does not hold text'],
    ['blank.md', bytes('  \n\n'), 'holds no text'],
  ])('says what is wrong with %s and what to do', async (name, content, message) => {
    const problem = await problemOf(name, content)
    expect(problem?.message).toContain(message)
    expect(problem?.message).toContain(name)
    expect(problem?.advice).not.toBe('')
  })
})

describe('sites and pairs', () => {
  it('puts pages under their titles and locates blocks by address', async () => {
    const page = (title: string, text: string) =>
      `<html><body><h1>${title}</h1><h2>Part</h2><p>${text}</p></body></html>`
    const result = await readSite(
      [
        { url: 'https://a.example/', html: page('Home', 'Welcome.') },
        { url: 'https://a.example/fees', html: page('Fees', 'Five pounds.') },
      ],
      'https://a.example/',
    )
    if (!result.ok) throw new Error(result.problem.message)
    const passages = passagesOf(result.document)
    expect(passages[1]).toMatchObject({
      text: 'Five pounds.',
      headings: ['Fees', 'Part'],
      locator: { anchor: 'https://a.example/fees#part' },
    })
  })

  it('gathers absolute links of a page once, and only web links', () => {
    expect(
      lookAtHtml('<a href="/b">b</a><a href="/b">b</a><a href="mailto:x@y.example">m</a>', 'https://a.example/').links,
    ).toEqual(['https://a.example/b'])
  })

  it('keeps each pair whole', () => {
    const result = readPairs('Desk', [{ question: 'Cash?', answer: 'Yes.' }])
    if (!result.ok) throw new Error(result.problem.message)
    expect(passagesOf(result.document)[0]).toMatchObject({
      text: 'Question: Cash?\nAnswer: Yes.',
      locator: { pair: 1 },
    })
  })
})

describe('passages', () => {
  const page = (number: number) => ({ kind: 'page', page: number, label: `page ${number}` }) as const
  const paragraph = (text: string, number = 1) => ({ kind: 'paragraph', text, locator: page(number) }) as const

  it('never cuts a sentence and never loses a word', () => {
    const sentence = 'The allotment has a tap, a shed and a compost heap that everybody shares. '
    const passages = passagesOf({ title: 'T', blocks: [paragraph(sentence.repeat(60).trim())] })
    expect(passages.length).toBeGreaterThan(3)
    for (const passage of passages) expect(passage.text).toMatch(/shares\.$/)
    expect(passages.map((passage) => passage.text).join(' ')).toBe(sentence.repeat(60).trim())
  })

  it('opens at every heading and carries the path of headings', () => {
    const passages = passagesOf({
      title: 'T',
      blocks: [
        { kind: 'heading', level: 1, text: 'Water', locator: page(1) },
        paragraph('Taps are on at six.'),
        { kind: 'heading', level: 2, text: 'In drought', locator: page(2) },
        paragraph('Cans only.', 2),
        { kind: 'heading', level: 1, text: 'Last words', locator: page(3) },
      ],
    })
    expect(passages.map(({ text, headings }) => [text, headings])).toEqual([
      ['Taps are on at six.', ['Water']],
      ['Cans only.', ['Water', 'In drought']],
      ['Last words', ['Last words']],
    ])
  })

  it('keeps a list with the line that leads it in, over the end of a page too', () => {
    const item = (text: string, number: number) => ({ kind: 'item', text, locator: page(number) }) as const
    const passages = passagesOf({
      title: 'T',
      blocks: [paragraph('Plots are let by the year.'), paragraph('Bring:'), item('- a spade', 1), item('- a can', 2)],
    })
    expect(passages.at(-1)!.text).toContain('Bring:\n- a spade\n- a can')
  })
})
