/** Relative luminance of a colour such as #1f6f5c, 0..1, as WCAG 2.2 defines it. */
export function luminance(colour: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const part = parseInt(colour.slice(at, at + 2), 16) / 255
    return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4
  }) as [number, number, number]
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}

/** How well two colours can be told apart, 1..21, as WCAG 2.2 defines it. */
export function contrast(one: string, other: string): number {
  const [light, dark] = [luminance(one), luminance(other)].sort((a, b) => b - a) as [number, number]
  return (light + 0.05) / (dark + 0.05)
}

/** Whether white reads better on a colour than black: they are equal at a luminance of 0.179. */
export const isDark = (colour: string): boolean => luminance(colour) < 0.179

/** Black or white, whichever reads better on a colour. */
export const inkOn = (colour: string): string => (isDark(colour) ? '#ffffff' : '#111111')
