import mammoth from 'mammoth'
import { failed, oneLine, readable, type Reader } from '../document'
import { blocksOf, parseDom } from './dom'

/** Word (DOCX, ECMA-376) → document, through mammoth's semantic HTML: styles become headings, lists and tables. */
export const readDocx: Reader = async (file) => {
  let html: string
  try {
    html = (await mammoth.convertToHtml({ buffer: Buffer.from(file.bytes) }, { includeDefaultStyleMap: true })).value
  } catch {
    return failed(
      `“${file.name}” is not a readable Word document.`,
      'Open it in a word processor, save it as DOCX, and add it again.',
    )
  }
  const dom = parseDom(`<html><body>${html}</body></html>`)
  return readable(oneLine(dom.querySelector('h1')?.textContent ?? ''), blocksOf(dom.body), file.name)
}
