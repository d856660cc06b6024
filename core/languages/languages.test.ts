import { describe, expect, it } from 'vitest'
import { briefFrom } from '../brief'
import { takeTurn } from '../dialogue'
import { SPOKEN } from '../text'
import { understudy } from '../understudy'
import { inFormality, listed, ownWords, phrasesFor } from '.'

const library = { search: () => [] }

describe('what an agent says by itself', () => {
  it.each(SPOKEN)('is there in %s, whole and in its own words', (language) => {
    const words = ownWords(language)
    expect(words.length).toBeGreaterThan(50)
    expect(words.join(' ')).not.toMatch(/undefined|\[object/)
    if (language !== 'en') {
      const english = new Set(ownWords('en'))
      expect(words.filter((text) => text.length > 12 && english.has(text))).toEqual([])
    }
  })

  it('falls back to English for a language it has no words in', () => {
    expect(phrasesFor('pt-BR')).toBe(phrasesFor('en'))
    expect(phrasesFor('DE-at')).toBe(phrasesFor('de'))
  })

  it('differs by formality, and joins lists as people do', () => {
    const { bye } = phrasesFor('fr').courtesy
    expect(inFormality(bye, 90)).not.toEqual(inFormality(bye, 10))
    expect(listed(['a', 'b', 'c'], phrasesFor('nl').or)).toBe('a, b of c')
  })

  it.each([
    ['fr', 'Merci !', 'plaisir'],
    ['de', 'Vielen Dank!', 'Gern'],
    ['es', '¡Hola!', 'saber'],
    ['it', 'Arrivederci!', 'Arrivederci'],
    ['nl', 'Hallo!', 'weten'],
  ])('an agent in %s answers “%s” in that language', async (language, said, expected) => {
    const brief = briefFrom({ identity: { language } })
    const turn = await takeTurn(said, { brief, library, model: understudy, conversation: [], clock: () => 0 })
    expect(turn).toMatchObject({ outcome: 'chatted' })
    expect(turn.reply).toContain(expected)
  })
})
