import type { InsertOf } from '@parrot/contract'
import { button, element, labelled } from '../dom'
import type { InsertRoom } from './draw'

const INPUTS = { text: 'text', number: 'number', date: 'date', time: 'time', email: 'email', phone: 'tel' } as const

/** What is asked for, all at once; what is filled in is said as one line, each thing with its name. */
export function drawForm({ fields, title }: InsertOf<'form'>, { say, words }: InsertRoom): HTMLElement {
  const form = element('form')
  if (title) form.append(element('p', 'insert-title', title))
  const inputs = fields.map(({ name, label, type, required, choices }) => {
    const isChoice = type === 'choice' && choices.length > 0
    const input = isChoice ? element('select') : element('input')
    if (input instanceof HTMLSelectElement) {
      input.append(new Option(words.choose, ''), ...choices.map((choice) => new Option(choice, choice)))
    } else if (type !== 'choice') {
      input.type = INPUTS[type]
      if (type === 'number') input.step = 'any'
    }
    input.name = name
    input.required = required
    form.append(labelled(label, input))
    return input
  })
  const send = button('insert-button', words.send, () => undefined)
  send.type = 'submit'
  send.disabled = say === undefined
  form.append(send)
  form.addEventListener('submit', (event) => {
    event.preventDefault()
    const said = inputs.filter(({ value }) => value.trim() !== '').map(({ name, value }) => `${name}: ${value.trim()}`)
    for (const each of [...inputs, send]) each.disabled = true
    say?.(said.join('\n'))
  })
  return form
}
