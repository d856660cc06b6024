import { describe, expect, it } from 'vitest'
import { recordingName, recordingTypeOf, refusalOf } from './recording'

const AT = new Date('2026-05-01T09:05:00Z')

describe('a recording', () => {
  it('is called by its title, or by when it was made', () => {
    expect(recordingName('Winter hours', 'audio/webm;codecs=opus', AT)).toBe('Winter hours.weba')
    expect(recordingName('', 'audio/mp4', AT)).toBe('Spoken note 2026-05-01 09.05.m4a')
  })

  it('has a name that no folder hides in', () => {
    expect(recordingName('../etc: "x"', 'audio/ogg', AT)).toBe('.. etc x.ogg')
  })

  it('is sent under its media type alone', () => {
    expect(recordingTypeOf('audio/webm;codecs=opus')).toBe('audio/webm')
  })
})

describe('a microphone that does not record', () => {
  it.each([
    ['NotAllowedError', 'did not allow the microphone'],
    ['NotFoundError', 'no microphone'],
    ['NotReadableError', 'in use by something else'],
    ['TypeError', 'cannot record here'],
  ])('is told of in plain words: %s', (name, words) => {
    expect(refusalOf(Object.assign(new Error('x'), { name }))).toContain(words)
  })
})
