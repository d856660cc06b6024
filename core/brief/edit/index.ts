import { applyPatch, createPatch, createTests, Pointer, type Operation, type TestOperation } from 'rfc6902'
import { FIELD_LABELS } from '../changes'
import { briefSchema, type Brief } from '../schema'
import { ENTRY_LISTS, keyed, unkeyed, type EntryList, type KeyedBrief } from './keyed'

export { ENTRY_LISTS, type EntryList } from './keyed'

/**
 * One edit of a brief as a value: a JSON Patch (RFC 6902) over its keyed form, in which entries are named by their ids
 * ("/rules/no-cheap/enabled"). What it replaces or takes out is tested first, so that an edit made on an earlier state
 * is refused where it no longer fits, and never forced.
 */
export type BriefEdit = readonly Operation[]

/** An edited brief, or why the edit no longer fits, for a designer to read. */
export type Edited = { readonly ok: true; readonly brief: Brief } | { readonly ok: false; readonly problem: string }

/** The edit that makes one brief into another; empty when they are the same. */
export function editBetween(before: Brief, after: Brief): BriefEdit {
  const [was, is] = [keyed(before), keyed(after)]
  for (const list of ENTRY_LISTS) if (isOrderKept(list, was, is)) is.order[list] = was.order[list]
  const patch = createPatch(was, is, wholeLists)
  return [...createTests(was, patch), ...patch]
}

/** The edit that a change of a brief amounts to; the change alters the copy it is given. */
export function editOf(brief: Brief, change: (draft: Brief) => void): BriefEdit {
  const draft = structuredClone(brief)
  change(draft)
  return editBetween(brief, draft)
}

/** A brief with an edit made. Fields that had been drafted and are changed by it are the designer's own from then on. */
export function applyEdit(brief: Brief, edit: BriefEdit): Edited {
  const form = keyed(brief)
  const failed = applyPatch(form, [...edit]).findIndex((error) => error !== null)
  if (failed >= 0) return { ok: false, problem: misfit(brief, edit[failed]!) }
  const parsed = briefSchema.safeParse(unkeyed(form))
  if (!parsed.success) {
    const { path, message } = parsed.error.issues[0]!
    return { ok: false, problem: `${nameOf(path.map(String))}: ${message}` }
  }
  const drafted = parsed.data.drafted.filter((path) => isSame(valueAt(brief, path), valueAt(parsed.data, path)))
  return { ok: true, brief: { ...parsed.data, drafted } }
}

/** The edit that takes an edit back, where `brief` is the state it was made on; empty when it does not fit there. */
export function inverse(brief: Brief, edit: BriefEdit): BriefEdit {
  const edited = applyEdit(brief, edit)
  return edited.ok ? editBetween(edited.brief, brief) : []
}

/** Whether an edit changes an entry of a list, or takes it out. */
export const touches = (edit: BriefEdit, list: EntryList, id: string): boolean =>
  edit.some(({ path }) => {
    const { tokens } = Pointer.fromJSON(path)
    return tokens[1] === list && tokens[2] === id
  })

/** Lists without ids are replaced whole: a place in them means nothing once somebody else changed them. */
const wholeLists = (was: unknown, is: unknown, pointer: Pointer): Operation[] | undefined => {
  if (!Array.isArray(was) || !Array.isArray(is)) return undefined
  return isSame(was, is) ? [] : [{ op: 'replace', path: pointer.toString(), value: is }]
}

/** Entries taken out, and new ones at the end, leave the order of a list as it is. */
function isOrderKept(list: EntryList, was: KeyedBrief, is: KeyedBrief): boolean {
  const staying = was.order[list].filter((id) => is[list][id] !== undefined)
  const added = is.order[list].filter((id) => was[list][id] === undefined)
  return isSame(is.order[list], [...staying, ...added])
}

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

const valueAt = (brief: Brief, path: string): unknown =>
  path.split('.').reduce<unknown>((value, key) => (value as Record<string, unknown> | undefined)?.[key], brief)

/** Why an operation found no place, in the words of the screen. */
function misfit(brief: Brief, operation: Operation): string {
  const tokens = Pointer.fromJSON(operation.path).tokens.slice(1)
  const name = nameOf(tokens)
  const list = ENTRY_LISTS.find((each) => each === tokens[0])
  if (list && tokens[1] !== undefined && !brief[list].some(({ id }) => id === tokens[1]))
    return `${name}: the entry this edit was made for is no longer there.`
  return operation.op === 'test'
    ? `${name} was changed since: this edit was made when it read ${shown((operation as TestOperation).value)}.`
    : `${name}: this edit no longer fits the brief.`
}

const MOST_SHOWN = 80
function shown(value: unknown): string {
  const text = typeof value === 'string' ? `“${value}”` : JSON.stringify(value)
  return text.length > MOST_SHOWN ? `${text.slice(0, MOST_SHOWN)}…` : text
}

/** What the screen calls the field at a path. */
function nameOf(tokens: readonly string[]): string {
  for (let length = tokens.length; length > 0; length--) {
    const label = FIELD_LABELS[tokens.slice(0, length).join('.')]
    if (label) return label
  }
  return tokens[0] ?? 'The brief'
}
