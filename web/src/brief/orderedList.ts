import { nextTick, toValue, type MaybeRefOrGetter, type Ref } from 'vue'
import { insertNodeAt, removeNode, useSortable } from '@vueuse/integrations/useSortable'

/** What one can do with the entries of a list: add, double, change, move by drag or keys, and remove them. */
export interface OrderedList<T> {
  /** Adds an entry below `at`, the last when nothing is given; a blank one that is there already is used instead. */
  add(at?: number): Promise<void>
  duplicate(at: number): Promise<void>
  set(at: number, part: T extends object ? Partial<T> : T): void
  move(from: number, to: number): Promise<void>
  remove(at: number): Promise<void>
}

/**
 * Keeps a list of the brief in order. `rows` is the element whose children are the entries, one each, nothing else: focus
 * goes to the entry that was added or moved, and to its neighbour when one is removed, or to the button that adds
 * (`data-add`, beside the rows) when none is left.
 */
export function useOrderedList<T>(
  rows: Ref<HTMLElement | null | undefined>,
  entries: MaybeRefOrGetter<readonly T[]>,
  change: (next: T[]) => void,
  make: {
    blank: () => T
    copy?: (entry: T) => T
    /** Whether nothing was written into an entry yet. */
    isBlank: (entry: T) => boolean
    most?: number
    /** What an entry is dragged by; without it the list is not dragged. */
    handle?: string
  },
): OrderedList<T> {
  async function focus(at: number): Promise<void> {
    await nextTick()
    const row = rows.value?.children[at]
    const field =
      row?.querySelector<HTMLElement>('[data-main]') ?? row?.querySelector<HTMLElement>('textarea, input, button')
    const adder = rows.value?.parentElement?.querySelector<HTMLElement>('[data-add]')
    ;(field ?? adder)?.focus()
  }

  async function insert(at: number, entry: T): Promise<void> {
    const all = toValue(entries)
    if (all.length >= (make.most ?? Infinity)) return
    change([...all.slice(0, at), entry, ...all.slice(at)])
    await focus(at)
  }

  async function move(from: number, to: number): Promise<void> {
    const all = toValue(entries)
    if (to < 0 || to >= all.length || from === to) return
    const next = [...all]
    next.splice(to, 0, ...next.splice(from, 1))
    change(next)
    await focus(to)
  }

  if (make.handle !== undefined)
    useSortable(rows, [], {
      handle: make.handle,
      animation: 120,
      ghostClass: 'is-dragged',
      watchElement: true,
      onUpdate: ({ oldIndex, newIndex, item, from }) => {
        if (oldIndex === undefined || newIndex === undefined) return
        // The element was moved already; Vue draws the order of the data, so it is put back first.
        removeNode(item)
        insertNodeAt(from, item, oldIndex)
        void move(oldIndex, newIndex)
      },
    })

  return {
    move,
    add: async (at) => {
      const all = toValue(entries)
      const below = at === undefined ? all.length : at + 1
      const besides = [below - 1, below].find((each) => all[each] !== undefined && make.isBlank(all[each]))
      if (besides === undefined) await insert(below, make.blank())
      else await focus(besides)
    },
    duplicate: (at) => insert(at + 1, make.copy?.(toValue(entries)[at]!) ?? toValue(entries)[at]!),
    set: (at, part) =>
      change(
        toValue(entries).map((entry, index) =>
          index !== at ? entry : typeof entry === 'object' ? { ...entry, ...(part as Partial<T>) } : (part as T),
        ),
      ),
    remove: async (at) => {
      change(toValue(entries).filter((_, index) => index !== at))
      await focus(Math.max(0, at - 1))
    },
  }
}

/** A short id for a new entry. */
export const newId = (): string => Math.random().toString(36).slice(2, 10)
