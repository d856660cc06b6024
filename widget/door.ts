import { Failure, type Calls } from './calls'
import { element, labelled } from '@parrot/client'

const NAME = (slug: string) => `parrot door ${slug}`

/** What the site signed of its visitor comes behind the address, where no server writes it down. */
const signedIn = (): string => new URLSearchParams(location.hash.slice(1)).get('visitor') ?? ''

/** Takes out what lets this visitor in, from the address or from before. */
export function takePass(calls: Calls): void {
  try {
    calls.pass = signedIn() || (sessionStorage.getItem(NAME(calls.slug)) ?? '')
  } catch {
    calls.pass = signedIn()
  }
}

/** What stands where nobody is let in yet: a field for the password, or what else it takes. */
export function doorFor(problem: Failure, calls: Calls, onOpen: () => void): HTMLElement {
  const box = element('div', 'nobody')
  box.append(element('h1', '', problem.message))
  if (problem.code === 'door-members') {
    const link = element('a', '', 'Sign in')
    link.href = `/sign-in?to=${encodeURIComponent(location.pathname)}`
    link.target = '_top'
    box.append(link)
  }
  if (problem.code !== 'door-password') return box
  const form = element('form', 'door')
  const field = Object.assign(element('input'), { type: 'password', autocomplete: 'current-password' as AutoFill })
  const failed = element('p', 'wrong')
  failed.setAttribute('role', 'alert')
  form.append(labelled('Password', field), element('button', 'send', 'Open'), failed)
  form.addEventListener('submit', (event) => {
    event.preventDefault()
    calls.knock(field.value).then(
      () => {
        try {
          sessionStorage.setItem(NAME(calls.slug), calls.pass)
        } catch {
          // It is asked for again when the page is loaded anew.
        }
        onOpen()
      },
      (error: unknown) => {
        failed.textContent = (error as Error).message
        field.select()
      },
    )
  })
  box.append(form)
  return box
}
