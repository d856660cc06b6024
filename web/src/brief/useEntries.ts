import { nextTick, ref, type Ref } from 'vue'

/** What one can do with the entries of a list: move them by drag or keys, double, remove and add them. */
export interface Entries<T> {
  /** Place of the entry that is dragged, and of the one it would land on. */
  readonly dragged: Ref<number | undefined>
  readonly landing: Ref<number | undefined>
  move(from: number, to: number): Promise<void>
  duplicate(at: number): void
  remove(at: number): void
  add(): Promise<void>
  set(at: number, part: Partial<T>): void
  onDragStart(at: number, event: DragEvent): void
  onDragOver(at: number, event: DragEvent): void
  onDrop(): void
  onDragEnd(): void
}

/** Keeps the order of a list of the brief. `copy` makes a double of an entry, with an id of its own where it has one. */
export function useEntries<T extends object>(
  root: Ref<HTMLElement | undefined>,
  entries: () => readonly T[],
  change: (next: T[]) => void,
  make: { blank: () => T; copy: (entry: T) => T },
): Entries<T> {
  const dragged = ref<number>()
  const landing = ref<number>()

  async function focus(at: number): Promise<void> {
    await nextTick()
    const row = root.value?.querySelectorAll<HTMLElement>('[data-entry]')[at]
    row?.querySelector<HTMLElement>('.main, textarea, input')?.focus()
  }

  async function move(from: number, to: number): Promise<void> {
    if (to < 0 || to >= entries().length || from === to) return
    const next = [...entries()]
    next.splice(to, 0, ...next.splice(from, 1))
    change(next)
    await focus(to)
  }

  return {
    dragged,
    landing,
    move,
    duplicate: (at) => change([...entries().slice(0, at + 1), make.copy(entries()[at]!), ...entries().slice(at + 1)]),
    remove: (at) => change(entries().filter((_, index) => index !== at)),
    add: async () => {
      change([...entries(), make.blank()])
      await focus(entries().length - 1)
    },
    set: (at, part) => change(entries().map((entry, index) => (index === at ? { ...entry, ...part } : entry))),
    onDragStart: (at, event) => {
      dragged.value = at
      event.dataTransfer?.setData('text/plain', String(at))
      if (event.dataTransfer) event.dataTransfer.effectAllowed = 'move'
    },
    onDragOver: (at, event) => {
      if (dragged.value === undefined) return
      event.preventDefault()
      landing.value = at
    },
    onDrop: () => {
      const [from, to] = [dragged.value, landing.value]
      dragged.value = landing.value = undefined
      if (from !== undefined && to !== undefined) void move(from, to)
    },
    onDragEnd: () => {
      dragged.value = landing.value = undefined
    },
  }
}

/** A short id for a new entry. */
export const newId = (): string => Math.random().toString(36).slice(2, 10)
