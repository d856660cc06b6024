import { onBeforeUnmount, onMounted } from 'vue'

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))

/** Keys that work anywhere: with Ctrl they work while typing too. `g b` means g, then b within a second. */
export function useKeys(keys: Readonly<Record<string, (event: KeyboardEvent) => void>>): void {
  let first = ''
  let firstAt = 0
  const onKey = (event: KeyboardEvent) => {
    if (event.defaultPrevented || event.isComposing) return
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key
    const isCtrl = event.ctrlKey || event.metaKey
    if (isTyping(event.target) && !isCtrl && key !== 'Escape') return
    const inOverlay = event.target instanceof HTMLElement && event.target.closest('.el-overlay')
    if (inOverlay && key !== 'Escape') return
    const isSecond = first !== '' && event.timeStamp - firstAt < 1000
    const name = isCtrl ? `ctrl+${key}` : isSecond ? `${first} ${key}` : key
    const action = keys[name]
    first = !isCtrl && !isSecond && key === 'g' ? 'g' : ''
    firstAt = event.timeStamp
    if (!action) return
    event.preventDefault()
    first = ''
    action(event)
  }
  onMounted(() => window.addEventListener('keydown', onKey))
  onBeforeUnmount(() => window.removeEventListener('keydown', onKey))
}
