import { nextTick, onBeforeUnmount, onMounted, watch, type Ref, type WatchSource } from 'vue'

/** Room between two notes of the margin, pixels. */
const GAP = 10

/**
 * Keeps the notes in the margin apart: each stands beside its line, or right below the note above where there is no
 * room. Laid out anew when the document's size changes or one of `sources` does.
 */
export function useMarginLayout(root: Ref<HTMLElement | undefined>, sources: WatchSource[]): void {
  let observer: ResizeObserver | undefined
  let frame = 0

  function layOut(): void {
    const notes = [...(root.value?.querySelectorAll<HTMLElement>('.margin-note') ?? [])]
    for (const note of notes) note.style.transform = ''
    const isBeside = notes.some((note) => getComputedStyle(note).position === 'absolute')
    if (!isBeside) return
    const places = notes
      .map((note) => ({ note, box: note.getBoundingClientRect() }))
      .sort((a, b) => a.box.top - b.box.top)
    let bottom = -Infinity
    for (const { note, box } of places) {
      const shift = Math.max(0, bottom + GAP - box.top)
      if (shift > 0) note.style.transform = `translateY(${Math.round(shift)}px)`
      bottom = box.top + shift + box.height
    }
  }

  const later = () => {
    cancelAnimationFrame(frame)
    frame = requestAnimationFrame(layOut)
  }

  onMounted(() => {
    observer = new ResizeObserver(later)
    if (root.value) observer.observe(root.value)
    later()
  })
  onBeforeUnmount(() => observer?.disconnect())
  watch(sources, () => void nextTick(later), { deep: true })
}
