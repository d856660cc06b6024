import { describe, expect, it } from 'vitest'
import { drawingOf } from './drawing'

describe('a drawing', () => {
  const count = (description: string, part: string) => drawingOf(description).split(part).length - 1

  it('shows what is named, as often and in the colour it is named', () => {
    expect(count('three boats on the sea', 'l-12 18 h-56z')).toBe(3)
    expect(drawingOf('a red boat')).toContain('M10 70 h80 l-12 18 h-56z" fill="#b3372b"')
    expect(drawingOf('a house by a tree')).toMatch(/M22 50[^]*circle cx="50" cy="42"/)
  })

  it('is by night where it says so, the same each time, and holds no word of the description', () => {
    expect(drawingOf('a boat at night')).toContain('#22304a')
    expect(drawingOf('a dog')).toBe(drawingOf('a dog'))
    expect(drawingOf('<script>alert(1)</script>')).not.toContain('script')
  })
})
