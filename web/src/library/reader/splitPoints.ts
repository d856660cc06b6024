/** A piece of a passage, and where in its text it begins. */
export interface Piece {
  readonly text: string
  readonly start: number
}

/** A passage in pieces between which it may be split: its lines, and the sentences of each. */
export function splitPieces(text: string): Piece[] {
  const pieces: Piece[] = []
  let start = 0
  for (const found of text.matchAll(/\n+|(?<=[.!?]["'”’)]?)\s+(?=\S)/g)) {
    pieces.push({ text: text.slice(start, found.index), start })
    start = found.index + found[0].length
  }
  pieces.push({ text: text.slice(start), start })
  return pieces.filter((piece) => piece.text.trim() !== '')
}
