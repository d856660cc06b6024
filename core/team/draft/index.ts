import { RELAY_WORDS } from '../../languages'
import { find, holds, tokensOf, type Token } from '../../reading'
import { EMAIL, LINK } from '../../text'
import type { Cue } from '../cue'
import type { Leg, Relay, RelayInput } from '../schema'
import { cueIn, MAIN_VALUE } from './begins'
import { clausesOf, type DraftingAgent } from './clauses'
import { begins, countIn, nameAt, withoutLead, withPlace } from './words'

export { readModelRelay, RELAY_DRAFTING_TITLE, relayMessages } from './byModel'
export { RELAY_EXAMPLES } from './examples'
export type { DraftingAgent } from './clauses'

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
    const cue = cueIn(words, this.timeZone)
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

const LONGEST_NAME = 60
const shortened = (task: string): string => {
  const plain = task.replace(/\s*\{\{\w+\}\}/g, '').trim() || 'New relay'
  return plain.length <= LONGEST_NAME ? plain : `${plain.slice(0, plain.lastIndexOf(' ', LONGEST_NAME))} …`
}
