/** Kinds of tools that the product knows itself, each with what it offers and how it is called. */
import type { ToolKind } from '@parrot/contract'
import { calendar } from './calendar'
import type { ToolKindAtHand } from './kind'
import { drawing } from './drawing'
import { library } from './library'
import { mail } from './mail'
import { reminder } from './reminder'
import { search } from './search'
import { table } from './table'
import { team } from './team'

export { keepReminding, sendDue } from './reminder'
export { readOpenSearch } from './search'
export { tableOf } from './table'
export type { Caller } from './kind'

const KINDS: Partial<Readonly<Record<ToolKind, ToolKindAtHand>>> = {
  calendar,
  mail,
  search,
  library,
  reminder,
  table,
  team,
  drawing,
}
/** The kind, where it is one of those; undefined for what is reached by a document, a request or a server of its own. */
export const kindAtHand = (kind: ToolKind): ToolKindAtHand | undefined => KINDS[kind]
