import type { InjectionKey } from 'vue'
import { diffWordsWithSpace } from 'diff'
import type { Citation, Support } from '@parrot/contract'

/** A stretch of a reply's text that looks one way: new against another reply or not, resting on one thing or none. */
export interface Run {
  readonly text: string
  readonly isChanged: boolean
  readonly ground?: Support
}

/** What every piece of a reply needs to be drawn: how its text is marked, and whom a click is told. */
export interface ReplyMarks {
  runsOf(text: string, from: number): Run[]
  citationOf(marker: number): Citation | undefined
  cite(citation: Citation): void
  ground(support: Support): void
}
export const REPLY_MARKS: InjectionKey<ReplyMarks> = Symbol('marks of a reply')

const MARKER = /[ \t]?\[(\d{1,3})\]/g

/** A reply without its citation markers, as it would be said. */
export const withoutMarkers = (reply: string): string => reply.replace(MARKER, '')

/**
 * Parts texts of a reply into runs, each with what it rests on when `support` tells. With `other`, the words that do not
 * stand in the other reply are marked as changed; citation markers are left out of the comparison, since their numbers
 * move with every source.
 */
export function runMaker(
  reply: string,
  other?: string,
  support: readonly Support[] = [],
): (text: string, from: number) => Run[] {
  const groundAt = groundsOf(reply, support)
  const isChanged = other === undefined ? () => false : changedAt(reply, other)
  return (text, from) => {
    const runs: Run[] = []
    for (let at = 0; at < text.length; at++) {
      const changed = isChanged(from + at)
      const ground = groundAt(from + at)
      const last = runs.at(-1)
      if (last && last.isChanged === changed && last.ground === ground)
        runs[runs.length - 1] = { ...last, text: last.text + text[at]! }
      else runs.push({ text: text[at]!, isChanged: changed, ...(ground ? { ground } : {}) })
    }
    return runs
  }
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
