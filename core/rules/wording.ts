import { words } from '../text'

/** The words between quotation marks as a sentence, if there are any. */
export const quoted = (object: string): string | undefined => {
  const inside = /["“]([^"”]+)["”]/.exec(object)?.[1]?.trim()
  return inside ? sentence(inside) : undefined
}

/** A statement to add: a that-clause becomes a sentence, "the number, 01…" becomes "The number is 01…". */
export function statement(word: string, object: string): string | undefined {
  const clause = /^(?:(?:them|the \w+) )?that\s+(.+)$/i.exec(object)?.[1]
  if (clause) return sentence(secondPerson(clause))
  if (/^remind/i.test(word)) return sentence(`please remember ${secondPerson(object)}`)
  if (/^thank/i.test(word)) return sentence(`thank you ${secondPerson(object)}`)
  const reminder = /^(?:a\s+)?(?:reminder|note)\s+(to|that)\s+(.+)$/i.exec(object)
  if (reminder)
    return sentence(
      reminder[1] === 'to' ? `please remember to ${secondPerson(reminder[2]!)}` : secondPerson(reminder[2]!),
    )
  const valued = /^((?:the|our|a|an)\s+[^,:(]+?)\s*[,:(]\s*([^)]+)\)?$/i.exec(object)
  if (valued) return sentence(`${valued[1]} is ${valued[2]}`)
  const thing = /^(?:mention|include|add|point out)$/i.test(word) && /^(?:the|our) [\w\s-]{3,60}$/i.test(object)
  if (thing) return sentence(`there is ${object.replace(/^the /i, 'the ')} for that`)
  // Without quotation marks only a full clause ("bikes go on the car deck") can be said as it stands.
  return /^say$/i.test(word) && words(object).length >= 3 ? sentence(secondPerson(object)) : undefined
}

/** "which island they mean" → "Which island do you mean?". */
export function question(object: string): string {
  const plain = secondPerson(
    object.replace(/^(?:them|the \w+)\s+(?=which|what|who|where|when|how|whether|if|for|to)/i, ''),
  )
  const which = /^(which|what|who|where|when|how many|how)\s+(.+)$/i.exec(plain)
  if (which) return asked(`${which[1]} ${invert(which[2]!)}`)
  const whether = /^(?:whether|if)\s+you\s+(.+)$/i.exec(plain)
  if (whether)
    return asked(
      /^(?:are|have|can|will|were|would)\b/i.test(whether[1]!)
        ? whether[1]!.replace(/^(\w+)/, '$1 you')
        : `do you ${whether[1]}`,
    )
  return asked(`could you tell me ${plain.replace(/^(?:for|about)\s+/i, '')}`)
}

/** "island you mean" → "island do you mean"; "day you are travelling" → "day are you travelling". */
const invert = (rest: string): string =>
  rest
    .replace(/\byou (are|have|can|will|were)\b/i, '$1 you')
    .replace(/(?<!are |have |can |will |were |do )\byou (\w+)/i, 'do you $1')

/** "the group form" → "Would you like the group form?". */
export const offer = (object: string): string =>
  asked(/^to\s+/i.test(object) ? `would you like me ${secondPerson(object)}` : `would you like ${secondPerson(object)}`)

/** Speaks to the visitor instead of about them. */
export const secondPerson = (text: string): string =>
  text
    .replace(
      /\b(?:the (?:visitor|user|customer|passenger|guest|member|client)|they|them|him|her)\b(?:['’]s)?/gi,
      (whole) => (/['’]s$/.test(whole) ? 'your' : 'you'),
    )
    .replace(/\btheir\b/gi, 'your')

const capital = (text: string): string => text.trim().replace(/^\p{Ll}/u, (letter) => letter.toUpperCase())

/** A text as a finished sentence. */
export const sentence = (text: string): string => capital(/[.!?]$/.test(text.trim()) ? text : `${text.trim()}.`)

/** A text as a question. */
export const asked = (text: string): string => capital(`${text.trim().replace(/[.!?]+$/, '')}?`)
