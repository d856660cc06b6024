import { wordsOf, type Spoken } from '../languages'
import { vectorOf } from '../meaning'
import { find, tokensOf } from '../reading'
import { languageOf, quantitiesIn, sentences, spokenTag } from '../text'
import type { ToolResult } from '../tools'
import type { Exchange, Held, Step, TurnState } from './turn'

/** Something a visitor told of themselves, with the words it was told in. */
export interface Fact {
  readonly key: 'name' | 'party' | 'comes with' | 'prefers' | 'place'
  readonly value: string
  readonly said: string
}

/** A duty on its way: what was given so far, what is being asked for, and whether it was left for something else. */
export interface DutyState {
  readonly dutyId: string
  readonly filled: Readonly<Record<string, string>>
  readonly asking: string
  readonly isPaused: boolean
  /** All is there, and the visitor was asked whether to do it. */
  readonly isConfirming?: boolean
  /** What a model wants a tool called with, where the model put it together. */
  readonly input?: Readonly<Record<string, unknown>>
  /** Some of it was not said for this, but is known from before. */
  readonly isTakenOver?: boolean
  /** The team agreed to it: what it collected was kept when it was asked. */
  readonly wasHeld?: boolean
}

/** A duty that was carried out, with what was collected for it. */
export interface Collected {
  readonly dutyId: string
  readonly name: string
  readonly values: Readonly<Record<string, string>>
}

/** What an agent knows of one conversation beside its lines. Nothing in it outlives the conversation. */
export interface Memory {
  readonly facts: readonly Fact[]
  readonly duty?: DutyState
  readonly collected?: readonly Collected[]
  /** Which colleague has the conversation, and what each knows of it. */
  readonly with?: string
  readonly colleagues?: Readonly<Record<string, Memory>>
  /** What waits for the team, each by its sign. */
  readonly held?: readonly string[]
  /** What was looked up just now, which the next line may ask on from; free times were shown, which it may choose from. */
  readonly asked?: { readonly jobId: string; readonly input: unknown; readonly hasOffered: boolean }
  /** What was changed or asked of the team last, the latest at the end: it may be put right, or taken back. */
  readonly lately?: readonly Held[]
  /** How often each tool was called, and what came of the last calls: what changes something is not done twice. */
  readonly calls?: Readonly<Record<string, number>>
  readonly done?: readonly { readonly call: string; readonly result: ToolResult }[]
  /** A summary of the earlier turns that somebody wrote, and how many turns it sums up. */
  readonly summary?: { readonly text: string; readonly upTo: number }
  /** What the model was told of the turns it did not see, and how many those were. */
  readonly earlier?: { readonly lines: readonly string[]; readonly upTo: number }
}

/** A turn as the next one sees it. */
export const exchangeOf = ({ said, reply, question, outcome, memory }: TurnState): Exchange => ({
  said,
  reply,
  question,
  outcome,
  memory,
})

export const NOTHING_KNOWN: Memory = { facts: [] }

/** A memory with a duty on its way, and without it. */
export const withDuty = (memory: Memory, duty: DutyState): Memory => ({ ...memory, duty })
export function withoutDuty({ duty: _done, ...memory }: Memory): Memory {
  return memory
}

/** Whether the agent did something just now; thanks in between change nothing. */
export const wasJustDone = (conversation: readonly Exchange[]): boolean =>
  conversation.findLast(({ outcome }) => outcome !== 'chatted')?.outcome === 'acted'

/** What was known after the last exchange. */
export const memoryOf = (conversation: readonly Exchange[]): Memory => conversation.at(-1)?.memory ?? NOTHING_KNOWN

/** Keeps what the visitor tells of themselves (name, party, companions, preferences) where the brief allows it. */
export const rememberVisitor: Step = (state, { brief, conversation }) => {
  // What was looked up is what the next line may ask on from, and no later one.
  const { asked: _past, ...before } = memoryOf(conversation)
  if (!brief.memory.rememberVisitor) return { state: { ...state, memory: { ...before, facts: [] } } }
  const told = factsIn(state.line, spokenTag(brief.identity.language))
  if (told.length === 0) return { state: { ...state, memory: before } }
  // A key is told anew, except what adds up: companions and preferences.
  const kept = before.facts.filter(
    (fact) => !told.some((each) => each.key === fact.key && (SINGLE.has(each.key) || each.value === fact.value)),
  )
  // A line that only tells of the visitor is met as a greeting is: there is nothing to look up in it.
  const { reading } = state
  const isOnlyTold =
    reading.act === 'question' &&
    reading.questions.every(({ kind, isYesNo }) => kind === 'open' && !isYesNo) &&
    !/\?/.test(state.line) &&
    tokensOf(state.line).length <= MOST_TOLD &&
    conversation.at(-1)?.outcome !== 'clarified'
  return {
    state: {
      ...state,
      reading: isOnlyTold ? { ...reading, act: 'greeting' } : reading,
      memory: { ...before, facts: [...kept, ...told].slice(-MOST_FACTS) },
    },
    report: {
      summary: 'The visitor told something of themselves; it is kept for this conversation.',
      details: told.map((fact) => ({ label: fact.key, text: fact.value, field: 'memory.rememberVisitor' })),
    },
  }
}

const SINGLE = new Set<Fact['key']>(['name', 'party', 'place'])
const MOST_FACTS = 20
/** A longer line that tells something wants something as well. */
const MOST_TOLD = 8

const PARTY =
  /\b(?:we are|we['’]re|there (?:are|will be)|it(?:['’]s| is) for|i(?:['’]m| am) (?:travelling|coming|booking) (?:with|for)|party of|group of|family of)\b[^.?!]*/i
const WITH =
  /\b(?:i|we)(?: am| are|['’]m|['’]re)? (?:have|bring|travel(?:ling)? with|use|come with|coming with|bringing|own) (?:a|an|my|our|two|three) ([\p{L}-]+(?: (?:dog|cat|chair|bike|bicycle))?)\b/iu
const PREFERS = /\b(?:i|we)(?:['’]d)? (?:prefer|would rather(?: have)?|like best) ([^.,;?!]{3,60})/i
const PREFERS_BEING =
  /\bi(?:['’]m| am) (?:a )?(vegetarian|vegan|diabetic|blind|deaf|pregnant|a wheelchair user|wheelchair user|student|pensioner|senior)\b/i
const COMPANIONS =
  /^(?:dog|cat|puppy|pet|wheelchair|scooter|pushchair|bike|bicycle|car|van|baby|child|guide dog|assistance dog|caravan|trailer|motorhome)s?$/i

/** What a line tells of the visitor. Only plain statements are taken; questions tell nothing. */
export function factsIn(line: string, own: Spoken = 'en'): Fact[] {
  const language = languageOf(line, own)
  const told = sentences(line).filter((sentence) => !/\?\W*$/.test(sentence.text))
  return told.flatMap((sentence) => [...nameIn(sentence.text, line, language), ...toldIn(sentence.text, line)])
}

/** The visitor's name, where a line tells it: words in capitals after "my name is", and after "I am" no common word. */
function nameIn(text: string, said: string, language: Spoken): Fact[] {
  const tokens = tokensOf(text)
  const lead = find(wordsOf(language).tellsName, tokens)
  if (!lead || lead.from > 2) return []
  const named: string[] = []
  for (const token of tokens.slice(lead.to, lead.to + 3)) {
    const written = text.slice(token.start, token.end)
    const isCommon =
      !/name|call|nenn|heiß|heet|appel|llam|chiam/.test(lead.phrase) &&
      (vectorOf(token.text)?.rank ?? Infinity) < COMMON
    if (!/^\p{Lu}/u.test(written) || isCommon) break
    named.push(written)
  }
  return named.length === 0 ? [] : [{ key: 'name', value: named.join(' '), said }]
}
/** Words commoner than this are no names, however they are written. */
const COMMON = 2000

function toldIn(text: string, said: string): Fact[] {
  const facts: Fact[] = []
  const party = PARTY.exec(text)?.[0]
  const groups = party
    ? [
        ...quantitiesIn(party)
          .filter((each) => each.dimension === 'count')
          .map((each) => `${each.amount} ${each.unit}`),
        ...[...party.matchAll(/\b(?:an?|one|my) (adult|child|senior|baby|infant|student|friend|wife|husband)\b/gi)].map(
          (match) => `1 ${match[1]!.toLowerCase()}`,
        ),
      ]
    : []
  const distinct = groups.filter(
    (group, at) => groups.findIndex((other) => other.split(' ')[1] === group.split(' ')[1]) === at,
  )
  if (distinct.length > 0) facts.push({ key: 'party', value: distinct.join(', '), said })
  else if (
    party &&
    /\b(?:we are|we['’]re|party of|group of|family of) (?:a )?(?:\w+ of )?(two|three|four|five|six|seven|eight|nine|ten|\d+)\b(?! o[’']?clock|:)/i.test(
      party,
    )
  ) {
    const count = /\b(two|three|four|five|six|seven|eight|nine|ten|\d+)\b/i.exec(party)![1]!
    const amount = quantitiesIn(`${count} people`)[0]?.amount
    if (amount) facts.push({ key: 'party', value: `${amount} people`, said })
  }
  const companion = WITH.exec(text)?.[1]
  if (companion && COMPANIONS.test(companion)) facts.push({ key: 'comes with', value: companion.toLowerCase(), said })
  const wish = PREFERS.exec(text)?.[1] ?? PREFERS_BEING.exec(text)?.[1]
  if (wish) facts.push({ key: 'prefers', value: wish.trim(), said })
  return facts
}

/**
 * What came before the turns a model sees in full, in a line each: what was asked and how it ended. Empty when nothing
 * was left out or the brief wants no summary.
 */
export function summaryOf(conversation: readonly Exchange[], turns: number, written?: Memory['summary']): string[] {
  const left = turns === 0 ? conversation : conversation.slice(0, -turns)
  const lines = left
    .slice(written?.upTo ?? 0)
    .filter((exchange) => exchange.question.trim() !== '')
    .slice(-MOST_SUMMARISED)
    .map((exchange) => `asked “${shortened(exchange.question)}” (${exchange.outcome ?? 'answered'})`)
  return written && left.length > 0 ? [written.text, ...lines] : lines
}

const MOST_SUMMARISED = 30
const LONGEST_ASKED = 120

const shortened = (text: string): string =>
  text.length <= LONGEST_ASKED ? text : `${text.slice(0, text.lastIndexOf(' ', LONGEST_ASKED))} …`
