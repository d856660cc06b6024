import { numberOf, stem, words } from '../text'
import { LANGUAGES } from './names'
import { asked, offer, question, quoted, secondPerson, sentence, statement } from './wording'

/** What a rule asks for, as far as it could be read. Texts are whole sentences, ready to be said. */
export type Directive =
  | { readonly kind: 'say'; readonly text: string }
  | { readonly kind: 'avoid'; readonly anyOf: readonly (readonly string[])[]; readonly words: string }
  | { readonly kind: 'ask'; readonly text: string }
  /** Asks before anything is answered. */
  | { readonly kind: 'askFirst'; readonly text: string }
  | { readonly kind: 'offer'; readonly text: string }
  | { readonly kind: 'apologise' }
  | { readonly kind: 'link'; readonly url: string; readonly text: string }
  | { readonly kind: 'format'; readonly as: 'bullets' | 'steps' | 'table' | 'prose' }
  | { readonly kind: 'limit'; readonly most: number; readonly unit: 'words' | 'sentences' }
  | { readonly kind: 'replace'; readonly from: string; readonly to: string }
  | { readonly kind: 'byName' }
  | { readonly kind: 'endWith'; readonly text: string }
  /** `isReferral`: it tells who can help; a person does not take the conversation over. */
  | { readonly kind: 'handOver'; readonly to: string; readonly text: string; readonly isReferral: boolean }
  | { readonly kind: 'tool'; readonly name: string }
  | { readonly kind: 'cite'; readonly isWanted: boolean }
  | { readonly kind: 'language'; readonly language: string; readonly name: string }

type Reader = (act: string) => Directive | undefined

const LEAD =
  /^(?:please\s+|then\s+|also\s+)*(?:you\s+(?:must|should|have to|need to)\s+)?(?:always\s+)?(?:be sure to\s+|make sure (?:to|you)\s+|remember to\s+)?/i

/** Reads what a rule asks for; undefined when any part of it cannot be read. */
export function readDirectives(act: string): Directive[] | undefined {
  const text = act
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/[.\s]+$/, '')
  if (text === '') return undefined
  const parts = text.split(
    /(?<!["“][^"”]*)(?:;|,?\s+and\s+(?:then\s+)?|,\s*then\s+|\.\s+)(?=(?:never|do not|don['’]t|always|please|say|tell|include|mention|add|remind|offer|ask|apologi[sz]e|recommend|link|use|keep|answer|reply|end|close|finish|hand|pass|transfer|call|cite|quote|avoid|write|address|name|give|point|refer|limit)\b)/i,
  )
  // Where a further instruction is joined on, all are read one by one, or none: half of a rule would be another rule.
  if (parts.length < 2) {
    const whole = readOne(text)
    return whole && [whole]
  }
  const read = parts.map((part) => readOne(part.trim()))
  return read.every((each) => each !== undefined) ? read : undefined
}

function readOne(act: string): Directive | undefined {
  const text = act.replace(LEAD, '')
  for (const reader of READERS) {
    const found = reader(text)
    if (found) return found
  }
  return undefined
}

const avoid: Reader = (text) => {
  const never =
    /^(?:never|do not|don['’]t|avoid|stay away from|refrain from)\s+(?:ever\s+)?(?:mention(?:ing)?|say(?:ing)?|us(?:e|ing)|talk(?:ing)? about|speak(?:ing)? (?:of|about)|writ(?:e|ing)|the (?:words?|phrases?)|nam(?:e|ing))\s+(.+)$/i.exec(
      text,
    )
  if (!never) return undefined
  const plain = never[1]!
    .replace(/["“”‘’]/g, '')
    .replace(/^(?:the (?:words?|phrases?|names?)|anything about|words like)\s+/i, '')
  const anyOf = plain
    .split(/\s*,\s*(?:or\s+|and\s+)?|\s+or\s+/i)
    .map((part) => words(part.replace(/^(?:any|a|an|the)\s+/i, '')).map((word) => stem(word.text)))
    .filter((stems) => stems.length > 0 && stems.length <= 6)
  return anyOf.length > 0 ? { kind: 'avoid', anyOf, words: plain } : undefined
}

const replace: Reader = (text) => {
  const found =
    /^(?:say|use|write)\s+["“']([^"”']+)["”']\s+(?:instead of|rather than|not)\s+["“']([^"”']+)["”']$/i.exec(text) ??
    /^(?:say|use|write)\s+(?:the word\s+)?(\w[\w-]*)\s+(?:instead of|rather than)\s+(\w[\w-]*)$/i.exec(text)
  if (found) return { kind: 'replace', to: found[1]!, from: found[2]! }
  const call = /^call\s+["“']?([\w\s-]+?)["”']?\s+["“']([^"”']+)["”']$/i.exec(text)
  return call ? { kind: 'replace', from: call[1]!.trim(), to: call[2]! } : undefined
}

const apologise: Reader = (text) =>
  /^(?:apologi[sz]e|say sorry|begin with an apology|start by apologi[sz]ing)(?: first| for .*)?$/i.test(text)
    ? { kind: 'apologise' }
    : undefined

const format: Reader = (text) => {
  const found =
    /^(?:use|answer (?:in|with)|write(?: in)?|give(?: them)?|present (?:it )?as|reply (?:in|with)|list (?:them )?as)\s+(?:a |an )?(?:short |numbered )?(bullets?|bullet(?:ed)? (?:points?|lists?)|lists?|(?:numbered )?steps|tables?|prose|full sentences|plain text)$/i.exec(
      text,
    )
  if (!found) return /^(?:number the steps|give the steps)$/i.test(text) ? { kind: 'format', as: 'steps' } : undefined
  const what = found[1]!.toLowerCase()
  return {
    kind: 'format',
    as: /table/.test(what)
      ? 'table'
      : /step/.test(what)
        ? 'steps'
        : /prose|sentence|plain/.test(what)
          ? 'prose'
          : 'bullets',
  }
}

const limit: Reader = (text) => {
  const found =
    /\b(?:at most|no more than|not more than|maximum(?: of)?|max|under|below|fewer than|less than|within|to|in)\s+(\w+)\s+(words?|sentences?|lines?)\b/i.exec(
      text,
    )
  const isAbout = /^(?:keep|answer|reply|use|write|limit|stay|be brief|respond|say it)\b/i.test(text)
  const most = found && numberOf(found[1]!)
  if (!found || !isAbout || !most) return undefined
  const isUnder = /\b(?:under|below|fewer than|less than)\b/i.test(found[0])
  return { kind: 'limit', most: isUnder ? most - 1 : most, unit: /word/i.test(found[2]!) ? 'words' : 'sentences' }
}

const byName: Reader = (text) =>
  /^(?:address (?:them|the \w+)|call (?:them|the \w+)|greet (?:them|the \w+)|use (?:their|the visitor['’]s|the \w+['’]s))\s+(?:by\s+)?(?:(?:their|his or her|first)\s+)?(?:first )?name$/i.test(
    text,
  )
    ? { kind: 'byName' }
    : undefined

const endWith: Reader = (text) => {
  const found =
    /^(?:end|close|finish|sign off)(?: (?:each|every|the|your) (?:answer|reply|message))?(?: with| by (?:saying|asking))?\s+(.+)$/i.exec(
      text,
    )
  if (!found) return undefined
  const words2 = quoted(found[1]!)
  if (words2) return { kind: 'endWith', text: words2 }
  const ask = /^(?:a question (?:about|whether|if)\s+|asking (?:about|whether|if)\s+|the question\s+)(.+)$/i.exec(
    found[1]!,
  )
  if (ask)
    return {
      kind: 'endWith',
      text: question(/^(?:a question|asking) (?:whether|if)/i.test(found[1]!) ? `whether ${ask[1]}` : ask[1]!),
    }
  return /^(?:a (?:follow-up )?question|an offer of (?:more )?help)$/i.test(found[1]!)
    ? { kind: 'endWith', text: 'Is there anything else you would like to know?' }
    : undefined
}

const handOver: Reader = (text) => {
  const found =
    /^(?:hand(?: them| it| the \w+| the conversation)? over|pass(?: them| it| the \w+)? on|transfer(?: them| the \w+)?|refer(?: them| the \w+)?|point(?: them| the \w+)?|send(?: them| the \w+)?|direct(?: them| the \w+)?)\s+to\s+(.+)$/i.exec(
      text,
    )
  if (!found) return undefined
  const to = found[1]!.replace(/["“”]/g, '').trim()
  return {
    kind: 'handOver',
    to,
    isReferral: !/^(?:hand|pass|transfer)\b/i.test(text),
    text: sentence(
      `${secondPerson(to).replace(/^(a|an|our|the) /i, (whole) => whole[0]!.toUpperCase() + whole.slice(1))} can help you with that`,
    ),
  }
}

const link: Reader = (text) => {
  const url = /\bhttps?:\/\/[^\s"”')]+/i.exec(text)?.[0].replace(/[.,;]+$/, '')
  if (!url || !/^(?:recommend|link|give|point|refer|offer|include|send|mention|add|share)\b/i.test(text))
    return undefined
  const label = quoted(text)?.replace(/[.]$/, '')
  return { kind: 'link', url, text: `${label ? `${label}: ` : 'You can read more here: '}${url}` }
}

const tool: Reader = (text) => {
  const found =
    /^(?:use|call|run)\s+(?:the\s+)?["“']?([\w -]+?)["”']?\s+tool\b/i.exec(text) ??
    /^(?:use|call|run) the tool ["“']?([\w -]+?)["”']?$/i.exec(text)
  return found ? { kind: 'tool', name: found[1]! } : undefined
}

const cite: Reader = (text) => {
  if (/^(?:cite|name|quote|give|mention)(?: the| your)? (?:sources?|passages?|documents?|page)(?: .*)?$/i.test(text))
    return { kind: 'cite', isWanted: true }
  return /^(?:do not|don['’]t|never) (?:cite|give|show|name)(?: the| any)? (?:sources?|citations?|passages?)$/i.test(
    text,
  )
    ? { kind: 'cite', isWanted: false }
    : undefined
}

const language: Reader = (text) => {
  const name =
    /^(?:answer|reply|respond|write|speak)(?: them)? in (english|french|german|spanish|italian|dutch)$/i.exec(text)?.[1]
  return name === undefined ? undefined : { kind: 'language', language: LANGUAGES[name.toLowerCase()]!, name }
}

const askFirst: Reader = (text) => {
  const found =
    /^(?:first ask|ask first|before (?:answering|you answer),? ask)\s+(.+)$/i.exec(text) ??
    /^ask\s+(.+?)\s+(?:first|before (?:answering|you answer))$/i.exec(text)
  return found ? { kind: 'askFirst', text: quoted(found[1]!) ?? question(found[1]!) } : undefined
}

const says: Reader = (text) => {
  const verb =
    /^(say|tell (?:them|the \w+)|include|mention|add|remind (?:them|the \w+)|offer|ask|recommend|suggest|warn (?:them|the \w+)|thank (?:them|the \w+)|point out|explain)\s+(.+)$/i.exec(
      text,
    )
  if (!verb) return undefined
  const [, word, object] = verb as unknown as [string, string, string]
  const literal = quoted(object)
  if (/^ask/i.test(word)) return { kind: 'ask', text: literal ?? question(object) }
  if (/^(?:offer|recommend|suggest)/i.test(word))
    return {
      kind: 'offer',
      text: literal ?? (/^offer/i.test(word) ? offer(object) : asked(`have you thought of ${secondPerson(object)}`)),
    }
  const said = literal ?? statement(word, object)
  return said ? { kind: 'say', text: said } : undefined
}

const READERS: readonly Reader[] = [
  cite,
  replace,
  avoid,
  apologise,
  format,
  limit,
  byName,
  endWith,
  handOver,
  link,
  tool,
  language,
  askFirst,
  says,
]
