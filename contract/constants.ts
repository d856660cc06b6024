/** Lists of words both sides share. They stand apart from the schemas so that a browser can have them alone. */
import type { CueKind } from '@parrot/core/team'
import type { Insert } from '@parrot/core/inserts'

/** The stages of the work, in working order. */
export const STAGES = ['brief', 'library', 'rehearse', 'release', 'logbook'] as const
export type Stage = (typeof STAGES)[number]

/** How a turn can end. */
export const OUTCOMES = ['answered', 'offered', 'clarified', 'declined', 'unknown', 'chatted', 'acted'] as const
export type Outcome = (typeof OUTCOMES)[number]

export const SOURCE_KINDS = ['file', 'page', 'site', 'note', 'pairs'] as const
export const SOURCE_STATUSES = ['queued', 'reading', 'indexing', 'ready', 'failed'] as const

/** What stands in what begins a relay, by the kind of its cue and by name: what its inputs can take. */
export const EVENT_VALUES: Readonly<Record<CueKind, readonly string[]>> = {
  time: [],
  feed: ['title', 'text', 'link', 'date'],
  mail: ['from', 'name', 'subject', 'text', 'date'],
  call: ['text'],
  conversation: ['opening', 'text', 'outcomes', 'visitor'],
  file: ['name', 'text', 'folder'],
  wanting: ['question', 'questions', 'times'],
}

/** What a reply can show beside its words, in a designer's words. */
export const SHOWN: Readonly<Record<Insert['kind'] | 'any', string>> = {
  any: 'anything',
  link: 'a button',
  table: 'a table',
  chart: 'a chart',
  quiz: 'a quiz',
  cards: 'cards',
  times: 'free times',
  outline: 'an outline',
  picture: 'a picture',
  file: 'a file',
  form: 'a form',
}

export { figureWithUnit } from '@parrot/core/inserts'
