import { contentStems, stem, words } from '../text'

/** When a rule applies, as far as it could be read. */
export type Condition =
  | { readonly kind: 'always' }
  /** Any one of the alternatives is spoken of: all stems of it stand in the visitor's question. */
  | { readonly kind: 'mentions'; readonly anyOf: readonly (readonly string[])[]; readonly words: string }
  | { readonly kind: 'intent'; readonly intent: 'greeting' | 'thanks' | 'goodbye' }
  | { readonly kind: 'unknown' }

/** What a rule asks for, as far as it could be read. Texts are whole sentences, ready to be said. */
export type Directive =
  | { readonly kind: 'say'; readonly text: string }
  | { readonly kind: 'avoid'; readonly anyOf: readonly (readonly string[])[]; readonly words: string }
  | { readonly kind: 'ask'; readonly text: string }
  | { readonly kind: 'offer'; readonly text: string }

/** A rule as it was read. `understood` is false when it is for the model only; `explanation` says how it was read. */
export interface Reading {
  readonly understood: boolean
  readonly condition: Condition
  readonly directives: readonly Directive[]
  readonly explanation: string
}

/**
 * Reads a rule in plain English. Known forms: "always include/say/mention …", "never mention/say/use …", and
 * "when … say/offer/ask …", with the condition in `when` or in front of `act`. What cannot be read is marked as for
 * the model only; nothing is guessed.
 */
export function readRule(when: string, act: string): Reading {
  const { condition: inFront, rest } = splitCondition(act)
  const spoken = when.trim() || inFront
  const condition = spoken ? readCondition(spoken) : ({ kind: 'always' } as const)
  const directive = readDirective(rest)
  if (!condition || !directive) {
    const what = condition ? `“${rest}”` : `“${spoken}”`
    return {
      understood: false,
      condition: { kind: 'always' },
      directives: [],
      explanation: `For the model only: ${what} is passed on as written.`,
    }
  }
  return {
    understood: true,
    condition,
    directives: [directive],
    explanation: `${explainCondition(condition)} → ${explainDirective(directive)}`,
  }
}

function splitCondition(text: string): { condition: string; rest: string } {
  const trimmed = text.trim().replace(/\s+/g, ' ')
  const found = /^((?:when|whenever|if)\s+.+?)\s*(?:,|:|→|\bthen\b)\s*(.+)$/i.exec(trimmed)
  return found ? { condition: found[1]!, rest: found[2]! } : { condition: '', rest: trimmed }
}

const ABOUT =
  /^(?:when|whenever|if)?\s*(?:the |a |an )?(?:visitors?|users?|customers?|passengers?|guests?|people|persons?|someone|somebody|anyone|anybody|they|question|conversation|asked)?\s*(?:is|are|was)?\s*(?:asks?|asked|asking|mentions?|mentioned|wants? to know|says?|talks?|speaks?|writes?|is|wants?|needs?)?\s*(?:about|for|of|on)?\s*(?:the |a |an )?/i

function readCondition(spoken: string): Condition | undefined {
  const text = spoken.trim().replace(/[.,;:]+$/, '')
  if (/^(?:always|every time|in (?:every|each|all) (?:answer|reply|replies|case)s?)$/i.test(text))
    return { kind: 'always' }
  if (/\b(?:greets?|says? hello|hello)\b/i.test(text)) return { kind: 'intent', intent: 'greeting' }
  if (/\b(?:thanks?|says? thank you)\b/i.test(text)) return { kind: 'intent', intent: 'thanks' }
  if (/\b(?:says? goodbye|leaves|goodbye)\b/i.test(text)) return { kind: 'intent', intent: 'goodbye' }
  if (
    /\b(?:do(?:es)? not|don['’]t|doesn['’]t|cannot|can['’]t) (?:know|answer|find)\b|\bunknown\b|\bno answer\b/i.test(
      text,
    )
  )
    return { kind: 'unknown' }
  // Quantities, dates, moods and negations need more than words to match on: better unread than read wrongly.
  if (/\b(?:not|n['’]t|more than|less than|fewer|at least|at most|over \d|under \d|\d+)\b/i.test(text)) return undefined
  const subject = text.replace(ABOUT, '').trim()
  const anyOf = alternatives(subject)
  return anyOf.length === 0 ? undefined : { kind: 'mentions', anyOf, words: subject }
}

/** "dogs, cats or other pets" → each alternative as the stems it needs. */
function alternatives(subject: string): string[][] {
  return subject
    .split(/\s*,\s*(?:or\s+)?|\s+or\s+/i)
    .map((part) => [...contentStems(part.replace(/^(?:other|any)\s+/i, ''))])
    .filter((stems) => stems.length > 0 && stems.length <= 4)
}

function readDirective(text: string): Directive | undefined {
  const act = text
    .trim()
    .replace(/^(?:please\s+)?(?:you (?:must|should)\s+)?/i, '')
    .replace(/[.\s]+$/, '')
  const never =
    /^(?:never|do not|don['’]t|avoid)\s+(?:mention(?:ing)?|say(?:ing)?|us(?:e|ing)|talk(?:ing)? about|the words?)\s+(.+)$/i.exec(
      act,
    )
  if (never) return avoid(never[1]!)
  const verb =
    /^(?:always\s+)?(say|tell (?:them|the \w+)|include|mention|add|remind (?:them|the \w+)|offer|ask)\s+(.+)$/i.exec(
      act,
    )
  if (!verb) return undefined
  const [, word, object] = verb as unknown as [string, string, string]
  const text2 = quoted(object)
  if (/^ask/i.test(word)) return { kind: 'ask', text: text2 ?? question(object) }
  if (/^offer/i.test(word)) return { kind: 'offer', text: text2 ?? offer(object) }
  const said = text2 ?? statement(word, object)
  return said ? { kind: 'say', text: said } : undefined
}

function avoid(object: string): Directive | undefined {
  const plain = object.replace(/["“”‘’']/g, '').replace(/^the (?:words?|phrases?|names?)\s+/i, '')
  const anyOf = plain
    .split(/\s*,\s*(?:or\s+|and\s+)?|\s+or\s+/i)
    .map((part) => words(part).map((word) => stem(word.text)))
    .filter((stems) => stems.length > 0)
  return anyOf.length > 0 ? { kind: 'avoid', anyOf, words: plain } : undefined
}

const quoted = (object: string): string | undefined => {
  const inside = /["“]([^"”]+)["”]/.exec(object)?.[1]?.trim()
  return inside ? sentence(inside) : undefined
}

/** A statement to add: a that-clause becomes a sentence, "the number, 01…" becomes "The number is 01…". */
function statement(word: string, object: string): string | undefined {
  const clause = /^(?:that\s+)(.+)$/i.exec(object)?.[1]
  if (clause) return sentence(secondPerson(clause))
  if (/^remind/i.test(word)) return sentence(`please remember ${secondPerson(object)}`)
  const reminder = /^(?:a\s+)?(?:reminder|note)\s+(to|that)\s+(.+)$/i.exec(object)
  if (reminder)
    return sentence(
      reminder[1] === 'to' ? `please remember to ${secondPerson(reminder[2]!)}` : secondPerson(reminder[2]!),
    )
  const valued = /^((?:the|our|a|an)\s+[^,:(]+?)\s*[,:(]\s*([^)]+)\)?$/i.exec(object)
  if (valued) return sentence(`${valued[1]} is ${valued[2]}`)
  // Without quotation marks only a full clause ("bikes go on the car deck") can be said as it stands.
  return /^say$/i.test(word) && words(object).length >= 3 ? sentence(secondPerson(object)) : undefined
}

function question(object: string): string {
  const plain = secondPerson(object.replace(/^(?:them|the \w+)\s+/i, ''))
  const which = /^(which|what|who|where|when|how many|how)\s+(.+)$/i.exec(plain)
  if (which) return asked(`${which[1]} ${invert(which[2]!)}`)
  const whether = /^(?:whether|if)\s+you\s+(.+)$/i.exec(plain)
  if (whether)
    return asked(
      /^(?:are|have|can|will|were)\b/i.test(whether[1]!)
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

const offer = (object: string): string =>
  asked(/^to\s+/i.test(object) ? `would you like me ${secondPerson(object)}` : `would you like ${secondPerson(object)}`)

/** Speaks to the visitor instead of about them. */
const secondPerson = (text: string): string =>
  text
    .replace(/\b(?:the (?:visitor|user|customer|passenger|guest)|they|them|him|her)\b(?:['’]s)?/gi, (whole) =>
      /['’]s$/.test(whole) ? 'your' : 'you',
    )
    .replace(/\btheir\b/gi, 'your')

const capital = (text: string): string => text.trim().replace(/^\p{Ll}/u, (letter) => letter.toUpperCase())
const sentence = (text: string): string => capital(/[.!?]$/.test(text.trim()) ? text : `${text.trim()}.`)
const asked = (text: string): string => capital(`${text.trim().replace(/[.!?]+$/, '')}?`)

function explainCondition(condition: Condition): string {
  switch (condition.kind) {
    case 'always':
      return 'Always'
    case 'mentions':
      return `When the question speaks of ${condition.words}`
    case 'intent':
      return `When the visitor says ${condition.intent === 'greeting' ? 'hello' : condition.intent}`
    case 'unknown':
      return 'When the answer is not known'
  }
}

function explainDirective(directive: Directive): string {
  switch (directive.kind) {
    case 'avoid':
      return `never speak of ${directive.words}`
    case 'say':
      return `say “${directive.text}”`
    case 'ask':
    case 'offer':
      return `${directive.kind}: “${directive.text}”`
  }
}
