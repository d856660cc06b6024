import type { FormField, VisitorForm } from '@parrot/contract'
import { Failure } from './calls'
import { button, element, labelled } from '@parrot/client'
import type { Words } from './words'

type Field = HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement

const KINDS: Readonly<Record<string, { readonly type: string; readonly autocomplete: AutoFill }>> = {
  name: { type: 'text', autocomplete: 'name' },
  email: { type: 'email', autocomplete: 'email' },
  phone: { type: 'tel', autocomplete: 'tel' },
  consent: { type: 'checkbox', autocomplete: 'off' },
}

function fieldFor({ kind, options, isRequired }: FormField, words: Words): Field {
  if (kind === 'choice') {
    const select = element('select')
    select.append(new Option(words.choose, ''), ...options.map((each) => new Option(each, each)))
    return select
  }
  if (kind === 'text') return Object.assign(element('textarea'), { rows: 2, maxLength: 2000 })
  const { type, autocomplete } = KINDS[kind]!
  return Object.assign(element('input'), { type, autocomplete, maxLength: 300, required: isRequired })
}

const valueOf = (field: Field): string =>
  field instanceof HTMLInputElement && field.type === 'checkbox' ? (field.checked ? 'yes' : '') : field.value.trim()

/**
 * The form of an outlet as a line of the conversation. What is wrong is said at its field; what was filled in is never
 * lost by it.
 */
export function detailsForm(
  form: VisitorForm,
  words: Words,
  on: { readonly send: (values: Record<string, string>) => Promise<void>; readonly later: () => void },
): HTMLElement {
  const line = element('li', 'details')
  const box = element('form')
  box.noValidate = true
  if (form.intro) box.append(element('p', '', form.intro))
  const fields = form.fields.map((each) => {
    const field = fieldFor(each, words)
    const label = labelled(`${each.label}${each.isRequired ? ' *' : ''}`, field)
    label.classList.toggle('consent', each.kind === 'consent')
    const wrong = element('span', 'wrong')
    wrong.id = `wrong-${each.id}`
    field.setAttribute('aria-describedby', wrong.id)
    label.append(wrong)
    box.append(label)
    return { ...each, field, wrong }
  })
  const failed = element('p', 'wrong')
  failed.setAttribute('role', 'alert')
  const send = element('button', 'send', words.send)
  const acts = element('div', 'acts')
  acts.append(send)
  if (form.mayPutOff) acts.append(button('quiet', words.later, on.later))
  box.append(failed, acts)
  line.append(box)

  function tell(faults: readonly { readonly path: string; readonly message: string }[]): void {
    for (const { id, field, wrong } of fields) {
      wrong.textContent = faults.find(({ path }) => path === id)?.message ?? ''
      field.setAttribute('aria-invalid', String(wrong.textContent !== ''))
    }
    fields.find(({ wrong }) => wrong.textContent !== '')?.field.focus()
  }

  box.addEventListener('submit', (event) => {
    event.preventDefault()
    const missing = fields.filter(({ isRequired, field }) => isRequired && valueOf(field) === '')
    failed.textContent = ''
    tell(missing.map(({ id }) => ({ path: id, message: words.isMissing })))
    if (missing.length > 0) return
    send.disabled = true
    on.send(Object.fromEntries(fields.map(({ id, field }) => [id, valueOf(field)])))
      .catch((error: unknown) => {
        const faults = error instanceof Failure ? error.fields : []
        tell(faults)
        failed.textContent = faults.length > 0 ? '' : (error as Error).message
      })
      .finally(() => (send.disabled = false))
  })
  return line
}
