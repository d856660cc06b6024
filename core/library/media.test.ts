import { describe, expect, it } from 'vitest'
import { recordingType, withoutCaptioned } from './index'

describe('recordings', () => {
  it('are told by their names', () => {
    expect(recordingType('Talk.MP3')).toBe('audio/mpeg')
    expect(recordingType('tour.webm')).toBe('video/webm')
    expect(recordingType('talk.vtt')).toBeUndefined()
  })

  it('with captions of the same name beside them are left to the captions', () => {
    const names = ['talk.mp3', 'Talk.vtt', 'song.mp3', 'notes.md'].map((name) => ({ name }))
    expect(withoutCaptioned(names).map((file) => file.name)).toEqual(['Talk.vtt', 'song.mp3', 'notes.md'])
  })
})
