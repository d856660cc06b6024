import type { Brief } from '../schema'

/** The lists of a brief whose entries have ids. */
export const ENTRY_LISTS = ['rules', 'duties', 'boundaries', 'glossary', 'answers', 'variables'] as const
export type EntryList = (typeof ENTRY_LISTS)[number]

/**
 * A brief in which each list of entries is a record by their ids, and their order stands apart: a path into it
 * ("/rules/no-cheap/do") names an entry wherever it stands.
 */
export type KeyedBrief = Omit<Brief, EntryList> &
  Record<EntryList, Record<string, { readonly id: string }>> & {
    order: Record<EntryList, string[]>
  }

/** The keyed form of a brief; nothing is shared with it. */
export function keyed(brief: Brief): KeyedBrief {
  const copy = structuredClone(brief)
  const lists = ENTRY_LISTS.map((list) => [list, Object.fromEntries(copy[list].map((entry) => [entry.id, entry]))])
  const order = ENTRY_LISTS.map((list) => [list, copy[list].map(({ id }) => id)])
  return { ...copy, ...Object.fromEntries(lists), order: Object.fromEntries(order) } as KeyedBrief
}

/** The brief of a keyed form. Entries the order does not name come last; names without an entry are passed over. */
export function unkeyed({ order, ...keyedBrief }: KeyedBrief): unknown {
  const lists = ENTRY_LISTS.map((list) => {
    const entries = keyedBrief[list]
    const named = order[list].filter((id) => entries[id] !== undefined)
    const others = Object.keys(entries).filter((id) => !named.includes(id))
    return [list, [...named, ...others].map((id) => entries[id])]
  })
  return { ...keyedBrief, ...Object.fromEntries(lists) }
}
