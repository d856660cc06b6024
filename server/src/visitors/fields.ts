import isEmail from 'validator/lib/isEmail.js'
import isMobilePhone from 'validator/lib/isMobilePhone.js'
import type { FormField, VisitorConsent, VisitorForm, VisitorValue } from '@parrot/contract'
import { HttpProblem } from '../http/problems'

/** What a visitor filled in, as it is kept. */
export interface Filled {
  readonly name: string
  readonly email: string
  readonly phone: string
  readonly values: readonly VisitorValue[]
  readonly consents: readonly VisitorConsent[]
}

const DIGITS = /^\+?[\d\s()./-]{5,25}$/

/** Whether a text could be a telephone number anywhere: extensions and short numbers of a country are let through. */
const isPhone = (value: string): boolean =>
  DIGITS.test(value) && (isMobilePhone(value.replace(/[^\d+]/g, '')) || value.replace(/\D/g, '').length >= 5)

/** What is wrong with a value, in words for the visitor; nothing where it is right. */
function wrong({ kind, label, isRequired, options }: FormField, value: string): string | undefined {
  if (value === '')
    return isRequired ? `${kind === 'consent' ? 'Please agree' : 'Please fill in'}: ${label}` : undefined
  switch (kind) {
    case 'email':
      return isEmail(value) ? undefined : 'That is no mail address. One looks like name@example.org.'
    case 'phone':
      return isPhone(value) ? undefined : 'That is no telephone number.'
    case 'choice':
      return options.includes(value) ? undefined : 'Choose one of those that are given.'
    case 'consent':
      return value === 'yes' ? undefined : 'Tick it, or leave it.'
    case 'name':
    case 'text':
      return undefined
  }
}

/** Checks what a visitor filled in against a form; throws with what is wrong, field by field. Fields a form does not have are left out. */
export function fill(form: VisitorForm, given: Readonly<Record<string, string>>, at: Date): Filled {
  const filled = form.fields.map((field) => ({ field, value: (given[field.id] ?? '').trim() }))
  const faults = filled.flatMap(({ field, value }) => {
    const message = wrong(field, value)
    return message ? [{ path: field.id, message }] : []
  })
  if (faults.length > 0)
    throw new HttpProblem(400, 'Something is missing or not right.', faults[0]!.message, {
      code: 'form',
      fields: faults,
    })
  const told = filled.filter(({ value }) => value !== '')
  const first = (kind: FormField['kind']) => told.find(({ field }) => field.kind === kind)?.value ?? ''
  return {
    name: first('name'),
    email: first('email'),
    phone: first('phone'),
    values: told
      .filter(({ field }) => field.kind !== 'consent')
      .map(({ field, value }) => ({ label: field.label, kind: field.kind, value })),
    consents: told
      .filter(({ field }) => field.kind === 'consent')
      .map(({ field }) => ({ text: field.label, at: at.toISOString() })),
  }
}

/** What a duty collected in conversation, as if it had been filled in. */
export function collectedAs(values: Readonly<Record<string, string>>): Filled {
  const all = Object.entries(values).map(([label, value]) => ({ label, value, kind: kindOf(label, value) }))
  const first = (kind: string) => all.find((each) => each.kind === kind)?.value ?? ''
  return { name: first('name'), email: first('email'), phone: first('phone'), values: all, consents: [] }
}

const kindOf = (label: string, value: string): FormField['kind'] =>
  isEmail(value)
    ? 'email'
    : /phone|mobile|number to call|telefon|téléphone|teléfono/i.test(label) && isPhone(value)
      ? 'phone'
      : /^(?:your |full |first )?name$/i.test(label)
        ? 'name'
        : 'text'
