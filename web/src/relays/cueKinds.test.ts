import { describe, expect, it } from 'vitest'
import { cueSchema, EVENT_VALUES, type CueKind } from '@parrot/contract'
import { CUES, cueOf } from './cue'

describe('what a relay can begin by', () => {
  it.each(Object.keys(CUES) as CueKind[])('“%s” begins as a form that can be filled in', (kind) => {
    const cue = cueOf(kind)
    // An address has to be written; all else can be kept as it begins.
    const whole = kind === 'feed' ? { ...cue, url: 'https://plots.example/news.xml' } : cue
    expect(cueSchema.safeParse(whole)).toMatchObject({ success: true, data: { kind, mostPerDay: 20 } })
    expect(EVENT_VALUES[kind]).toBeDefined()
  })
})
