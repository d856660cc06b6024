import { nextTick, watch, type Ref, type WatchSource } from 'vue'
import { useEventListener, useResizeObserver } from '@vueuse/core'

/** Room between two notes of the margin, pixels. */
const GAP = 10

/** A note of the margin: where its line begins, and how high it is, pixels. */
export interface Note {
  readonly top: number
  readonly height: number
}

/**
 * Where the notes of a margin go, pixels from the place each has beside its line, in the order of the lines. The note at
 * `anchor` stays beside its line; those below it give way downwards, those above it upwards.
 */
export function shiftsOf(notes: readonly Note[], anchor: number): number[] {
  const shifts = notes.map(() => 0)
  let bottom = -Infinity
  for (let at = anchor; at < notes.length; at++) {
    const { top, height } = notes[at]!
    shifts[at] = at === anchor ? 0 : Math.max(0, bottom + GAP - top)
    bottom = top + shifts[at]! + height
  }
  let above = notes[anchor]?.top ?? Infinity
  for (let at = anchor - 1; at >= 0; at--) {
    const { top, height } = notes[at]!
    shifts[at] = Math.min(0, above - GAP - (top + height))
    above = top + shifts[at]!
  }
  return shifts
}

/**
 * Keeps the notes in the margin apart, and beside their lines where one is reading or typing: the note of the line that
 * has the focus stays at its line, without one that of the first line in sight, and the others make room.
 */
export function useMarginLayout(root: Ref<HTMLElement | undefined>, sources: WatchSource[]): void {
  let frame = 0

  function layOut(): void {
    const notes = [...(root.value?.querySelectorAll<HTMLElement>('.margin-note') ?? [])]
    for (const note of notes) note.style.transform = ''
    if (!notes.some((note) => getComputedStyle(note).position === 'absolute')) return
    const places = notes
      .map((note) => ({ note, box: note.getBoundingClientRect() }))
      .filter(({ box }) => box.height > 0)
      .sort((a, b) => a.box.top - b.box.top)
    const inSight = places.findIndex(({ box }) => box.top > window.innerHeight / 5)
    const typed = document.activeElement?.closest('[data-field], [data-entry]')
    const atFocus = places.findIndex(
      ({ note, box }) => note.parentElement === typed && box.top > 0 && box.top < window.innerHeight,
    )
    const shifts = shiftsOf(
      places.map(({ box }) => box),
      Math.max(0, atFocus >= 0 ? atFocus : inSight),
    )
    places.forEach(({ note }, at) => {
      if (shifts[at] !== 0) note.style.transform = `translateY(${Math.round(shifts[at]!)}px)`
    })
  }

  const later = () => {
    cancelAnimationFrame(frame)
    frame = requestAnimationFrame(layOut)
  }
  useResizeObserver(root, later)
  useEventListener('scroll', later, { passive: true })
  useEventListener(root, ['focusin', 'focusout'], later)
  watch(sources, () => void nextTick(later), { deep: true })
}
