import type { TalkAgent } from '@parrot/contract'
import type { Calls } from './calls'
import { button, element } from '@parrot/client'
import type { Visit } from './visit'
import type { Words } from './words'

/** Most characters of a conversation in the address of a mail: longer ones are cut by mail programs. */
const MOST_IN_MAIL = 1600

/** What can be done with a conversation as a whole: begin anew, take it along, have it remembered. */
export function menuFor(agent: TalkAgent, calls: Calls, visit: Visit, words: Words): HTMLElement {
  const menu = element('details', 'menu')
  const head = element('summary', '', '⋯')
  head.setAttribute('aria-label', words.menu)
  head.title = words.menu
  const items = element('div', 'items')
  const failed = element('p', 'wrong')
  failed.setAttribute('role', 'alert')

  async function text(): Promise<string> {
    const lines = visit.kept ? (await calls.conversation(visit.kept.key)).lines : []
    return lines
      .flatMap(({ said, reply, by, citations }) => [
        ...(said ? [`${words.you}: ${said}`] : []),
        ...(reply ? [`${by ?? agent.name}: ${reply}`] : []),
        ...citations.map(({ marker, sourceTitle, locator }) => `  [${marker}] ${sourceTitle}, ${locator.label}`),
        '',
      ])
      .join('\n')
  }
  const doing = (work: () => Promise<void>) => () => {
    failed.textContent = ''
    work().then(
      () => (menu.open = false),
      (error: unknown) => (failed.textContent = (error as Error).message),
    )
  }
  const download = async () => {
    const link = element('a')
    link.href = URL.createObjectURL(new Blob([await text()], { type: 'text/plain;charset=utf-8' }))
    link.download = `${agent.name}.txt`
    link.click()
    setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
  }
  const mail = async () => {
    const body = (await text()).slice(0, MOST_IN_MAIL)
    location.href = `mailto:?subject=${encodeURIComponent(agent.name)}&body=${encodeURIComponent(body)}`
  }
  items.append(
    button('item', words.startOver, () => {
      visit.forget()
      location.reload()
    }),
    button('item', words.takeAlong, doing(download)),
    button('item', words.mail, doing(mail)),
  )
  if (agent.remembers) {
    const box = Object.assign(element('input'), { type: 'checkbox', checked: visit.isRemembered })
    box.addEventListener('change', () => visit.remember(box.checked))
    const label = element('label', 'item', words.remember)
    label.prepend(box)
    items.append(label)
  }
  items.append(failed)
  menu.append(head, items)
  menu.addEventListener('keydown', ({ key }) => {
    if (key !== 'Escape') return
    menu.open = false
    head.focus()
  })
  addEventListener('click', ({ target }) => {
    if (!menu.contains(target as Node)) menu.open = false
  })
  return menu
}
