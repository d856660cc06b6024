import type { Hit } from '@parrot/contract'

/** The parts of a passage's score in plain words, each with the tone it is drawn in. */
export const PARTS: Readonly<Record<string, { name: string; tone: string; about: string }>> = {
  title: { name: 'title', tone: 'a', about: 'words of the question in the source’s title' },
  headings: { name: 'headings', tone: 'b', about: 'words in the headings above the passage' },
  body: { name: 'text', tone: 'c', about: 'words in the passage itself' },
  phrase: { name: 'phrase', tone: 'd', about: 'words that stand together as in the question' },
  coverage: { name: 'coverage', tone: 'e', about: 'how much of the question the passage holds' },
  opening: { name: 'opening', tone: 'i', about: 'words of the question in the passage’s first sentence' },
  meaning: { name: 'meaning', tone: 'f', about: 'other words that mean the same' },
  neighbours: { name: 'neighbours', tone: 'g', about: 'how well the passages beside it match' },
  embedding: { name: 'embedding', tone: 'j', about: 'how near it is by the vectors of the embedder' },
  source: { name: 'source', tone: 'h', about: 'how well its source matches as a whole' },
}

/** The passage in pieces, those words that matched marked: compared by their beginnings, as stems are. */
export function matchedPieces({ text, matched }: Pick<Hit, 'text' | 'matched'>): { text: string; isHit: boolean }[] {
  const stems = matched.map((word) => word.toLowerCase().slice(0, Math.max(3, word.length - 2)))
  return text.split(/(\s+)/).map((piece) => {
    const plain = piece.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')
    return {
      text: piece,
      isHit: plain !== '' && stems.some((stem) => plain.startsWith(stem) && plain.length <= stem.length + 5),
    }
  })
}
