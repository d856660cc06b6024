import { RELAY_WORDS } from '../languages'
import { find, holds, tokensOf, without, type Match, type Token } from '../reading'
import { daysIn, EMAIL, LINK, numberOf, quantitiesIn } from '../text'
import type { Cue } from './cue'
import type { Leg, Relay, RelayInput } from './schema'

/** An agent that may do a leg. */
export interface DraftingAgent {
  readonly id: string
  readonly name: string
}

/** A relay as it was read from a sentence, and each part of the sentence with what it became. */
export interface RelayDraft {
  readonly relay: Relay
  readonly cue: Cue | null
  readonly read: readonly { readonly words: string; readonly as: string }[]
}

/**
 * Reads what is to be done from a sentence of a designer's: when it begins, which feed it is given, who does which step, who
 * looks at it before it goes on, and who gets a mail of it. What names nobody is done by the first of the agents. Each part
 * of the sentence is told with what it became, so that a wrong reading is seen at once; a cue is switched off until it was
 * tried.
 */
export function draftRelay(sentence: string, agents: readonly DraftingAgent[], timeZone = 'UTC'): RelayDraft {
  const drafting = new Drafting(agents, timeZone)
  for (const words of clausesOf(sentence, agents)) drafting.take(words)
  return drafting.end()
}

class Drafting {
  readonly #inputs: RelayInput[] = []
  readonly #legs: Leg[] = []
  readonly #read: { words: string; as: string }[] = []
  #cue: Cue | null = null
  #mail: Relay['mail'] = null
  #each = ''
  /** What stands in what begins it, as an input; empty where nothing is given. */
  #given = ''

  constructor(
    private readonly agents: readonly DraftingAgent[],
    private readonly timeZone: string,
  ) {}

  take(words: string): void {
    this.#read.push({ words, as: this.#reading(words) })
  }

  end(): RelayDraft {
    const legs = this.#legs
    const isUsed = (name: string) => legs.some(({ task, each }) => each === name || task.includes(`{{${name}}}`))
    // What nobody goes on from is told in the end.
    const ends = [
      ...this.#inputs.filter(({ name, type }) => type === 'feed' && !isUsed(name)),
      ...legs.filter(({ name }) => !isUsed(name)),
    ]
    const output = ends.length > 1 ? ends.map(({ name }) => `{{${name}}}`).join('\n\n') : ''
    const name = shortened(legs[0]?.task ?? 'New relay')
    const mail = this.#mail && { ...this.#mail, subject: name }
    return { relay: { name, inputs: this.#inputs, legs, output, mail }, cue: this.#cue, read: this.#read }
  }

  /** Takes one part of the sentence; gives what it became, in words. */
  #reading(words: string): string {
    const tokens = tokensOf(words)
    const leg = this.#legs.at(-1)
    if (leg && holds(RELAY_WORDS.approval, tokens)) {
      this.#legs.splice(-1, 1, { ...leg, approval: true })
      return `You look at the result of ${leg.name} before it goes on.`
    }
    const [address] = words.match(EMAIL) ?? []
    if (address && holds(RELAY_WORDS.mail, tokens) && !begins(RELAY_WORDS.when, tokens)) {
      this.#mail = { to: address, subject: '' }
      return `What comes of it is the draft of a mail to ${address}.`
    }
    const cue = this.#cueIn(words, tokens)
    if (cue) {
      this.#cue = cue.cue
      const main = MAIN_VALUE[cue.cue.kind]
      if (main && this.#legs.length === 0) this.#given = this.#inputNamed(main)
      return cue.as
    }
    const [link] = words.match(LINK) ?? []
    if (link && !this.#agentIn(tokens)) return this.#feedFrom(words, link)
    const each = find(RELAY_WORDS.each, tokens)
    if (each?.from === 0) {
      const [first, ...rest] = tokens.slice(each.to)
      this.#each = this.#inputNamed(first?.text ?? 'items')
      return rest.length < 2 ? `Once for each line of “${this.#each}”.` : this.#legFrom(words.slice(first!.end))
    }
    return this.#legFrom(words)
  }

  #cueIn(words: string, tokens: readonly Token[]): { cue: Cue; as: string } | undefined {
    const common = { inputs: {}, isOn: false, mostPerDay: 20 }
    const known = RELAY_WORDS.begins
    if (begins(RELAY_WORDS.when, tokens)) {
      const has = (kind: keyof typeof known) => holds(known[kind], tokens)
      const [link] = words.match(LINK) ?? []
      if (link && has('feed'))
        return { cue: { kind: 'feed', url: link, words: [], ...common }, as: `It begins by something new in ${link}.` }
      if (has('conversation'))
        return { cue: { kind: 'conversation', outcomes: [], words: [], ...common }, as: 'It begins by a conversation that is over.' } // prettier-ignore
      if (has('wanting')) {
        const atLeast = Math.max(2, countIn(words) ?? 5)
        return { cue: { kind: 'wanting', atLeast, words: [], ...common }, as: `It begins by what was asked in vain ${atLeast} times.` } // prettier-ignore
      }
      if (has('file')) return { cue: { kind: 'file', folder: '', words: [], ...common }, as: 'It begins by a file.' }
      if (has('mail')) return { cue: mailCue(words, common), as: 'It begins by a mail; say where the mailbox is.' }
      if (has('call')) return { cue: { kind: 'call', ...common }, as: 'It begins by a call of another program.' }
      return undefined
    }
    const days = daysNamed(words, tokens)
    if (days.length === 0 || !(begins(RELAY_WORDS.often, tokens) || begins(RELAY_WORDS.daily, tokens))) return undefined
    const minutes = minuteOfDay(words)
    const rule = `FREQ=WEEKLY;BYDAY=${days.map((day) => DAYS[day]).join(',')};BYHOUR=${Math.floor(minutes / 60)};BYMINUTE=${minutes % 60}`
    return {
      cue: { kind: 'time', rule, timeZone: this.timeZone, ...common },
      as: `It begins ${days.length === 7 ? 'every day' : `on ${days.map((day) => NAMES[day]).join(', ')}`} at ${clock(minutes)}.`,
    }
  }

  #feedFrom(words: string, url: string): string {
    const name = this.#inputNamed('news')
    const at = this.#inputs.findIndex((input) => input.name === name)
    const most = Math.min(50, countIn(words.replace(url, '')) ?? 5)
    this.#inputs[at] = { name, type: 'feed', url, most, choices: [], required: false }
    return `It is given the newest ${most} of ${url} as {{${name}}}.`
  }

  #legFrom(words: string): string {
    const tokens = tokensOf(words)
    const alongside = find(RELAY_WORDS.alongside, tokens)
    const agent = this.#agentIn(tokens) ?? this.agents[0]!
    const task = this.#taskIn(words, tokens, agent)
    if (task === '') return 'Nothing could be made of this.'
    const name = `leg${this.#legs.length + 1}`
    this.#legs.push({
      name,
      agent: agent.id,
      task,
      onlyIf: null,
      each: this.#each,
      alongside: alongside !== undefined && this.#legs.length > 0,
      approval: false,
    })
    const each = this.#each === '' ? '' : `, once for each line of “${this.#each}”`
    this.#each = ''
    return `${name}, done by ${agent.name}${each}: ${task}`
  }

  /** The words of a step without who does it, the step before in place of “it”. */
  #taskIn(words: string, tokens: readonly Token[], { name }: DraftingAgent): string {
    const at = nameAt(name, tokens)
    const lead = find(RELAY_WORDS.next, tokens)?.from === 0 ? find(RELAY_WORDS.next, tokens)!.to : 0
    const isLed = at && at.from - lead <= 2
    const from = isLed ? (tokens[at.to]?.text === 'to' ? at.to + 1 : at.to) : lead
    const start = tokens[from]?.start
    if (start === undefined) return ''
    const text = words
      .slice(start)
      .trim()
      .replace(/[,.;]+$/, '')
    const given = this.#each !== '' ? 'item' : (this.#legs.at(-1)?.name ?? this.#given)
    const named = given === '' ? undefined : find(RELAY_WORDS.before, tokensOf(text))
    // The first step is given what began it; later ones only where they speak of it.
    const isGiven = named !== undefined || (given !== '' && (given === 'item' || this.#legs.length === 0))
    const inPlace = named ? withPlace(text, named, `{{${given}}}`) : isGiven ? `${text} {{${given}}}` : text
    const whole = isGiven ? withoutLead(inPlace, RELAY_WORDS.answers) : inPlace
    return whole.charAt(0).toUpperCase() + whole.slice(1)
  }

  #agentIn = (tokens: readonly Token[]): DraftingAgent | undefined =>
    this.agents.find(({ name }) => nameAt(name, tokens) !== undefined)

  /** An input of that name, made where there is none. */
  #inputNamed(word: string): string {
    const name = word.replace(/\W+/g, '_').replace(/^[^a-z]+/i, '') || 'text'
    if (!this.#inputs.some((input) => input.name === name))
      this.#inputs.push({ name, type: 'text', url: '', most: 5, choices: [], required: true })
    return name
  }
}

/** What of an event a relay is about, by its kind. */
const MAIN_VALUE: Partial<Readonly<Record<Cue['kind'], string>>> = {
  feed: 'text',
  mail: 'text',
  conversation: 'text',
  file: 'text',
  call: 'text',
  wanting: 'question',
}

const DAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'] as const
const NAMES = ['Mondays', 'Tuesdays', 'Wednesdays', 'Thursdays', 'Fridays', 'Saturdays', 'Sundays'] as const
const MORNING = 9 * 60
const clock = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`

/** Whether a phrase of a list begins the tokens. */
const begins = (list: string, tokens: readonly Token[]): boolean => find(list, tokens)?.from === 0

const nameAt = (name: string, tokens: readonly Token[]): { from: number; to: number } | undefined => {
  const parts = tokensOf(name).map(({ text }) => text)
  const from = tokens.findIndex((_, at) => parts.length > 0 && parts.every((part, n) => tokens[at + n]?.text === part))
  return from < 0 ? undefined : { from, to: from + parts.length }
}

/** A text without the phrase it begins with; whole where it begins with none, or is nothing else. */
function withoutLead(text: string, list: string): string {
  const tokens = tokensOf(text)
  const lead = find(list, tokens)
  const start = lead?.from === 0 ? tokens[lead.to]?.start : undefined
  // A place begins with its braces.
  return start === undefined ? text : text.slice(text.lastIndexOf('{{', start) === start - 2 ? start - 2 : start)
}

function withPlace(text: string, { from, to }: Match, place: string): string {
  const tokens = tokensOf(text)
  return text.slice(0, tokens[from]!.start) + place + text.slice(tokens[to - 1]!.end)
}

function daysNamed(words: string, tokens: readonly Token[]): number[] {
  if (holds(RELAY_WORDS.daily, tokens)) return [0, 1, 2, 3, 4, 5, 6]
  if (holds(RELAY_WORDS.weekdays, tokens)) return [0, 1, 2, 3, 4]
  return [...daysIn(words)].sort((a, b) => a - b)
}

/** The time of day a text names, "at 9" too, in minutes; nine where it names none. */
function minuteOfDay(words: string): number {
  const told = quantitiesIn(words).find(({ dimension }) => dimension === 'clock')
  if (told) return Math.round(told.value)
  const bare = Number(/\bat (\d{1,2})\b(?![:.]\d)/.exec(words)?.[1] ?? NaN)
  return bare >= 0 && bare < 24 ? bare * 60 : MORNING
}

const countIn = (words: string): number | undefined => {
  const count = tokensOf(words)
    .map(({ text }) => numberOf(text))
    .find((number) => number !== undefined)
  return count !== undefined && count >= 1 ? Math.round(count) : undefined
}

const mailCue = (
  words: string,
  common: { inputs: Record<string, string>; isOn: boolean; mostPerDay: number },
): Extract<Cue, { kind: 'mail' }> => ({
  kind: 'mail',
  host: 'imap.example',
  port: 993,
  security: 'tls',
  user: 'desk@example',
  folder: 'INBOX',
  from: words.match(EMAIL) ?? [],
  subject: [],
  words: [],
  does: 'draft',
  ...common,
})

const LONGEST_NAME = 60
const shortened = (task: string): string => {
  const plain = task.replace(/\s*\{\{\w+\}\}/g, '').trim() || 'New relay'
  return plain.length <= LONGEST_NAME ? plain : `${plain.slice(0, plain.lastIndexOf(' ', LONGEST_NAME))} …`
}

/** A sentence in its parts: at full stops, before another step, and before whoever does it. */
function clausesOf(sentence: string, agents: readonly DraftingAgent[]): string[] {
  return sentence
    .split(/(?<=[.!?])\s+|[;\n]+/)
    .flatMap((each) => partsOf(each, agents))
    .map((part) => part.replace(/^[\s,]*(?:and\s+)?|(?:[\s,]+and)?[\s,.]+$/gi, ''))
    .filter((part) => without([RELAY_WORDS.next], tokensOf(part)).length > 0)
}

function partsOf(sentence: string, agents: readonly DraftingAgent[]): string[] {
  const tokens = tokensOf(sentence)
  const cuts = [0]
  // What it begins by ends at its first comma.
  let isOpening =
    begins(RELAY_WORDS.when, tokens) || begins(RELAY_WORDS.often, tokens) || begins(RELAY_WORDS.daily, tokens)
  for (const [at, token] of tokens.entries()) {
    if (at === 0) continue
    const rest = tokens.slice(at)
    const isAfterComma = sentence.slice(tokens[at - 1]!.end, token.start).includes(',')
    const isParted = isAfterComma || tokens[at - 1]!.text === 'and'
    const has = find(RELAY_WORDS.has, rest)
    const isGiven = has?.from === 0 && agents.some(({ name }) => nameAt(name, rest.slice(has.to))?.from === 0)
    const isNext = begins(RELAY_WORDS.next, rest)
    const isOwn = [RELAY_WORDS.approval, RELAY_WORDS.mail, RELAY_WORDS.each, RELAY_WORDS.when].some((list) =>
      begins(list, rest),
    )
    const isNamed = agents.some(({ name }) => nameAt(name, rest)?.from === 0)
    if (isGiven || isNext || (isParted && (isOwn || isNamed)) || (isAfterComma && isOpening)) cuts.push(token.start)
    if (isAfterComma || isGiven || isNext) isOpening = false
  }
  return cuts.map((from, n) => sentence.slice(from, cuts[n + 1]))
}

/** Sentences to begin from: what each is good for, with {{own}} and {{other}} for the names of agents. */
export const RELAY_EXAMPLES: readonly { readonly title: string; readonly sentence: string }[] = [
  {
    title: 'A notice every week',
    sentence:
      'Every Thursday at 9, take the newest 3 entries of https://example.org/news.xml, ask {{own}} what is new for our visitors, let me look at it, and draft a mail to everybody@example.org.',
  },
  {
    title: 'An answer to each mail',
    sentence: 'When a mail arrives, have {{own}} answer it, and I read it before it goes on.',
  },
  {
    title: 'Many questions at once',
    sentence: 'For each question, ask {{own}} to answer it.',
  },
  {
    title: 'One does, another looks',
    sentence: 'Ask {{own}} what a newcomer must know first. Then have {{other}} say what is missing in it.',
  },
  {
    title: 'What visitors ask in vain',
    sentence:
      'When something goes unanswered 5 times, have {{own}} answer it, let me check it, and mail it to desk@example.org.',
  },
  {
    title: 'After a conversation',
    sentence: 'When a conversation is over, ask {{own}} what should be done about it, and show me what comes of it.',
  },
  {
    title: 'A file that comes in',
    sentence: 'As soon as a new file arrives, ask {{own}} which of our rules it touches.',
  },
]
