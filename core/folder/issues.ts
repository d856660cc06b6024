import type { z } from 'zod'

/** What a schema found wrong. */
export type Issue = z.core.$ZodIssue

const KINDS: Readonly<Record<string, string>> = {
  number: 'a number',
  string: 'a text',
  boolean: 'true or false',
  array: 'a list',
  object: 'fields, each with a name',
  int: 'a whole number',
}

/** What a schema found wrong in words: where in the file, and what would be right. */
export function issueInWords(issue: Issue): string {
  const place = placeInWords(issue.path)
  return place === '' ? `It ${wrong(issue)}.` : `${place} ${wrong(issue)}.`
}

/** A path as a person says it: "entry 2, weight". */
const placeInWords = (path: readonly PropertyKey[]): string =>
  path.map((part) => (typeof part === 'number' ? `entry ${part + 1}` : String(part))).join(', ')

/** How the schema package begins when a schema says nothing of its own. */
const UNWORDED = /^(?:Invalid|Unrecognized|Too )/

function wrong(issue: Issue): string {
  if (!UNWORDED.test(issue.message)) return issue.message
  switch (issue.code) {
    case 'unrecognized_keys':
      return `has no field ${issue.keys.map((key) => `“${key}”`).join(', ')}`
    case 'invalid_type':
      return issue.input === undefined && issue.message.includes('undefined')
        ? 'is missing'
        : `must be ${KINDS[issue.expected] ?? issue.expected}`
    case 'invalid_value':
      return `must be ${issue.values.map((value) => `“${String(value)}”`).join(' or ')}`
    case 'too_big':
      return `must be at most ${String(issue.maximum)}${unit(issue.origin)}`
    case 'too_small':
      return `must be at least ${String(issue.minimum)}${unit(issue.origin)}`
    case 'invalid_union':
      return 'must be a kind that is known'
    default:
      return issue.message
  }
}

const unit = (origin: string): string => (origin === 'string' ? ' characters' : origin === 'array' ? ' entries' : '')
