import type { Brief } from './schema'

/** One difference between two briefs in a designer's words. */
export interface BriefChange {
  /** Path of the field, "manner.dials.warmth" or "rules.2". */
  readonly field: string
  /** The part of the brief as the screen names it. */
  readonly label: string
  readonly kind: 'added' | 'removed' | 'changed'
  readonly before: string
  readonly after: string
}

/** The fields of a brief that hold one value, by path, with the names the screen gives them. */
export const FIELD_LABELS: Readonly<Record<string, string>> = {
  'identity.name': 'Name',
  'identity.role': 'Role',
  'identity.description': 'Description',
  'identity.avatar': 'Face',
  'identity.language': 'Language',
  'identity.alsoSpeaks': 'Other languages',
  'purpose.job': 'Job',
  'purpose.audience': 'Audience',
  'purpose.goals': 'Goal',
  'purpose.outOfScope': 'Out of scope',
  'manner.persona': 'Persona',
  'manner.dials.formality': 'Formality',
  'manner.dials.warmth': 'Warmth',
  'manner.dials.brevity': 'Brevity',
  'manner.dials.playfulness': 'Playfulness',
  'manner.dials.directness': 'Directness',
  'manner.samples': 'Style sample',
  'manner.format.maxWords': 'Longest answer in words',
  'manner.format.bullets': 'Bulleted lists',
  'manner.format.emoji': 'Emoji',
  'manner.format.signOff': 'Sign-off',
  'manner.format.addressByName': 'Use of the visitor’s name',
  'manner.format.readingGrade': 'Reading grade',
  rules: 'Rule',
  ruleSets: 'Shared rules',
  duties: 'Duty',
  boundaries: 'Boundary',
  glossary: 'Term',
  answers: 'Model answer',
  'openers.greeting': 'Greeting',
  'openers.suggestions': 'Suggested question',
  'openers.followUps': 'Next questions',
  'grounding.libraryOnly': 'Only from the library',
  'grounding.cite': 'Citations',
  'grounding.whenUnknown': 'When it does not know',
  'grounding.whenUnsure': 'When it is not sure',
  'grounding.unbacked': 'When nothing backs it',
  'grounding.deliberate': 'Deliberation',
  'grounding.deliberateWhen': 'Deliberation when',
  'memory.turns': 'Turns remembered',
  'memory.summarise': 'Summary of earlier turns',
  'memory.rememberVisitor': 'Memory of the visitor',
  variables: 'Variable',
  freeform: 'Free text',
}

/** All differences between two briefs, in the order of the document. List entries are matched by id, else by content. */
export function changesBetween(before: Brief, after: Brief): BriefChange[] {
  return Object.entries(FIELD_LABELS).flatMap(([field, label]) => {
    const was = at(before, field)
    const is = at(after, field)
    if (Array.isArray(was) && Array.isArray(is)) return listChanges(field, label, was, is)
    if (same(was, is)) return []
    if (was === '') return [{ field, label, kind: 'added' as const, before: '', after: shown(is) }]
    if (is === '') return [{ field, label, kind: 'removed' as const, before: shown(was), after: '' }]
    return [{ field, label, kind: 'changed' as const, before: shown(was), after: shown(is) }]
  })
}

function listChanges(field: string, label: string, before: unknown[], after: unknown[]): BriefChange[] {
  const known = new Map(before.map((entry) => [keyOf(entry), entry]))
  const still = new Set(after.map(keyOf))
  const removed = before
    .filter((entry) => !still.has(keyOf(entry)))
    .map((entry): BriefChange => ({ field, label, kind: 'removed', before: shown(entry), after: '' }))
  const others = after.flatMap((entry, index): BriefChange[] => {
    const was = known.get(keyOf(entry))
    const place = `${field}.${index}`
    if (was === undefined) return [{ field: place, label, kind: 'added', before: '', after: shown(entry) }]
    if (same(was, entry)) return []
    return [{ field: place, label, kind: 'changed', before: shown(was), after: shown(entry) }]
  })
  const moved = removed.length === 0 && others.length === 0 && !same(before.map(keyOf), after.map(keyOf))
  const order: BriefChange[] = moved ? [{ field, label, kind: 'changed', before: 'old order', after: 'new order' }] : []
  return [...removed, ...others, ...order]
}

const at = (brief: Brief, path: string): unknown =>
  path.split('.').reduce<unknown>((value, key) => (value as Record<string, unknown>)[key], brief)

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

function keyOf(entry: unknown): string {
  if (typeof entry !== 'object' || entry === null) return String(entry)
  const { id, term, name, question } = entry as Record<string, unknown>
  return String(id ?? term ?? name ?? question ?? JSON.stringify(entry))
}

/** A value as one short line a person can read. */
function shown(value: unknown): string {
  if (value === null || value === '' || (Array.isArray(value) && value.length === 0)) return 'none'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value !== 'object') return String(value)
  if (Array.isArray(value)) return value.map(shown).join(', ')
  const entry = value as Record<string, unknown>
  if ('do' in entry) {
    const off = entry.enabled === false ? ' (switched off)' : ''
    const usually = entry.strength === 'usually' ? 'Usually: ' : ''
    return `${usually}${entry.when ? `${entry.when} → ` : ''}${entry.do}${off}`
  }
  if ('term' in entry) return `${entry.term}: ${entry.meaning}`
  if ('subject' in entry) return `${entry.subject}: ${entry.reply}`
  if ('question' in entry) return `${entry.question}: ${entry.answer}`
  return Object.values(entry).map(shown).join(', ')
}
