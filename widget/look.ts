import type { TalkAgent } from '@parrot/contract'

/** Relative luminance of a colour such as #1f6f5c, 0..1, as WCAG 2.2 defines it. */
export function luminance(colour: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const part = parseInt(colour.slice(at, at + 2), 16) / 255
    return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4
  }) as [number, number, number]
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}

/** Black or white, whichever reads better on a colour: they are equal at a luminance of 0.179. */
export const inkOn = (colour: string): string => (luminance(colour) > 0.179 ? '#111111' : '#ffffff')

/** Gives the page the look of its outlet. */
export function dress(look: TalkAgent['look']): void {
  if (!look) return
  const root = document.documentElement
  const set = (name: string, value: string) => root.style.setProperty(name, value)
  if (look.scheme !== 'system') root.dataset.scheme = look.scheme
  set('--corner', `${look.corner}px`)
  if (look.accent) {
    set('--accent', look.accent)
    set('--on-accent', inkOn(look.accent))
  }
  if (look.paper) {
    const isDark = luminance(look.paper) < 0.179
    set('--paper', look.paper)
    set('--sheet', look.paper)
    set('--ink', isDark ? '#f4f1ea' : '#20302b')
    set('--soft', isDark ? '#c9cdc4' : '#4d5952')
  }
}
