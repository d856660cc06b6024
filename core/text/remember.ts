/** Texts longer than this are not kept: longer than any line of a visitor, they seldom come again. */
const LONGEST = 5200

/**
 * A pure function of a text that remembers its last results: one turn looks at the same sentences again and again, and
 * the next turn often at the same passages. Forgets everything once `most` texts are kept. Results must not be changed.
 */
export function remembered<T>(compute: (text: string) => T, most = 8000): (text: string) => T {
  const known = new Map<string, T>()
  return (text) => {
    const found = known.get(text)
    if (found !== undefined) return found
    const made = compute(text)
    if (text.length > LONGEST) return made
    if (known.size >= most) known.clear()
    known.set(text, made)
    return made
  }
}
