import MarkdownIt from 'markdown-it'
import { decodeText } from '../encoding'
import { oneLine, readable, type Reader } from '../document'
import { blocksOf, parseDom } from './dom'

/** Raw HTML inside Markdown stays text: `html: false` escapes it. */
const markdown = new MarkdownIt({ html: false, linkify: false })

/** Markdown (CommonMark with tables) → document; front matter between `---` lines is left out, its title kept. */
export const readMarkdown: Reader = (file) => {
  const text = decodeText(file.bytes, file.mediaType)
  const front = /^---\r?\n([\s\S]*?)\r?\n---\r?\n/.exec(text)
  const named = /^title:\s*["']?(.+?)["']?\s*$/m.exec(front?.[1] ?? '')?.[1]
  const dom = parseDom(`<html><body>${markdown.render(front ? text.slice(front[0].length) : text)}</body></html>`)
  const title = named ?? dom.querySelector('h1')?.textContent ?? ''
  return readable(oneLine(title), blocksOf(dom.body), file.name)
}
