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
  tools: 'Tool',
  colleagues: 'Colleague',
  inserts: 'Insert',
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

/** All differences between two briefs, in the order of the document. List entries are matched by id, else by content; of shared sets
 * `setNames` tells the names. */
export function changesBetween(
  before: Brief,
  after: Brief,
  setNames: ReadonlyMap<string, string> = new Map(),
): BriefChange[] {
  const nameOfSet = (id: string) => setNames.get(id) ?? 'a set that is no more'
  return Object.entries(FIELD_LABELS).flatMap(([field, label]) => {
    const was = field === 'ruleSets' ? before.ruleSets.map(nameOfSet) : at(before, field)
    const is = field === 'ruleSets' ? after.ruleSets.map(nameOfSet) : at(after, field)
    if (Array.isArray(was) && Array.isArray(is)) {
      // An entry nothing was written into is no change yet.
      return listChanges(field, label, was, is).filter((change) => change.before !== '' || change.after !== '')
    }
    if (same(was, is)) return []
    if (was === '') return [{ field, label, kind: 'added' as const, before: '', after: shown(field, is) }]
    if (is === '') return [{ field, label, kind: 'removed' as const, before: shown(field, was), after: '' }]
    return [{ field, label, kind: 'changed' as const, before: shown(field, was), after: shown(field, is) }]
  })
}

function listChanges(field: string, label: string, before: unknown[], after: unknown[]): BriefChange[] {
  const known = new Map(before.map((entry) => [keyOf(entry), entry]))
  const still = new Set(after.map(keyOf))
  const removed = before
    .filter((entry) => !still.has(keyOf(entry)))
    .map((entry): BriefChange => ({ field, label, kind: 'removed', before: shown(field, entry), after: '' }))
  const others = after.flatMap((entry, index): BriefChange[] => {
    const was = known.get(keyOf(entry))
    const place = `${field}.${index}`
    if (was === undefined) return [{ field: place, label, kind: 'added', before: '', after: shown(field, entry) }]
    if (same(was, entry)) return []
    return [{ field: place, label, kind: 'changed', before: shown(field, was), after: shown(field, entry) }]
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

type Entry = Readonly<Record<string, unknown>>
const text = (value: unknown): string => (typeof value === 'string' ? value.trim() : '')
/** "subject: reply"; either alone where the other is empty. */
const told = (what: unknown, then: unknown): string => [text(what), text(then)].filter(Boolean).join(': ')
const off = (entry: Entry): string => (entry.enabled === false ? ' (switched off)' : '')

const ASKS: Readonly<Record<string, string>> = { visitor: '; asks first', designer: '; asks the team first' }

/** How an entry of each list reads in one line; "" for one nothing was written into yet. */
const ENTRIES: Readonly<Record<string, (entry: Entry) => string>> = {
  rules: (entry) => {
    const line = [text(entry.when), text(entry.do)].filter(Boolean).join(' → ')
    return line && `${entry.strength === 'usually' ? 'Usually: ' : ''}${line}${off(entry)}`
  },
  duties: (entry) => {
    const asks = (entry.ask as readonly Entry[]).map(({ name }) => text(name)).filter(Boolean)
    const line = told(entry.name, entry.when) || text(entry.steps)
    return line && `${line}${asks.length > 0 ? `; asks for ${asks.join(', ')}` : ''}${off(entry)}`
  },
  tools: (entry) => {
    const line = told(entry.id, entry.when)
    return line && `${line}${ASKS[text(entry.approval)] ?? ''}${off(entry)}`
  },
  colleagues: (entry) => {
    const line = told(
      entry.mode === 'ask' ? 'Asks' : 'Passes on',
      entry.when || (entry.isFallback ? 'what nobody knows' : ''),
    )
    return text(entry.agent) && `${line}${off(entry)}`
  },
  inserts: (entry) => {
    const what = [text(entry.kind), text(entry.title)].filter(Boolean).join(' ')
    return (text(entry.when) || text(entry.title) || text(entry.url)) && `${told(what, entry.when)}${off(entry)}`
  },
  boundaries: (entry) => {
    const line = told(entry.subject, entry.reply)
    return line && `${line}${off(entry)}`
  },
  glossary: (entry) => {
    const also = (entry.also as readonly string[]).map(text).filter(Boolean)
    return `${told(entry.term, entry.meaning)}${also.length > 0 ? ` (also ${also.join(', ')})` : ''}`.trim()
  },
  answers: (entry) => {
    const line = told(entry.question, entry.answer)
    return line && `${line}${off(entry)}`
  },
  variables: (entry) => told(entry.name, entry.fallback),
}

/** A value as one short line a person can read. */
function shown(field: string, value: unknown): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (value === null || value === '') return 'none'
  if (Array.isArray(value)) return value.map((each) => shown(field, each)).join(', ') || 'none'
  return typeof value === 'object' ? (ENTRIES[field]?.(value as Entry) ?? '') : String(value)
}
