import { contentTerms, isLight, isStopWord } from '../text'

const NUMBER = String.raw`[£€$]?\d[\d,]*(?:\.\d+)?%?`
const SIGN = String.raw`(?:[+×*/÷−^-]|x(?=\s*\d)|plus|minus|times|divided by|multiplied by)`
/** "12.5 × 8", "3 plus 4 minus 2", "(2 + 3) * 4". */
const SUM = new RegExp(String.raw`\(*\s*${NUMBER}\s*\)*(?:\s*${SIGN}\s*\(*\s*${NUMBER}\s*\)*)+`, 'i')
/** "15 % of 80". */
const SHARE = new RegExp(String.raw`\d+(?:\.\d+)?\s?(?:%|per ?cent) of ${NUMBER}`, 'i')
/** "2.5 hours in minutes", "convert 3 miles to km". */
const CONVERSION = /(\d+(?:\.\d+)?)\s?(\p{L}{1,12}) (?:in|to|into) (\p{L}{1,12})\??$/iu
/** Words of a line that asks for nothing but a sum. */
const ASKING = new Set('work out calculate compute reckon result sum add up convert equal equals'.split(' '))

/** The expression a line asks to have worked out, where it asks for nothing else; undefined otherwise. */
export function expressionIn(line: string): string | undefined {
  const plain = line.trim().replace(/[?.!\s]+$/, '')
  const found = SHARE.exec(plain) ?? SUM.exec(plain) ?? CONVERSION.exec(plain)
  if (!found) return undefined
  const rest = `${plain.slice(0, found.index)} ${plain.slice(found.index + found[0].length)}`
  const isOther = contentTerms(rest).some(({ stem, start, end }) => {
    const word = rest.slice(start, end).toLowerCase()
    return !isLight(stem) && !isStopWord(word) && !ASKING.has(word)
  })
  // A date is written with signs as well, and a telephone number.
  if (isOther || /^\d{4}-\d{2}(?:-\d{2})?$|^\d{1,2}[/-]\d{1,2}[/-]\d{2,4}$|^[\d\s-]{9,}$/.test(found[0].trim()))
    return undefined
  return found[0]
    .trim()
    .replace(/\bplus\b/gi, '+')
    .replace(/\bminus\b/gi, '-')
    .replace(/\btimes\b|\bmultiplied by\b|x(?=\s*\d)/gi, '*')
    .replace(/\bdivided by\b/gi, '/')
    .replace(CONVERSION, '$1 $2 to $3')
}
