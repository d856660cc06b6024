import ExcelJS from 'exceljs'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { read } from './index'

const textsOf = async (bytes: Uint8Array | string, name: string): Promise<string[]> => {
  const result = await read({ bytes: typeof bytes === 'string' ? new TextEncoder().encode(bytes) : bytes, name })
  if (!result.ok) throw new Error(`${result.problem.message} ${result.problem.advice}`)
  return result.document.blocks.map((block) => block.text)
}
const workbookOf = async (fill: (sheet: ExcelJS.Worksheet) => void): Promise<Uint8Array> => {
  const workbook = new ExcelJS.Workbook()
  fill(workbook.addWorksheet('Plots'))
  return new Uint8Array((await workbook.xlsx.writeBuffer()) as ArrayBuffer)
}

describe('units, dates and times of tables', () => {
  it('a unit in the header goes to the bare numbers under it', async () => {
    expect(
      await textsOf('Plot,Rent (£),Width in m,Shade (%)\nHalf,36.50,4,20\nWhole,by letter,1.5,0', 'a.csv'),
    ).toEqual([
      'Plot: Half; Rent: £36.50; Width: 4 m; Shade: 20%',
      'Plot: Whole; Rent: by letter; Width: 1.5 m; Shade: 0%',
    ])
  })

  it('what stands in brackets but is no unit stays in the header', async () => {
    expect(await textsOf('Plot,Beds (total),Rent (2027)\nHalf,4,36', 'a.csv')).toEqual([
      'Plot: Half; Beds (total): 4; Rent (2027): 36',
    ])
  })

  it('dates, times and both are written as people write them, money and shares as they are shown', async () => {
    const bytes = await workbookOf((sheet) => {
      sheet.addRow(['What', 'Day', 'Opens', 'Meeting', 'Fee', 'Share'])
      const row = sheet.addRow([
        'Gate',
        new Date(Date.UTC(2027, 2, 5)),
        0.375,
        new Date(Date.UTC(2027, 2, 5, 19, 30)),
        8,
        0.25,
      ])
      row.getCell(2).numFmt = 'dd/mm/yyyy'
      row.getCell(3).numFmt = 'hh:mm'
      row.getCell(4).numFmt = 'dd/mm/yyyy hh:mm'
      row.getCell(5).numFmt = '"£"#,##0.00'
      row.getCell(6).numFmt = '0%'
    })
    expect((await textsOf(bytes, 'a.xlsx'))[1]).toBe(
      'What: Gate; Day: 5 March 2027; Opens: 09:00; Meeting: 5 March 2027, 19:30; Fee: £8.00; Share: 25%',
    )
  })
})

describe('tables that are not what they seem', () => {
  it('a sheet with a million empty rows is read as the rows that hold something', async () => {
    const small = await workbookOf((sheet) => {
      sheet.addRow(['Plot', 'Rent'])
      sheet.addRow(['Half', '£36'])
    })
    const parts = unzipSync(small)
    const name = Object.keys(parts).find((each) => /sheet1\.xml$/.test(each))!
    const empty = Array.from({ length: 1_000_000 }, (_, at) => `<row r="${at + 3}"><c r="A${at + 3}"/></row>`).join('')
    parts[name] = strToU8(strFromU8(parts[name]!).replace('</sheetData>', `${empty}</sheetData>`))
    expect(await textsOf(zipSync(parts, { level: 1 }), 'wide.xlsx')).toEqual(['Plots', 'Plot: Half; Rent: £36'])
  }, 60_000)

  it('a table with more rows than a library holds is refused, not cut off', async () => {
    const rows = Array.from({ length: 300_002 }, (_, at) => `${at},x`).join('\n')
    const result = await read({ bytes: new TextEncoder().encode(rows), name: 'long.csv' })
    expect(result).toMatchObject({ ok: false, problem: { message: expect.stringContaining('more than 300,000 rows') } })
  })

  it('a formula in a CSV file is text like any other', async () => {
    expect(await textsOf('Name,Note\nAda,"=HYPERLINK(""http://x.example"",""y"")"\nBen,+1+1', 'a.csv')).toEqual([
      'Name: Ada; Note: =HYPERLINK("http://x.example","y")',
      'Name: Ben; Note: +1+1',
    ])
  })

  it('bytes of several encodings in one file give its text all the same', async () => {
    const mixed = new Uint8Array([
      ...new TextEncoder().encode('Café one.\n\nCaf'),
      0xe9,
      ...new TextEncoder().encode(' two.'),
    ])
    expect((await textsOf(mixed, 'a.txt')).join(' ')).toMatch(/one\..*Caf.* two\./)
  })
})
