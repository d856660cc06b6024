import { diffWordsWithSpace } from 'diff'
import { tableLine, type Support } from '@parrot/contract'

/** A run of a reply: plain text, text that is new against another reply, or a citation marker with the stop after it, which must not wrap alone. */
export type Run =
  | { readonly kind: 'text'; readonly text: string; readonly isChanged: boolean; readonly ground?: Support }
  | { readonly kind: 'marker'; readonly marker: number; readonly stop: string }

/** A line of a reply: a paragraph, one item of a list with its bullet or number, or one row of a table with its cells. */
export interface ReplyLine {
  readonly bullet: string
  readonly runs: readonly Run[]
  readonly cells?: readonly (readonly Run[])[]
}

/** What is drawn as one: a line, or the rows of a table. */
export type ReplyBlock = { readonly line: ReplyLine } | { readonly rows: readonly ReplyLine[] }

const MARKER = /\s?\[(\d{1,3})\]/g
const STOP = /^[.,;:!?]/
const BULLET = /^([-•]|\d{1,3}[.)])\s+/

/**
 * A reply as lines of runs, each with what it rests on when `support` tells. With `other`, the words that do not stand in the other reply are marked as changed;
 * citation markers are left out of the comparison, since their numbers move with every source.
 */
export function linesOf(reply: string, other?: string, support: readonly Support[] = []): ReplyLine[] {
  const groundAt = groundsOf(reply, support)
  const isChanged = other === undefined ? () => false : changedAt(reply, other)
  const lines: ReplyLine[] = []
  let offset = 0
  for (const line of reply.split('\n')) {
    const bullet = BULLET.exec(line)
    const start = bullet?.[0].length ?? 0
    const row = tableLine(line)
    if (row && !row.isRule) {
      lines.push({ bullet: '', runs: [], cells: cellsOf(line, offset, isChanged, groundAt) })
    } else if (!row && line.trim() !== '') {
      lines.push({
        bullet: bullet ? (/\d/.test(bullet[1]!) ? bullet[1]! : '•') : '',
        runs: runsOf(line.slice(start), offset + start, isChanged, groundAt),
      })
    }
    offset += line.length + 1
  }
  return lines
}

/** The runs of each cell, with their places in the whole reply kept. */
function cellsOf(
  line: string,
  offset: number,
  isChanged: (at: number) => boolean,
  groundAt: (at: number) => Support | undefined,
): (readonly Run[])[] {
  return [...line.matchAll(/[^|]+/g)]
    .filter((match) => match[0].trim() !== '')
    .map((match) => {
      const lead = match[0].length - match[0].trimStart().length
      return runsOf(match[0].trim(), offset + match.index + lead, isChanged, groundAt)
    })
}

/** Lines put together as they are drawn: neighbouring rows make one table. */
export function blocksOf(lines: readonly ReplyLine[]): ReplyBlock[] {
  const blocks: ReplyBlock[] = []
  for (const line of lines) {
    const last = blocks.at(-1)
    if (!line.cells) blocks.push({ line })
    else if (last && 'rows' in last) blocks[blocks.length - 1] = { rows: [...last.rows, line] }
    else blocks.push({ rows: [line] })
  }
  return blocks
}

function runsOf(
  text: string,
  offset: number,
  isChanged: (at: number) => boolean,
  groundAt: (at: number) => Support | undefined,
): Run[] {
  const runs: Run[] = []
  let from = 0
  const addText = (until: number) => {
    for (let at = from; at < until; at++) {
      const changed = isChanged(offset + at)
      const ground = groundAt(offset + at)
      const last = runs.at(-1)
      if (last?.kind === 'text' && last.isChanged === changed && last.ground === ground)
        runs[runs.length - 1] = { ...last, text: last.text + text[at]! }
      else runs.push({ kind: 'text', text: text[at]!, isChanged: changed, ...(ground ? { ground } : {}) })
    }
  }
  for (const match of text.matchAll(MARKER)) {
    addText(match.index)
    const end = match.index + match[0].length
    const stop = STOP.exec(text.slice(end))?.[0] ?? ''
    runs.push({ kind: 'marker', marker: Number(match[1]), stop })
    from = end + stop.length
  }
  addText(text.length)
  return runs
}

/** Tells for each character of `reply` what its sentence rests on, where that can be opened, or that it rests on nothing. */
function groundsOf(reply: string, support: readonly Support[]): (at: number) => Support | undefined {
  const spans = support.flatMap((each) => {
    if (each.isSupported && each.passageId === undefined && each.field === undefined) return []
    const words = each.text
      .trim()
      .split(/\s+/)
      .map((word) => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'))
    // Markers stand between the words, and before the stop at the end.
    const pattern = words.join('(?:\\s*\\[\\d{1,3}\\])*\\s+').replace(/(\\[.?!]|[!:])$/, '(?:\\s*\\[\\d{1,3}\\])*$1')
    const found = new RegExp(pattern).exec(reply)
    return found ? [{ from: found.index, to: found.index + found[0].length, each }] : []
  })
  return (at) => spans.find((span) => at >= span.from && at < span.to)?.each
}

/** Tells for each character of `reply` whether it belongs to words that `other` does not have. */
function changedAt(reply: string, other: string): (at: number) => boolean {
  const blank = (text: string) => text.replace(MARKER, (marker) => ' '.repeat(marker.length))
  const changed = new Uint8Array(reply.length)
  let at = 0
  for (const part of diffWordsWithSpace(other.replace(MARKER, ''), blank(reply))) {
    if (part.removed) continue
    if (part.added && part.value.trim() !== '') {
      const lead = part.value.length - part.value.trimStart().length
      changed.fill(1, at + lead, at + part.value.trimEnd().length)
    }
    at += part.value.length
  }
  // A space between two changed words is part of the change: one mark reads better than two.
  for (const gap of reply.matchAll(/\s+/g)) {
    const end = gap.index + gap[0].length
    if (changed[gap.index - 1] === 1 && changed[end] === 1) changed.fill(1, gap.index, end)
  }
  return (index) => changed[index] === 1
}

/** Sentences of a reply that nothing backs: those it says all the same, and those that were left out of it. */
export function unbackedIn(reply: string, support: readonly Support[]): (Support & { readonly isSaid: boolean })[] {
  const plain = reply.replace(MARKER, '').replace(/ +([.,;!?])/g, '$1')
  return support.filter((each) => !each.isSupported).map((each) => ({ ...each, isSaid: plain.includes(each.text) }))
}

/** Whether two replies say the same, markers aside. */
export const saysTheSame = (one: string, other: string): boolean =>
  one.replace(MARKER, '').trim() === other.replace(MARKER, '').trim()
