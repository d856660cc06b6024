import { createKeybindingsHandler } from 'tinykeys'
import { useEventListener } from '@vueuse/core'

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  target.matches('input:not([type=checkbox], [type=radio], [readonly]), textarea, select, [contenteditable]')

/**
 * Keys that work anywhere on a screen, written as "$mod+k", "Shift+?", "g b" (g, then b within a second). While one
 * types in a field only Escape and those of `whileTyping` work: what a field does by itself (Ctrl Z) stays the field's.
 * Inside a dialog none does.
 */
export function useKeys(
  keys: Readonly<Record<string, (event: KeyboardEvent) => void>>,
  { whileTyping = [] as readonly string[] } = {},
): void {
  // Of "g r" and "r" only the longer one is meant when both fit: it comes first, and what it took is not taken again.
  const longestFirst = Object.entries(keys).sort(([a], [b]) => b.split(' ').length - a.split(' ').length)
  const guarded = longestFirst.map(([key, act]): [string, (event: KeyboardEvent) => void] => [
    key,
    (event) => {
      if (event.defaultPrevented || event.isComposing) return
      const isOpenTo = key === 'Escape' || whileTyping.includes(key)
      if (!isOpenTo && isTyping(event.target)) return
      if (event.target instanceof HTMLElement && event.target.closest('.el-overlay, .el-popper')) return
      if (key !== 'Escape') event.preventDefault()
      act(event)
    },
  ])
  useEventListener('keydown', createKeybindingsHandler(Object.fromEntries(guarded)))
}
