import { expect, it } from 'vitest'
import { contrast, inkOn } from './contrast'

it('colours are held against each other as WCAG does', () => {
  expect(contrast('#000000', '#ffffff')).toBeCloseTo(21)
  expect(contrast('#777777', '#ffffff')).toBeCloseTo(4.48, 1)
  expect(contrast('#1f6f5c', '#faf7f0')).toBeGreaterThan(4.5)
})

it.each([
  ['#f4e3a1', '#111111'],
  ['#1f6f5c', '#ffffff'],
])('on %s one writes in %s', (colour, ink) => expect(inkOn(colour)).toBe(ink))
