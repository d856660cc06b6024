import { pairBlock } from '../asked'
import type { Pair } from './pairs'
import { decodeText } from '../encoding'
import { baseName, failed, oneLine, readable, type Block, type Locator, type Reader } from '../document'
import { tableBlocks } from '../tables'

/** Deeper nesting than this is no content people wrote. */
const MAX_DEPTH = 40
const MOST_BLOCKS = 200_000

/** Where a value stands, as a JSON Pointer (RFC 6901); people are shown its last parts. */
const at = (path: readonly string[]): Locator => ({
  kind: 'heading',
  anchor: path.map((part) => `/${part.replace(/~/g, '~0').replace(/\//g, '~1')}`).join(''),
  label: path.slice(-2).join(' › ') || 'start',
})

/**
 * JSON → document: objects become sections under their keys, lists of alike objects tables, questions with answers
 * pairs, everything else "key: value" lines.
 */
export const readJson: Reader = (file) => {
  const text = decodeText(file.bytes, file.mediaType).replace(/^\uFEFF/, '')
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch (error) {
    return failed(`“${file.name}” is not valid JSON${lineOf(error, text)}.`, 'Mend it in an editor, then add it again.')
  }
  return readable(baseName(file.name), blocksOf(value), file.name)
}

/** JSON Lines → document: every line a value of its own; a line that is none is named. */
export const readJsonLines: Reader = (file) => {
  const values: unknown[] = []
  const lines = decodeText(file.bytes, file.mediaType)
    .replace(/^\uFEFF/, '')
    .split(/\r?\n/)
  for (const [index, line] of lines.entries()) {
    if (line.trim() === '') continue
    try {
      values.push(JSON.parse(line))
    } catch {
      return failed(`“${file.name}”: line ${index + 1} is not valid JSON.`, 'Mend that line, then add it again.')
    }
  }
  return readable(baseName(file.name), blocksOf(values), file.name)
}

/** ", line 4" as far as the engine's message tells the position. */
function lineOf(error: unknown, text: string): string {
  const position = /position (\d+)/.exec(String(error))?.[1]
  return position === undefined ? '' : `: line ${text.slice(0, Number(position)).split('\n').length}`
}

type Plain = string | number | boolean | null
type Json = Readonly<Record<string, unknown>>

const isObject = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value)
const isPlain = (value: unknown): value is Plain => value === null || typeof value !== 'object'
const shown = (value: unknown): string => (value === null || value === undefined ? '' : oneLine(String(value)))

function blocksOf(value: unknown): Block[] {
  const blocks: Block[] = []
  const add = (block: Block) => {
    if (block.text !== '' && blocks.length < MOST_BLOCKS) blocks.push(block)
  }
  const visit = (each: unknown, path: readonly string[]): void => {
    if (path.length > MAX_DEPTH) return
    if (isPlain(each)) return add({ kind: 'paragraph', text: shown(each), locator: at(path) })
    if (Array.isArray(each)) return visitList(each, path)
    for (const [key, inner] of Object.entries(each as Json)) {
      const name = key.replace(/[_-]+/g, ' ')
      if (isPlain(inner))
        add({ kind: 'paragraph', text: shown(inner) && `${name}: ${shown(inner)}`, locator: at([...path, key]) })
      else {
        add({ kind: 'heading', level: Math.min(path.length + 1, 6), text: name, locator: at([...path, key]) })
        visit(inner, [...path, key])
      }
    }
  }
  const visitList = (list: readonly unknown[], path: readonly string[]): void => {
    const pairs = list.map(pairIn)
    if (list.length > 0 && pairs.every((pair) => pair !== undefined)) {
      pairs.forEach((pair, n) => add(pairBlock(pair!.question, pair!.answer, at([...path, String(n)]))))
    } else if (list.length > 0 && list.every((each) => isObject(each) && Object.values(each).every(isCell))) {
      const headers = [...new Set(list.flatMap((each) => Object.keys(each as Json)))]
      const rows = (list as readonly Json[]).map((each) => headers.map((header) => cellOf(each[header])))
      const named = headers.map((header) => header.replace(/[_-]+/g, ' '))
      tableBlocks([named, ...rows], (row) => at([...path, String(Math.max(0, row - 1))])).forEach(add)
    } else if (list.every(isPlain)) {
      list.forEach((each, n) =>
        add({ kind: 'item', text: shown(each) && `- ${shown(each)}`, locator: at([...path, String(n)]) }),
      )
    } else list.forEach((each, n) => visit(each, [...path, String(n)]))
  }
  visit(value, [])
  return blocks
}

/** A table cell holds one value or a short list of them. */
const isCell = (value: unknown): boolean => isPlain(value) || (Array.isArray(value) && value.every(isPlain))
const cellOf = (value: unknown): string => (Array.isArray(value) ? value.map(shown).join(', ') : shown(value))

/** A question with its answer, under the names such lists give them. */
function pairIn(value: unknown): Pair | undefined {
  if (!isObject(value)) return undefined
  const question = value.question ?? value.q ?? value.prompt
  const answer = value.answer ?? value.a ?? value.response
  return typeof question === 'string' && typeof answer === 'string'
    ? { question: oneLine(question), answer: oneLine(answer) }
    : undefined
}
