import type { Person, TalkAgent, TalkLine, TalkReply } from '@parrot/contract'
import { valuesIn, type Calls } from './calls'
import { detailsForm } from './details'
import { button, drawInsert, element, insertWords } from '@parrot/client'
import { ratingFor } from './rating'
import { drawReply } from './reply'
import type { Visit } from './visit'
import type { Words } from './words'

/** What the page gives a conversation to be in. */
export interface Room {
  readonly agent: TalkAgent
  readonly calls: Calls
  readonly visit: Visit
  readonly words: Words
  readonly lines: HTMLOListElement
  /** Tells those who do not see the page of what is new, once, when it is whole. */
  readonly tell: (text: string) => void
  /** What stands above the field: who is here, and whether there is a connection. */
  readonly say: (text: string, kind: 'person' | 'network') => void
  /** Whether something can be asked just now: a form may have to be filled first. */
  readonly setOpen: (isOpen: boolean) => void
  /** To whom is written: a person by name, or the agent. */
  readonly setPartner: (name: string | undefined) => void
}

/** One visitor's conversation: asks, answers, a person who joins, and the form, one after the other. */
export class Conversation {
  #person: Person | null = null
  #events: EventSource | undefined
  #hasForm = false
  #form: HTMLElement | undefined
  readonly #drawn = new Set<string>()
  /** What happens happens in turn: typing is never blocked, and answers keep the order of the lines. */
  #queue: Promise<unknown> = Promise.resolve()

  constructor(private readonly room: Room) {}

  /** Shows what was said before, or what an agent says first. */
  async begin(): Promise<void> {
    const { visit, calls } = this.room
    const before = visit.kept && (await calls.conversation(visit.kept.key).catch(() => undefined))
    if (visit.kept && !before) visit.forget()
    await this.#askToAgree()
    if (!before) return this.#greet()
    this.#drawGreeting()
    for (const line of before.lines) this.#drawLine(line)
    this.room.lines.lastElementChild?.scrollIntoView({ block: 'end' })
    this.#hasForm = before.hasForm
    this.#setPerson(before.person)
    if (before.isAwaited) this.#listen()
  }

  #greet(): void {
    const { agent, lines } = this.room
    this.#drawGreeting()
    if (agent.form?.moments.includes('start')) this.#askForDetails()
    if (agent.suggestions.length === 0) return
    const row = element('li', 'suggestions')
    row.append(...agent.suggestions.map((text) => button('suggestion', text, () => this.ask(text))))
    lines.append(row)
  }

  /** Nothing is asked, and nothing but the note is shown, until the visitor agrees. */
  async #askToAgree(): Promise<void> {
    const { agent, lines, setOpen, visit, words } = this.room
    const note = agent.look?.privacy ?? ''
    if (note === '' || visit.hasAgreed(note)) return
    setOpen(false)
    const line = element('li', 'reply')
    drawReply(line, note, [])
    await new Promise<void>((resolve) => {
      const agree = button('send', words.agree, resolve)
      line.append(agree)
      lines.append(line)
    })
    visit.agree(note)
    line.remove()
    setOpen(true)
  }

  #drawGreeting(): void {
    const { agent, lines } = this.room
    if (!agent.greeting) return
    const greeting = element('li', 'reply')
    drawReply(greeting, agent.greeting, [])
    lines.append(greeting)
  }

  ask(text: string): void {
    const { agent, words, lines } = this.room
    lines.querySelector('.suggestions')?.remove()
    const said = element('li', 'said', text)
    said.setAttribute('dir', 'auto')
    const reply = element('li', 'reply waiting')
    reply.append(element('p', '', words.looking(agent.name)))
    reply.hidden = this.#person?.state === 'taken'
    lines.append(said, reply)
    keepInSight(said, reply)
    if (!reply.hidden) this.room.tell(words.looking(agent.name))
    this.#queue = this.#queue.then(() => this.#take(text, said, reply))
  }

  async #take(text: string, said: HTMLElement, reply: HTMLElement): Promise<void> {
    const { agent, calls, visit, words } = this.room
    try {
      let soFar = ''
      const conversationId = visit.kept?.conversationId
      const answer = await calls.ask(
        { text, conversationId, variables: valuesIn(location.search) },
        (piece) => {
          soFar += piece
          drawReply(reply, soFar.replace(/\s?\[\d*\]?$/, ''), [])
          keepInSight(said, reply)
        },
        () => drawReply(reply, words.thinking(agent.name), []),
        (doing) => {
          drawReply(reply, doing, [])
          this.room.tell(doing)
        },
      )
      visit.keep(answer)
      this.#drawn.add(answer.turnId)
      this.#answered(reply, answer)
    } catch (error) {
      this.#failed(text, said, reply, error as Error)
    } finally {
      keepInSight(said, reply)
    }
  }

  #answered(reply: HTMLElement, answer: TalkReply): void {
    if (answer.reply === '') reply.remove()
    else {
      reply.hidden = false
      this.#showAnswer(reply, { ...answer, rating: null })
      this.room.tell(answer.reply)
    }
    this.#setPerson(answer.person)
    if (answer.isAwaited) this.#listen()
    if (answer.isFormDue) this.#askForDetails()
  }

  /** What could not be sent can be sent again, and is by itself as soon as there is a connection. */
  #failed(text: string, said: HTMLElement, reply: HTMLElement, error: Error): void {
    const { words } = this.room
    reply.hidden = false
    reply.className = 'reply failed'
    drawReply(reply, error.message || words.reconnecting, [])
    const again = () => {
      removeEventListener('online', again)
      if (!said.isConnected) return
      said.remove()
      reply.remove()
      this.ask(text)
    }
    reply.append(button('again', words.again, again))
    if (!navigator.onLine) addEventListener('online', again, { once: true })
  }

  #drawLine(line: TalkLine): void {
    if (this.#drawn.has(line.turnId)) return
    this.#drawn.add(line.turnId)
    const { lines } = this.room
    if (line.said !== '') {
      const said = element('li', 'said', line.said)
      said.setAttribute('dir', 'auto')
      lines.append(said)
    }
    if (line.reply === '') return
    const reply = element('li', 'reply')
    if (line.by === null) this.#showAnswer(reply, line)
    else {
      reply.classList.add('by-person')
      drawReply(reply, line.reply, [])
      reply.prepend(element('p', 'name', line.by))
    }
    lines.append(reply)
  }

  #showAnswer(
    reply: HTMLElement,
    answer: Pick<TalkLine, 'reply' | 'citations' | 'inserts' | 'turnId' | 'rating'>,
  ): void {
    const { calls, visit, words } = this.room
    reply.className = 'reply'
    drawReply(reply, answer.reply, answer.citations)
    reply.append(this.#inserts(answer))
    const source = element('aside', 'source')
    source.hidden = true
    reply.append(source)
    reply.addEventListener('click', (event) => {
      const marker = (event.target as HTMLElement).closest<HTMLElement>('.marker')?.dataset.marker
      const citation = answer.citations.find((each) => String(each.marker) === marker)
      if (!citation) return
      const isSame = !source.hidden && source.dataset.marker === marker
      source.hidden = isSame
      source.dataset.marker = marker
      for (const each of reply.querySelectorAll<HTMLElement>('.marker'))
        each.setAttribute('aria-expanded', String(each.dataset.marker === marker && !isSame))
      source.replaceChildren(
        element('blockquote', '', citation.quote),
        element('cite', '', `${citation.sourceTitle}, ${citation.locator.label}`),
      )
    })
    reply.append(
      ratingFor(words, answer.rating, (rating, word) => calls.rate(visit.kept!.key, answer.turnId, rating, word)),
    )
  }

  /** What the answer shows beside its words; a choice is asked as if it were typed. */
  #inserts({ inserts, turnId }: Pick<TalkLine, 'inserts' | 'turnId'>): HTMLElement {
    const { agent, calls, tell, visit } = this.room
    const made = element('div', 'inserts')
    made.append(
      ...inserts.map((insert, at) =>
        drawInsert(insert, {
          words: insertWords(agent.language),
          say: (text) => this.ask(text),
          fileAt: visit.kept && calls.fileAt(visit.kept.key, turnId, at),
          tell,
        }),
      ),
    )
    return made
  }

  #askForDetails(): void {
    const { agent, calls, lines, setOpen, tell, visit, words } = this.room
    if (!agent.form || this.#hasForm || this.#form?.isConnected) return
    const { form } = agent
    const end = (said: string) => {
      this.#form?.replaceWith(...(said ? [element('li', 'notice', said)] : []))
      setOpen(true)
      if (said) tell(said)
    }
    this.#form = detailsForm(form, words, {
      send: async (values) => {
        const begun = await calls.tell(visit.kept?.key, values)
        if (begun) visit.keep(begun)
        this.#hasForm = true
        end(form.saysSent || words.thanks)
      },
      later: () => end(form.saysLater),
    })
    lines.append(this.#form)
    if (!form.mayPutOff) setOpen(false)
    this.#form.scrollIntoView({ block: 'end' })
    tell(form.intro || form.fields.map(({ label }) => label).join(', '))
  }

  /** Shows who answers; while a person is wanted or here, what they write is heard. */
  #setPerson(person: Person | null): void {
    const { agent, say, tell, words, lines } = this.room
    const before = this.#person
    this.#person = person
    const told =
      person === null
        ? ''
        : person.state === 'taken'
          ? words.joined(person.name)
          : person.state === 'waiting'
            ? words.waiting
            : words.missed
    say(told, 'person')
    this.room.setPartner(person?.state === 'taken' ? person.name : undefined)
    if (before?.state !== person?.state) {
      if (before?.state === 'taken') {
        const gone = words.left(before.name, agent.name)
        lines.append(element('li', 'notice', gone))
        tell(gone)
      } else if (told && person?.state !== 'waiting') tell(told)
      if (before?.state === 'waiting' && person?.state === 'missed' && agent.form?.moments.includes('person'))
        this.#askForDetails()
    }
    if (person !== null) this.#listen()
  }

  /** Hears what is said beside the answers: by a person, or once the team has decided on something. */
  #listen(): void {
    const { calls, say, visit, words } = this.room
    const key = visit.kept?.key
    if (this.#events || key === undefined) return
    const events = calls.events(key)
    this.#events = events
    events.addEventListener('open', () => say('', 'network'))
    events.addEventListener('error', () => say(words.reconnecting, 'network'))
    events.addEventListener('lines', () => {
      this.#queue = this.#queue.then(() => this.#catchUp(key)).catch(() => say(words.reconnecting, 'network'))
    })
  }

  /** Draws what is new: whatever came while the connection was away is there too. */
  async #catchUp(key: string): Promise<void> {
    const { lines, tell } = this.room
    const now = await this.room.calls.conversation(key)
    for (const line of now.lines) {
      if (this.#drawn.has(line.turnId)) continue
      this.#drawLine(line)
      if (line.reply) tell(`${line.by ?? ''}: ${line.reply}`)
      lines.lastElementChild?.scrollIntoView({ block: 'end' })
    }
    this.#setPerson(now.person)
  }
}

/** Brings an answer into sight above the field: its end while it fits, else the question it begins under. */
function keepInSight(said: HTMLElement, reply: HTMLElement): void {
  const room = window.innerHeight - (document.querySelector<HTMLElement>('form.asking')?.offsetHeight ?? 0)
  const last = reply.isConnected && !reply.hidden ? reply : said
  const height = last.getBoundingClientRect().bottom - said.getBoundingClientRect().top
  if (height < room) last.scrollIntoView({ block: 'end' })
  else said.scrollIntoView({ block: 'start' })
}
