import { FIELD_LABELS } from './changes'
import type { Brief } from './schema'

/** One thing the brief says, with its place ("rules.2") and the name of that place. */
export interface BriefLine {
  readonly field: string
  readonly label: string
  readonly text: string
}

/** Keys of an entry that name it or set how it works, and say nothing. */
const UNSAID = new Set([
  'id',
  'enabled',
  'strength',
  'onHit',
  'type',
  'required',
  'tools',
  'approval',
  'agent',
  'mode',
  'isFallback',
  'kind',
  'url',
  'image',
  'form',
])

/** Everything a brief says in words, line by line, in the order of the document; entries of a list as one line each. */
export function linesOf(brief: Brief): BriefLine[] {
  return Object.entries(FIELD_LABELS).flatMap(([field, label]) => {
    if (field === 'ruleSets') return []
    const value = field.split('.').reduce<unknown>((at, key) => (at as Record<string, unknown>)[key], brief)
    const lines = Array.isArray(value)
      ? value.map((entry, at) => ({
          field: `${field}.${at}`,
          label: `${label} ${at + 1}`,
          text: textsIn(entry).join(' · '),
        }))
      : [{ field, label, text: textsIn(value).join(' · ') }]
    return lines.filter(({ text }) => text !== '')
  })
}

function textsIn(value: unknown): string[] {
  if (typeof value === 'string') return value.trim() === '' ? [] : [value.trim()]
  if (Array.isArray(value)) return value.flatMap(textsIn)
  if (typeof value !== 'object' || value === null) return []
  return Object.entries(value).flatMap(([key, each]) => (UNSAID.has(key) ? [] : textsIn(each)))
}
