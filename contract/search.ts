/** The words typed into a search field, in small letters. */
export const typedWords = (typed: string): string[] => typed.toLowerCase().split(/\s+/).filter(Boolean)

/**
 * How every field that narrows a list reads what is typed: what is looked at must hold each of the words somewhere in its
 * texts, in any order and case. Nothing typed holds for everything.
 */
export function holdsAll(typed: string): (...texts: readonly string[]) => boolean {
  const words = typedWords(typed)
  return (...texts) => {
    const text = texts.join('\n').toLowerCase()
    return words.every((word) => text.includes(word))
  }
}
