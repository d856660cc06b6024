import { inkOn, isDark } from '@parrot/client'
import type { TalkAgent } from '@parrot/contract'

/** Gives the page the look of its outlet. */
export function dress(look: TalkAgent['look']): void {
  if (!look) return
  const root = document.documentElement
  const set = (name: string, value: string) => root.style.setProperty(name, value)
  if (look.scheme !== 'system') root.dataset.scheme = look.scheme
  set('--corner', `${look.corner}px`)
  if (look.font === 'sans') set('--serif', 'var(--sans)')
  if (look.accent) {
    set('--accent', look.accent)
    set('--on-accent', inkOn(look.accent))
  }
  if (look.paper) {
    const isNight = isDark(look.paper)
    set('--paper', look.paper)
    set('--sheet', look.paper)
    set('--ink', isNight ? '#f4f1ea' : '#20302b')
    set('--soft', isNight ? '#c9cdc4' : '#4d5952')
  }
}
