import { sentences, unquoted, words } from '../../text'
import { briefFrom, type Brief } from '../schema'
import { draftedPaths } from './drafted'
import { lengthIn, toneIn } from './tone'

/** Where one line of a pasted prompt went. */
export interface Placement {
  readonly line: string
  readonly field: string
}

/** Under which heading a line stood, as far as headings of prompts tell. */
type Section =
  | 'role'
  | 'job'
  | 'audience'
  | 'manner'
  | 'rules'
  | 'avoid'
  | 'glossary'
  | 'answers'
  | 'greeting'
  | 'unknown'
  | 'goals'
  | 'steps'
  | 'suggestions'
  | 'other'

const HEADINGS: readonly (readonly [RegExp, Section])[] = [
  [/\b(?:role|identity|who you are|about you|persona(?:lity)?|character)\b/i, 'role'],
  [/\b(?:goals?|objectives?|aims?)\b/i, 'goals'],
  [/\b(?:task|job|purpose|mission|what you do|overview|context)\b/i, 'job'],
  [/\b(?:audience|users?|who (?:you|it) (?:talk|is for)|customers)\b/i, 'audience'],
  [/\b(?:tone|style|voice|manner|language)\b/i, 'manner'],
  [
    /\b(?:do not|don[’']?ts?|never|avoid|forbidden|out of scope|off[- ]limits|boundar|restrictions?|limits)\b/i,
    'avoid',
  ],
  [/\b(?:rules?|instructions?|guidelines?|requirements?|do[’']?s|constraints?|behaviou?r)\b/i, 'rules'],
  [/\b(?:glossary|terms|definitions|vocabulary|abbreviations)\b/i, 'glossary'],
  [/\b(?:examples?|sample answers?|model answers?|q ?& ?a|faq)\b/i, 'answers'],
  [/\b(?:greeting|welcome|opening)\b/i, 'greeting'],
  [/\b(?:unknown|fallback|if you (?:do not|don[’']t) know)\b/i, 'unknown'],
  [/\b(?:suggest(?:ed|ions)|starter|conversation starters)\b/i, 'suggestions'],
]

const HEADING = /^(?:#{1,6}\s+(.+?)\s*#*|\*\*(.+?)\*\*:?|([A-Z][\w ’'/&-]{2,40}):)\s*$/
const BULLET = /^\s*(?:[-*•]|\d{1,3}[.)])\s+/
const INSTRUCTS =
  /^(?:always|never|do not|don[’']t|please|make sure|be sure|ensure|avoid|use|keep|when|whenever|if|you (?:must|should|have to|need to|may not|can(?:no|[’'])t)|only|refuse|ask|offer|say|tell|include|mention|answer|reply|respond|write|cite|end|begin|start|address|apologi[sz]e|remind|hand|refer|limit|stick|stay|provide|give|explain)\b/i

/**
 * Sorts a prompt that was written elsewhere into the fields of a brief, line by line, by its headings and by how each
 * line is put. What fits nowhere goes to `freeform` as it was written. No line is dropped: `placements` has every line
 * that holds anything, in order, with the field it went to.
 */
export function sortPrompt(prompt: string): { brief: Brief; placements: Placement[] } {
  const found: Found = {
    identity: {},
    purpose: { goals: [] },
    persona: [],
    rules: [],
    boundaries: [],
    glossary: [],
    answers: [],
    suggestions: [],
    freeform: [],
  }
  const placements: Placement[] = []
  let section: Section = 'other'
  let question = ''
  for (const raw of prompt.replace(/\r\n?/g, '\n').split('\n')) {
    const line = raw.trim()
    if (line === '') continue
    const heading = HEADING.exec(line)
    const title = heading?.[1] ?? heading?.[2] ?? heading?.[3]
    const named = title === undefined ? undefined : HEADINGS.find(([pattern]) => pattern.test(title))?.[1]
    if (title !== undefined) {
      section = named ?? 'other'
      if (named === undefined) found.freeform.push(raw)
      placements.push({ line, field: named === undefined ? 'freeform' : 'heading' })
      continue
    }
    const plain = line.replace(BULLET, '').replace(/\*\*/g, '')
    const asked = /^(?:q|question|user|visitor)\s*[:.]\s*(.+)$/i.exec(plain)?.[1]
    const answered = /^(?:a|answer|assistant|you|agent)\s*[:.]\s*(.+)$/i.exec(plain)?.[1]
    if (asked) {
      question = asked
      placements.push({ line, field: `answers.${found.answers.length}.question` })
      continue
    }
    if (answered && question !== '') {
      found.answers.push({ question, answer: answered })
      placements.push({ line, field: `answers.${found.answers.length - 1}.answer` })
      question = ''
      continue
    }
    const isListed = BULLET.test(line)
    const pieces = isListed || section === 'glossary' ? [plain] : sentences(plain).map((sentence) => sentence.text)
    for (const piece of pieces)
      placements.push({ line: piece, field: place(piece, section, found) ?? keep(piece, found) })
  }
  if (question !== '') found.freeform.push(question)
  const brief = briefOf(found, prompt)
  return { brief: { ...brief, drafted: draftedPaths(brief) }, placements }
}

interface Found {
  identity: { name?: string; role?: string; language?: string }
  purpose: { job?: string; audience?: string; goals: string[] }
  persona: string[]
  rules: { when: string; do: string }[]
  boundaries: { subject: string; reply: string; line: string }[]
  glossary: { term: string; meaning: string }[]
  answers: { question: string; answer: string }[]
  suggestions: string[]
  greeting?: string
  whenUnknown?: string
  freeform: string[]
}

function keep(line: string, found: Found): string {
  found.freeform.push(line)
  return 'freeform'
}

/** Puts one statement into the field it belongs to and names the field; undefined when it belongs to none. */
function place(line: string, section: Section, found: Found): string | undefined {
  const you = /^(?:you are|you[’']re|act as|your name is|i am)\s+(.+?)[.]?$/i.exec(line)?.[1]
  if (you && found.identity.role === undefined && words(you).length <= 40) {
    const name = /^(\p{Lu}[\p{L}’'-]+)(?:,\s*|\s+(?:and|the)\s+|$)(.*)$/u.exec(you)
    if (name) found.identity.name = name[1]!
    found.identity.role = (name ? name[2]! : you).replace(/^(?:an?|the)\s+/i, '').slice(0, 300)
    return name && !found.identity.role ? 'identity.name' : 'identity.role'
  }
  const job =
    /^(?:your (?:job|task|purpose|mission|role) is(?: to)?|you (?:help|answer|assist|support|guide|explain)\b)\s*(.*?)[.]?$/i.exec(
      line,
    )
  if (job && found.purpose.job === undefined) {
    found.purpose.job = /^you /i.test(line) ? line.replace(/^you\s+/i, '').replace(/\.$/, '') : job[1]!
    return 'purpose.job'
  }
  const audience =
    /^(?:your (?:audience|users|customers|visitors) (?:is|are)|you (?:talk|speak) (?:to|with)|(?:the )?(?:audience|users) (?:is|are))\s+(.+)$/i.exec(
      line,
    )?.[1]
  if (audience && found.purpose.audience === undefined) {
    found.purpose.audience = audience
    return 'purpose.audience'
  }
  const unknown =
    /\b(?:if|when) you (?:do not|don[’']t|cannot|can[’']t) (?:know|find|answer)\b.*?\b(?:say|reply|answer|respond)(?: with)?:?\s*["“](.+?)["”]/i.exec(
      line,
    )?.[1]
  if (unknown && found.whenUnknown === undefined) {
    found.whenUnknown = unknown
    return 'grounding.whenUnknown'
  }
  const greeting = /^(?:greet|open|begin|start)\b.*?["“](.+?)["”]/i.exec(line)?.[1]
  if (greeting && found.greeting === undefined) {
    found.greeting = greeting
    return 'openers.greeting'
  }
  const avoided =
    /^(?:never|do not|don[’']t|refuse to)\s+(?:discuss|talk about|give|offer|answer (?:questions )?(?:on|about))\s+(.+?)[.]?$/i.exec(
      line,
    )?.[1]
  if (avoided && words(avoided).length <= 8 && !/["“]/.test(avoided))
    return boundary(avoided.replace(/^any\s+/i, ''), line, found)
  return bySection(line, section, found)
}

function boundary(subject: string, line: string, found: Found): string {
  found.boundaries.push({ subject: subject.slice(0, 600), reply: '', line })
  return `boundaries.${found.boundaries.length - 1}`
}

function bySection(line: string, section: Section, found: Found): string | undefined {
  const term = /^["“]?([\p{L}\d][\p{L}\d .’'/&-]{0,60}?)["”]?\s*(?::|=|–|—| means | stands for )\s*(.+)$/u.exec(line)
  if (section === 'glossary' && term) {
    found.glossary.push({ term: term[1]!.trim(), meaning: term[2]!.trim() })
    return `glossary.${found.glossary.length - 1}`
  }
  if (section === 'goals') {
    found.purpose.goals.push(line.slice(0, 600))
    return `purpose.goals.${found.purpose.goals.length - 1}`
  }
  if (section === 'avoid' && !INSTRUCTS.test(line) && words(line).length <= 8)
    return boundary(line.replace(/[.]$/, ''), line, found)
  if (section === 'greeting' && found.greeting === undefined) {
    found.greeting = unquoted(line)
    return 'openers.greeting'
  }
  if (section === 'unknown' && found.whenUnknown === undefined && !INSTRUCTS.test(line)) {
    found.whenUnknown = unquoted(line)
    return 'grounding.whenUnknown'
  }
  if (section === 'suggestions') {
    found.suggestions.push(unquoted(line).slice(0, 300))
    return `openers.suggestions.${found.suggestions.length - 1}`
  }
  if (section === 'audience' && found.purpose.audience === undefined) {
    found.purpose.audience = line
    return 'purpose.audience'
  }
  if (section === 'job' && found.purpose.job === undefined && !INSTRUCTS.test(line)) {
    found.purpose.job = line.replace(/[.]$/, '')
    return 'purpose.job'
  }
  if (INSTRUCTS.test(line) && line.length <= 1000) {
    const split = /^((?:when(?:ever)?|if)\s+.+?)\s*(?:,|:|→)\s*(.+)$/i.exec(line)
    found.rules.push(
      split ? { when: split[1]!.replace(/^(?:when(?:ever)?|if)\s+/i, ''), do: split[2]! } : { when: '', do: line },
    )
    return `rules.${found.rules.length - 1}`
  }
  const isTone = toneIn(line).words.length > 0 && words(line).length <= 40
  if (
    section === 'manner' ||
    section === 'role' ||
    (isTone && /\b(?:you are|tone|voice|style|sound|be)\b/i.test(line))
  ) {
    found.persona.push(line)
    return 'manner.persona'
  }
  return undefined
}

function briefOf(found: Found, prompt: string): Brief {
  const manner = `${found.persona.join(' ')} ${found.identity.role ?? ''}`
  return briefFrom({
    identity: { name: found.identity.name?.slice(0, 80), role: found.identity.role },
    purpose: {
      job: found.purpose.job?.slice(0, 2000),
      audience: found.purpose.audience?.slice(0, 2000),
      goals: found.purpose.goals.slice(0, 50),
    },
    manner: {
      persona: found.persona.join('\n').slice(0, 8000),
      dials: toneIn(manner).dials,
      format: { maxWords: lengthIn(prompt) },
    },
    rules: found.rules.slice(0, 200).map((rule, at) => ({ id: `sorted-${at + 1}`, ...rule })),
    boundaries: found.boundaries
      .slice(0, 100)
      .map(({ subject, reply }, at) => ({ id: `sorted-${at + 1}`, subject, reply })),
    glossary: found.glossary
      .slice(0, 500)
      .map((entry) => ({ term: entry.term.slice(0, 120), meaning: entry.meaning.slice(0, 1000) })),
    answers: found.answers.slice(0, 200),
    openers: { greeting: found.greeting?.slice(0, 1000), suggestions: found.suggestions.slice(0, 12) },
    grounding: { whenUnknown: found.whenUnknown?.slice(0, 1000) },
    freeform: found.freeform.join('\n').slice(0, 40_000),
  })
}
