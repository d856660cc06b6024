/** The visitor's page: one conversation with one agent, no framework. */
import type { TalkAgent } from '@parrot/contract'
import { Calls, Failure } from './calls'
import { Conversation } from './conversation'
import { element } from '@parrot/client'
import { doorFor, takePass } from './door'
import { dress } from './look'
import { menuFor } from './menu'
import { Visit } from './visit'
import { directionOf, wordsIn } from './words'

const slug = decodeURIComponent(location.pathname.split('/')[2] ?? '')
const room = document.getElementById('talk')!
const calls = new Calls(slug)

/** Within another site the page tells how high it is, and its address is another. */
const isFramed = window.parent !== window
if (isFramed) {
  document.documentElement.classList.add('framed')
  new ResizeObserver(() => parent.postMessage({ parrotHeight: document.documentElement.scrollHeight }, '*')).observe(
    room,
  )
}

/** A line that is read out when it changes. */
function status(className: string): HTMLElement {
  const made = element('p', className)
  made.setAttribute('role', 'status')
  return made
}

async function open(agent: TalkAgent): Promise<void> {
  const words = wordsIn(agent.language)
  const visit = new Visit(slug)
  dress(agent.look)
  document.title = agent.name
  document.documentElement.lang = agent.language
  document.documentElement.dir = directionOf(agent.language)
  const head = element('header')
  const picture = (name: string, className: string) =>
    Object.assign(element('img', className), { src: `/api/faces/${encodeURIComponent(name)}`, alt: '' })
  if (agent.look?.logo) head.append(picture(agent.look.logo, 'logo'))
  if (agent.look?.face !== false) head.append(picture(agent.face, 'face'))
  const title = element('div', 'title')
  title.append(element('h1', '', agent.name), element('p', 'role', agent.role))
  head.append(title, menuFor(agent, calls, visit, words))

  const lines = element('ol', 'lines')
  const told = status('sr')
  const here = { person: status('here'), network: status('here network') }
  const form = element('form', 'asking')
  const input = Object.assign(element('textarea'), { rows: 1, maxLength: agent.longestLine })
  const placeholder = agent.look?.placeholder || words.askName(agent.name)
  input.placeholder = placeholder
  input.setAttribute('aria-label', words.askName(agent.name))
  const send = element('button', 'send', words.ask)
  form.append(input, send)
  const foot = element('div', 'foot')
  foot.append(here.person, here.network, form)
  room.replaceChildren(head, lines, told, foot)
  if (agent.look?.footer) room.append(element('footer', '', agent.look.footer))
  if (agent.paused) {
    lines.append(element('li', 'reply', agent.paused))
    form.remove()
    return
  }
  const say = (text: string, kind: keyof typeof here) => void (here[kind].textContent = text)
  const conversation = new Conversation({
    agent,
    calls,
    visit,
    words,
    lines,
    tell: (text) => void (told.textContent = text),
    say,
    setOpen: (isOpen) => void (form.hidden = !isOpen),
    setPartner: (name) => {
      input.placeholder = name ? words.writeTo(name) : placeholder
      send.textContent = name ? words.send : words.ask
    },
  })
  const connected = () => say(navigator.onLine ? '' : words.offline, 'network')
  addEventListener('online', connected)
  addEventListener('offline', connected)
  form.addEventListener('submit', (event) => {
    event.preventDefault()
    const text = input.value.trim()
    if (text === '') return
    input.value = ''
    conversation.ask(text)
    input.focus({ preventScroll: true })
  })
  input.addEventListener('keydown', (event) => {
    if (event.key === 'Enter' && !event.shiftKey && !event.isComposing) {
      event.preventDefault()
      form.requestSubmit()
    }
  })
  await conversation.begin()
  // Within another page it would take the focus from what somebody is at.
  if (!isFramed) input.focus()
}

function begin(): void {
  calls
    .agent(location.search)
    .then(open)
    .catch((error: unknown) => {
      if (error instanceof Failure && error.code.startsWith('door-')) {
        document.title = error.message
        room.replaceChildren(doorFor(error, calls, begin))
        room.querySelector('input')?.focus()
        return
      }
      document.title = 'Nobody here'
      const box = element('div', 'nobody')
      box.append(
        element('h1', '', 'Nobody is here to talk to'),
        element('p', '', error instanceof Error ? error.message : 'Try again later.'),
      )
      room.replaceChildren(box)
    })
}
takePass(calls)
begin()
