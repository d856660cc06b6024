import { strFromU8, strToU8, zipSync } from 'fflate'
import { unpack } from '../unpack'

/** Sheets shorter than this are read as they are. */
const LONG_SHEET = 2 * 1024 * 1024
const SHEET = /^xl\/worksheets\/[^/]+\.xml$/
/** A row without any cell that holds something: none at all, or only cells with a style. */
const EMPTY_ROW = /<row\b[^>]*?(?:\/>|>(?:<c\b[^>]*\/>)*<\/row>)/g

/**
 * A workbook without the empty rows of its long sheets, and how many rows its longest sheet has left: programs write a
 * million of them to keep a format, and the package would build an object for each. Undefined when it cannot be unpacked.
 */
export function withoutEmptyRows(bytes: Uint8Array): { bytes: Uint8Array; rows: number } | undefined {
  const unpacked = unpack(bytes, () => true)
  if (!unpacked.ok) return undefined
  let rows = 0
  let isChanged = false
  const files = unpacked.files.map(({ name, bytes: part }): [string, Uint8Array] => {
    if (!SHEET.test(name) || part.length < LONG_SHEET) return [name, part]
    const xml = strFromU8(part)
    const kept = xml.replace(EMPTY_ROW, '')
    rows = Math.max(rows, kept.split('<row').length - 1)
    isChanged ||= kept.length < xml.length
    return [name, kept.length < xml.length ? strToU8(kept) : part]
  })
  return { bytes: isChanged ? zipSync(Object.fromEntries(files), { level: 0 }) : bytes, rows }
}
