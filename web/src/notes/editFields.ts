import type { Proposal, ProposedEdit } from '@parrot/contract'

/** A text or number of a proposal's edit that can be altered before it is accepted. */
export interface EditField {
  readonly path: readonly (string | number)[]
  readonly label: string
  readonly value: string
  readonly isNumber: boolean
}

/** Parts of an edit a person writes, by their key, with what the screen calls them; others are left as they are. */
const LABELS: Readonly<Record<string, string>> = {
  when: 'When',
  do: 'Do',
  subject: 'Stay out of',
  reply: 'Say instead',
  term: 'Term',
  question: 'Question',
  answer: 'Answer',
  text: 'The passage as it should read',
  weight: 'Counts',
  day: 'Last day',
  maxWords: 'Longest answer in words',
}

/** The edit of a proposal as the server takes it. */
export const proposedOf = ({ target, edit }: Pick<Proposal, 'target' | 'edit'>): ProposedEdit =>
  (target === 'both' ? { target, edits: edit } : { target, edit }) as ProposedEdit

/** What of a proposal can be altered, in the order it stands there. */
export function fieldsOf(proposed: ProposedEdit): EditField[] {
  const found: EditField[] = []
  const walk = (value: unknown, path: readonly (string | number)[], key: string): void => {
    const label = LABELS[key]
    if (label && (typeof value === 'string' || typeof value === 'number'))
      found.push({ path, label, value: String(value), isNumber: typeof value === 'number' })
    else if (Array.isArray(value)) value.forEach((each, at) => walk(each, [...path, at], key))
    else if (typeof value === 'object' && value !== null)
      for (const [name, each] of Object.entries(value))
        walk(each, [...path, name], name === 'value' ? lastOf(value) : name)
  }
  const isTest = (edit: unknown) => (edit as { op?: string }).op === 'test'
  const walkEdit = (edit: unknown, path: readonly (string | number)[]) =>
    Array.isArray(edit)
      ? edit.forEach((operation, at) => !isTest(operation) && walk(operation, [...path, at], ''))
      : walk(edit, path, '')
  if (proposed.target === 'both') proposed.edits.forEach((each, at) => walkEdit(each.edit, ['edits', at, 'edit']))
  else walkEdit(proposed.edit, ['edit'])
  return found
}

/** The field that an operation's own value is put into. */
const lastOf = (operation: object): string =>
  String((operation as { path?: string }).path ?? '')
    .split('/')
    .at(-1) ?? ''

/** A proposal's edit with one of its fields altered; a number that is none stays as it was. */
export function withField(proposed: ProposedEdit, field: EditField, value: string): ProposedEdit {
  const copy = structuredClone(proposed) as unknown
  const holder = field.path
    .slice(0, -1)
    .reduce<Record<string, unknown>>((at, key) => at[key] as Record<string, unknown>, copy as Record<string, unknown>)
  if (!field.isNumber || Number.isFinite(Number(value)))
    holder[field.path.at(-1)!] = field.isNumber ? Number(value) : value
  return copy as ProposedEdit
}
