import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { openArchive, read, type Document } from './index'

const bytes = (text: string) => new TextEncoder().encode(text)
const zip = (files: Record<string, string>) =>
  zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])))

const resultOf = (name: string, content: string | Uint8Array) =>
  read({ bytes: typeof content === 'string' ? bytes(content) : content, name })

async function documentOf(name: string, content: string | Uint8Array): Promise<Document> {
  const result = await resultOf(name, content)
  if (!result.ok) throw new Error(result.problem.message)
  return result.document
}

async function problemOf(name: string, content: string | Uint8Array): Promise<string> {
  const result = await resultOf(name, content)
  return result.ok ? 'read' : `${result.problem.message} ${result.problem.advice}`
}

const textsOf = (document: Document) => document.blocks.map((block) => block.text)

const ODF =
  'xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0" xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" xmlns:draw="urn:oasis:names:tc:opendocument:xmlns:drawing:1.0" xmlns:presentation="urn:oasis:names:tc:opendocument:xmlns:presentation:1.0" xmlns:style="urn:oasis:names:tc:opendocument:xmlns:style:1.0"'
const odf = (body: string, styles = '') =>
  zip({
    'content.xml': `<?xml version="1.0"?><office:document-content ${ODF}><office:automatic-styles>${styles}</office:automatic-styles><office:body>${body}</office:body></office:document-content>`,
  })

describe('OpenDocument', () => {
  it('text: headings, paragraphs with their spaces, numbered and plain lists, tables', async () => {
    const document = await documentOf(
      'rules.odt',
      odf(
        `<office:text><text:h text:outline-level="1">Plots</text:h><text:p>Each<text:s/>plot<text:tab/>is<text:line-break/>50 m².<text:note>see 1</text:note></text:p>
         <text:list text:style-name="L1"><text:list-item><text:p>Dig</text:p></text:list-item><text:list-item><text:p>Water</text:p></text:list-item></text:list>
         <text:list><text:list-item><text:p>Spade</text:p></text:list-item></text:list>
         <table:table><table:table-row><table:table-cell><text:p>Plot</text:p></table:table-cell><table:table-cell><text:p>Fee</text:p></table:table-cell></table:table-row>
         <table:table-row><table:table-cell><text:p>Small</text:p></table:table-cell><table:table-cell><text:p>£40</text:p></table:table-cell></table:table-row></table:table></office:text>`,
        '<text:list-style style:name="L1"><text:list-level-style-number text:level="1"/></text:list-style>',
      ),
    )
    expect(textsOf(document)).toEqual([
      'Plots',
      'Each plot is 50 m².',
      '1. Dig',
      '2. Water',
      '- Spade',
      'Plot: Small; Fee: £40',
    ])
    expect(document.title).toBe('Plots')
  })

  it('spreadsheet: sheets, merged cells filled, and a million empty rows cost nothing', async () => {
    const cell = (text: string) => `<table:table-cell><text:p>${text}</text:p></table:table-cell>`
    const document = await documentOf(
      'fees.ods',
      odf(
        `<office:spreadsheet><table:table table:name="Fees"><table:table-row>${cell('Plot')}${cell('Fee')}</table:table-row>
         <table:table-row>${cell('All')}<table:covered-table-cell/></table:table-row>
         <table:table-row>${cell('Small')}${cell('£40')}</table:table-row>
         <table:table-row table:number-rows-repeated="1048573"><table:table-cell table:number-columns-repeated="16384"/></table:table-row></table:table></office:spreadsheet>`,
      ),
    )
    expect(textsOf(document)).toEqual(['Fees', 'Plot: All; Fee: All', 'Plot: Small; Fee: £40'])
    expect(document.blocks[2]!.locator).toMatchObject({ kind: 'row', sheet: 'Fees', row: 3 })
  })

  it('slides: titles, lines and speaker notes, located by slide', async () => {
    const document = await documentOf(
      'talk.odp',
      odf(
        `<office:presentation><draw:page><draw:frame presentation:class="title"><text:p>Welcome</text:p></draw:frame><draw:frame><text:p>Wear boots</text:p></draw:frame>
         <presentation:notes><text:p>Smile.</text:p></presentation:notes></draw:page></office:presentation>`,
      ),
    )
    expect(textsOf(document)).toEqual(['Welcome', '- Wear boots', 'Smile.'])
    expect(document.blocks[1]!.locator).toEqual({ kind: 'slide', slide: 1, label: 'slide 1' })
  })

  it.each([
    ['bytes of something else', bytes('hello there'), /damaged/],
    ['no content', zip({ 'other.xml': '<a/>' }), /damaged/],
    ['a password', zip({ 'content.xml': 'x', 'META-INF/manifest.xml': '<manifest:encryption-data/>' }), /password/],
  ])('refuses %s', async (_what, content, message) => {
    expect(await problemOf('a.odt', content)).toMatch(message)
  })
})

describe('JSON', () => {
  it('makes lists of alike objects tables and the rest lines under their keys', async () => {
    const text = JSON.stringify({
      opening_hours: { weekdays: '9 to 5', sunday: null },
      plots: [
        { size: 'small', fee: 40, tools: ['spade', 'can'] },
        { size: 'large', fee: 75, tools: [] },
      ],
      notes: ['Bring boots', 'No fires'],
    })
    expect(textsOf(await documentOf('a.json', text))).toEqual([
      'opening hours',
      'weekdays: 9 to 5',
      'plots',
      'size: small; fee: 40; tools: spade, can',
      'size: large; fee: 75',
      'notes',
      '- Bring boots',
      '- No fires',
    ])
  })

  it('takes questions with answers as pairs, and locates by JSON Pointer', async () => {
    const document = await documentOf('faq.json', '{"faq":[{"question":"When?","answer":"At nine."}]}')
    expect(document.blocks[1]).toMatchObject({ kind: 'pair', text: 'Question: When?\nAnswer: At nine.' })
    expect(document.blocks[1]!.locator).toMatchObject({ anchor: '/faq/0' })
  })

  it('names the line that is not JSON', async () => {
    expect(await problemOf('a.json', '{\n "a": 1,\n "b": oops\n}')).toMatch(/not valid JSON.*Mend it/)
    expect(await problemOf('a.jsonl', '{"a":1}\n{"a":\n')).toMatch(/line 2/)
  })

  it('stands nesting that is far too deep', async () => {
    expect(await problemOf('a.json', '['.repeat(5000) + ']'.repeat(5000))).toMatch(/no text|not valid/)
  })
})

describe('captions', () => {
  it('become paragraphs by speaker and pause, located by time', async () => {
    const document = await documentOf(
      'talk.vtt',
      'WEBVTT\n\n00:01.000 --> 00:03.000\n<v Ada>Water is turned on\n\n00:03.000 --> 00:05.000\n<v Ada>in <i>April</i>.\n\n01:02:05.000 --> 01:02:07.000\n<v Ben>Thank you.',
    )
    expect(textsOf(document)).toEqual(['Ada: Water is turned on in April.', 'Ben: Thank you.'])
    expect(document.blocks.map((block) => block.locator.label)).toEqual(['0:01', '1:02:05'])
  })

  it('reads SubRip too, and refuses a file without any', async () => {
    expect(textsOf(await documentOf('a.srt', '1\n00:00:01,000 --> 00:00:02,000\nHello there.\n'))).toEqual([
      'Hello there.',
    ])
    expect(await problemOf('a.srt', 'no captions here')).toMatch(/no captions/)
  })
})

describe('a calendar', () => {
  const calendar = (events: string) => `BEGIN:VCALENDAR\r\nVERSION:2.0\r\n${events}END:VCALENDAR\r\n`
  const event = (lines: string) => `BEGIN:VEVENT\r\nUID:1\r\n${lines}END:VEVENT\r\n`

  it('gives each event with its day, times, place and how it repeats', async () => {
    const document = await documentOf(
      'a.ics',
      calendar(
        event(
          'SUMMARY:Digging day\r\nDTSTART:20270306T100000\r\nDTEND:20270306T130000\r\nLOCATION:Plot 3\r\nRRULE:FREQ=WEEKLY;INTERVAL=2;BYDAY=SA;COUNT=4\r\n',
        ),
      ),
    )
    expect(textsOf(document)).toEqual([
      'Event: Digging day; Day: Saturday 6 March 2027; Time: 10:00 to 13:00; Repeats: every 2 weeks on Saturday, 4 times; Place: Plot 3',
    ])
  })

  it('gives whole days without the day after', async () => {
    const document = await documentOf(
      'a.ics',
      calendar(event('SUMMARY:Closed\r\nDTSTART;VALUE=DATE:20271224\r\nDTEND;VALUE=DATE:20271227\r\n')),
    )
    expect(textsOf(document)).toEqual(['Event: Closed; Day: Friday 24 December 2027 to Sunday 26 December 2027'])
  })

  it('is refused when it is none', async () => {
    expect(await problemOf('a.ics', 'BEGIN:NONSENSE')).toMatch(/not a readable calendar|no text/)
  })
})

describe('an e-mail', () => {
  it('gives subject, sender and what was written, without what it quotes', async () => {
    const document = await documentOf(
      'a.eml',
      'From: Ada Wren <ada@example.org>\r\nTo: plots@example.org\r\nSubject: =?utf-8?q?Water_=26_keys?=\r\nDate: Fri, 05 Mar 2027 10:00:00 +0000\r\nContent-Type: text/plain; charset=utf-8\r\n\r\nWater is turned on\r\nin April.\r\n\r\nOn Thu, 4 March 2027 Ben wrote:\r\n> When is the water turned on?\r\n',
    )
    expect(textsOf(document)).toEqual([
      'Water & keys',
      'From Ada Wren to plots@example.org on 2027-03-05.',
      'Water is turned on in April.',
    ])
  })

  it('reads one in HTML without running it', async () => {
    const document = await documentOf(
      'a.eml',
      'From: a@example.org\r\nSubject: Fees\r\nContent-Type: text/html\r\n\r\n<p>A small plot is £40.</p><script>steal()</script>',
    )
    expect(textsOf(document)).toEqual(['Fees', 'From a@example.org.', 'A small plot is £40.'])
  })
})

describe('tables', () => {
  it('fill cells that reach over rows and columns, and join two rows of headers', async () => {
    const document = await documentOf(
      'a.html',
      `<table><tr><th rowspan="2">Plot</th><th colspan="2">Fee</th></tr><tr><th>Summer</th><th>Winter</th></tr>
       <tr><td rowspan="2">Small</td><td>£40</td><td>£10</td></tr><tr><td>£45</td><td>£12</td></tr></table>`,
    )
    expect(textsOf(document)).toEqual([
      'Plot: Small; Fee Summer: £40; Fee Winter: £10',
      'Plot: Small; Fee Summer: £45; Fee Winter: £12',
    ])
  })

  it.each([
    ['a semicolon, though the cells hold commas', 'Plot;Fee\nSmall, sunny;40,00\nLarge, shady;75,00'],
    ['what a first line says', 'sep=|\nPlot|Fee\nSmall, sunny|40,00\nLarge, shady|75,00'],
  ])('are parted by %s', async (_what, text) => {
    expect(textsOf(await documentOf('a.csv', text))[0]).toBe('Plot: Small, sunny; Fee: 40,00')
  })
})

describe('an archive', () => {
  it('gives its documents by their last names, and lists what it leaves out', () => {
    const taken: string[] = []
    const opened = openArchive(
      zip({ 'a/rules.md': '# Rules', '../../etc/passwd.txt': 'x', '__MACOSX/a': 'y', 'in.zip': 'z' }),
      'docs.zip',
      ({ name }) => taken.push(name),
    )
    expect(taken).toEqual(['rules.md', 'passwd.txt'])
    expect(opened).toEqual({ ok: true, files: 2, left: ['__MACOSX/a', 'in.zip'] })
  })

  it('that holds too much hands nothing over', () => {
    const taken: string[] = []
    const many = Object.fromEntries(Array.from({ length: 2001 }, (_, at) => [`${at}.md`, 'x']))
    expect(openArchive(zip(many), 'docs.zip', ({ name }) => taken.push(name))).toMatchObject({ ok: false })
    expect(taken).toEqual([])
  })

  it.each(['a.odt', 'a.epub', 'a.docx', 'a.xlsx', 'a.pptx'])(
    'in %s that unpacks to far more than it is, and lies about it, is stopped',
    async (name) => {
      expect(await problemOf(name, BOMB)).toMatch(/unpacks to more than 200 MB/)
    },
  )

  it('is refused when it is cut off', async () => {
    expect(await problemOf('a.odt', zip({ 'content.xml': 'x'.repeat(500) }).slice(0, 40))).toMatch(/damaged/)
  })
})

/** A package of 250 kB that unpacks to 260 MB while its headers speak of one byte. */
const BOMB = (() => {
  const part = new Uint8Array(260 * 1024 * 1024)
  const bomb = zipSync({ 'content.xml': part }, { level: 9 })
  for (let at = 0; at < bomb.length - 4; at++) {
    if (bomb[at] !== 0x50 || bomb[at + 1] !== 0x4b) continue
    if (bomb[at + 2] === 3 && bomb[at + 3] === 4) bomb.set([1, 0, 0, 0], at + 22)
    if (bomb[at + 2] === 1 && bomb[at + 3] === 2) bomb.set([1, 0, 0, 0], at + 24)
  }
  return bomb
})()
