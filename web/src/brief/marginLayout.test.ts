import { describe, expect, it } from 'vitest'
import { shiftsOf } from './marginLayout'

const note = (top: number, height = 50) => ({ top, height })

describe('notes in the margin', () => {
  it('stand beside their lines where there is room', () => {
    expect(shiftsOf([note(0), note(100), note(200)], 0)).toEqual([0, 0, 0])
  })

  it('give way downwards below the line one is at', () => {
    expect(shiftsOf([note(0), note(20), note(40)], 0)).toEqual([0, 40, 80])
  })

  it('give way upwards above it, so that its own note stays', () => {
    expect(shiftsOf([note(0), note(20), note(40)], 2)).toEqual([-80, -40, 0])
    expect(shiftsOf([note(0), note(20), note(40)], 1)).toEqual([-40, 0, 40])
  })

  it('may be none', () => {
    expect(shiftsOf([], 0)).toEqual([])
  })
})
