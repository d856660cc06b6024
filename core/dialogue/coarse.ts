import { englishDataset, englishRecommendedTransformers, RegExpMatcher } from 'obscenity'

let matcher: RegExpMatcher | undefined

/**
 * Coarse and demeaning words of a text, by the kept English list of `obscenity`, which sees through spellings meant to
 * hide them and knows harmless words that hold one.
 */
export function coarseWordsIn(text: string): string[] {
  matcher ??= new RegExpMatcher({ ...englishDataset.build(), ...englishRecommendedTransformers })
  return [
    ...new Set(
      matcher.getAllMatches(text, true).map(({ startIndex, endIndex }) => text.slice(startIndex, endIndex + 1)),
    ),
  ]
}
