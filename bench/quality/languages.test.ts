import { briefFrom } from '@parrot/core/brief'
import { PassageLibrary, takeTurn, withoutMarkers } from '@parrot/core/dialogue'
import { buildSegment, LibraryIndex } from '@parrot/core/retrieval'
import { understudy } from '@parrot/core/understudy'
import { describe, expect, it } from 'vitest'
import { FOREIGN, type Foreign } from './languages'

/** Of ten questions a language so many must be answered, or offered, from its library. */
const FEWEST = 7

const libraryOf = ({ texts }: Foreign): PassageLibrary => {
  const passages = texts.map(([heading, text], at) => ({
    id: String(at),
    text,
    headings: [heading],
    locator: { kind: 'heading' as const, anchor: heading, label: heading },
  }))
  const segment = buildSegment(passages.map(({ headings, text }) => ({ title: 'Info', headings, body: text })))
  return new PassageLibrary([{ sourceId: 's', title: 'Info', passages }], new LibraryIndex([segment]))
}
const plain = (text: string) => text.toLowerCase().replace(/[’‘]/g, "'")

describe('an agent that speaks another language than English', () => {
  it.each(Object.entries(FOREIGN))('in %s answers from documents in that language', async (language, foreign) => {
    const library = libraryOf(foreign)
    const brief = briefFrom({ identity: { language } })
    const missed: string[] = []
    for (const [say, has] of foreign.questions) {
      const turn = await takeTurn(say, { brief, library, model: understudy, conversation: [], clock: () => 0 })
      if (!plain(withoutMarkers(turn.reply)).includes(plain(has)))
        missed.push(`${say} → [${turn.outcome}] ${turn.reply}`)
      expect(turn.reply).not.toMatch(/\bI (?:am|don’t)\b/)
    }
    expect(missed.length, missed.join('\n')).toBeLessThanOrEqual(foreign.questions.length - FEWEST)
  })
})
