import { describe, expect, it } from 'vitest'
import { ruleFrom, weekOf } from './cue'

describe('a cue as a form holds it', () => {
  it('is days and a time of a recurrence rule, and becomes one again', () => {
    const rule = ruleFrom({ days: [4, 0], time: '09:05' })
    expect(rule).toBe('FREQ=WEEKLY;BYDAY=MO,FR;BYHOUR=9;BYMINUTE=5')
    expect(weekOf(rule)).toEqual({ days: [0, 4], time: '09:05' })
  })

  it.each([
    'FREQ=MONTHLY;BYMONTHDAY=1;BYHOUR=9',
    'FREQ=WEEKLY;BYDAY=2MO;BYHOUR=9',
    'FREQ=WEEKLY;INTERVAL=2;BYDAY=MO;BYHOUR=9',
  ])('leaves %s as it was written', (rule) => expect(weekOf(rule)).toBeUndefined())
})
