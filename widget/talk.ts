/** The visitor's page: one conversation with one agent, no framework. */
import type { TalkAgent, TalkReply } from '@parrot/contract'
import { dress } from './look'
import { askStream, readAgent, valuesIn } from './calls'
import { drawReply } from './reply'

const slug = decodeURIComponent(location.pathname.split('/')[2] ?? '')
const room = document.getElementById('talk')!
let conversationId: string | undefined

function element<K extends keyof HTMLElementTagNameMap>(tag: K, className = '', text = ''): HTMLElementTagNameMap[K] {
  const made = document.createElement(tag)
  if (className) made.className = className
  if (text) made.textContent = text
  return made
}

/** Within another site the page tells how high it is, and its address is another. */
const isFramed = window.parent !== window
if (isFramed) {
  document.documentElement.classList.add('framed')
  new ResizeObserver(() => parent.postMessage({ parrotHeight: document.documentElement.scrollHeight }, '*')).observe(
    room,
  )
}

function open(agent: TalkAgent): void {
  dress(agent.look)
  document.title = `Talk to ${agent.name}`
  document.documentElement.lang = agent.language
  const head = element('header')
  const face = element('img')
  face.src = `/api/faces/${encodeURIComponent(agent.face)}`
  face.alt = ''
  const title = element('div')
  title.append(element('h1', '', agent.name), element('p', 'role', agent.role))
  head.append(face, title)

  const lines = element('ol', 'lines')
  /** Tells those who do not see the page of each answer once, when it is whole: not of every piece of it. */
  const told = element('p', 'sr')
  told.setAttribute('role', 'status')
  const form = element('form')
  const input = element('textarea')
  input.rows = 1
  input.maxLength = 5000
  input.placeholder = agent.look?.placeholder || `Ask ${agent.name}`
  input.setAttribute('aria-label', `Ask ${agent.name}`)
  const send = element('button', 'send', 'Ask')
  form.append(input, send)
  room.replaceChildren(head, lines, told, form)
  if (agent.look?.footer) room.append(element('footer', '', agent.look.footer))
  if (agent.paused) {
    lines.append(element('li', 'reply', agent.paused))
    form.remove()
    return
  }

  if (agent.greeting) {
    const greeting = element('li', 'reply')
    drawReply(greeting, agent.greeting, [])
    lines.append(greeting)
  }
  if (agent.suggestions.length > 0) {
    const row = element('li', 'suggestions')
    for (const text of agent.suggestions) {
      const button = element('button', 'suggestion', text)
      button.type = 'button'
      button.addEventListener('click', () => void ask(text))
      row.append(button)
    }
    lines.append(row)
  }

  form.addEventListener('submit', (event) => {
    event.preventDefault()
    const text = input.value.trim()
    if (text === '' || send.disabled) return
    input.value = ''
    void ask(text)
  })
  input.addEventListener('keydown', (event) => {
    if (event.key === 'Enter' && !event.shiftKey && !event.isComposing) {
      event.preventDefault()
      form.requestSubmit()
    }
  })
  // Within another page it would take the focus from what somebody is at.
  if (!isFramed) input.focus()

  async function ask(text: string): Promise<void> {
    lines.querySelector('.suggestions')?.remove()
    const said = element('li', 'said', text)
    said.setAttribute('dir', 'auto')
    lines.append(said)
    told.textContent = `${agent.name} is looking it up.`
    const reply = element('li', 'reply waiting')
    reply.append(element('p', '', `${agent.name} is looking it up…`))
    lines.append(reply)
    keepInSight(said, reply)
    send.disabled = true
    try {
      let soFar = ''
      const answer = await askStream(
        slug,
        { text, conversationId, variables: valuesIn(location.search) },
        (piece) => {
          soFar += piece
          drawReply(reply, soFar.replace(/\s?\[\d*\]?$/, ''), [])
          keepInSight(said, reply)
        },
        () => drawReply(reply, `${agent.name} is thinking it through…`, []),
      )
      conversationId = answer.conversationId
      showAnswer(reply, answer)
      told.textContent = answer.reply
    } catch (error) {
      reply.className = 'reply failed'
      drawReply(reply, error instanceof Error ? error.message : 'Something went wrong.', [])
      const again = element('button', 'again', 'Ask again')
      again.type = 'button'
      again.addEventListener('click', () => {
        reply.previousElementSibling?.remove()
        reply.remove()
        void ask(text)
      })
      reply.append(again)
    } finally {
      send.disabled = false
      // The field takes the focus without moving the page: the answer stays where it is read.
      input.focus({ preventScroll: true })
      keepInSight(said, reply)
    }
  }
}

/** Brings an answer into sight above the field: its end while it fits, else the question it begins under. */
function keepInSight(said: HTMLElement, reply: HTMLElement): void {
  const room = window.innerHeight - document.querySelector('form')!.offsetHeight
  const height = reply.getBoundingClientRect().bottom - said.getBoundingClientRect().top
  if (height < room) reply.scrollIntoView({ block: 'end' })
  else said.scrollIntoView({ block: 'start' })
}

function showAnswer(reply: HTMLElement, answer: TalkReply): void {
  reply.className = 'reply'
  drawReply(reply, answer.reply, answer.citations)
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
}

readAgent(slug, location.search).then(open, (error: unknown) => {
  document.title = 'Nobody here'
  const box = element('div', 'nobody')
  box.append(
    element('h1', '', 'Nobody is here to talk to'),
    element('p', '', error instanceof Error ? error.message : 'Try again later.'),
  )
  room.replaceChildren(box)
})
