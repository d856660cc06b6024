import { parseHTML } from 'linkedom'
import { describe, expect, it } from 'vitest'
import { drawReading } from './draw'
import { COLOURS, drawFace, FACE_WORDS, readFace } from './index'

describe('a phrase for a face', () => {
  it('is read word by word, and what is not understood is told', () => {
    expect(readFace('A cheerful sailor with a red scarf, like Uncle Otto')).toMatchObject({
      parts: { mood: 'happy', hat: 'sailor', scene: 'sea', neck: 'scarf' },
      colours: { neck: 'red' },
      drawn: ['cheerful', 'sailor', 'red', 'scarf'],
      unknown: ['uncle', 'otto'],
    })
  })

  it('paints the feathers by a colour that stands before no part', () => {
    expect(readFace('blue parrot with yellow glasses')).toMatchObject({
      parts: { body: 'blue', eyewear: 'glasses' },
      colours: { eyewear: 'yellow' },
    })
    expect(readFace('green').parts.body).toBe('green')
    expect(readFace('a calm orange captain')).toMatchObject({ parts: { body: 'orange', hat: 'captain' }, colours: {} })
    expect(readFace('teal with an orange beak')).toMatchObject({ parts: { body: 'teal' }, colours: { beak: 'orange' } })
    expect(readFace('a parrot with a beak')).toMatchObject({ colours: {}, unknown: [] })
  })

  it('knows things of two words', () => {
    expect(readFace('a wise professor in a top hat').parts.hat).toBe('tophat')
    expect(readFace('bow tie').parts).toEqual({ neck: 'bowtie' })
  })

  it('takes the last word where two ask for the same part', () => {
    expect(readFace('sailor with a crown').parts.hat).toBe('crown')
  })
})

describe('a face', () => {
  it('is the same for the same phrase and another for another', () => {
    expect(drawFace('Ada')).toBe(drawFace('Ada'))
    expect(drawFace('Ada')).not.toBe(drawFace('Bob'))
    expect(drawFace('sailor #2')).not.toBe(drawFace('sailor #3'))
  })

  it('shows every word of its vocabulary: the same bird is drawn otherwise with it than without', () => {
    // A beak is what every bird has; the word is there for a colour before it.
    const words = [...Object.keys(FACE_WORDS), ...Object.keys(COLOURS)].filter((word) => word !== 'beak')
    expect(words.length).toBeGreaterThan(60)
    const birds = ['Ada', 'Bob', 'Marlow', 'Pip', 'Otto']
    const isShown = (word: string) =>
      birds.some((bird) => drawReading(readFace(word), bird, 96) !== drawReading(readFace(''), bird, 96))
    expect(words.filter((word) => !isShown(word))).toEqual([])
  })

  it('is drawn whole for every word: a well-formed picture without scripts, links or outside references', () => {
    for (const word of [...Object.keys(FACE_WORDS), ...Object.keys(COLOURS), '"><script>alert(1)</script>']) {
      const svg = drawFace(`${word} bird`)
      expect(svg).toMatch(/^<svg .*<\/svg>$/)
      expect(svg).not.toMatch(/undefined|NaN|script|href|url\((?!#)/)
      const { document } = parseHTML(svg)
      expect(document.querySelectorAll('path').length).toBeGreaterThan(3)
    }
  })

  it('wears what was asked for in the colour that was asked for', () => {
    expect(drawFace('red beret')).toContain(COLOURS.red![0])
    expect(drawFace('plain bird')).not.toContain(COLOURS.red![0])
  })
})
