import { briefSchema, type Brief } from '../schema'
import type { Edit } from './remark'

/**
 * A brief with edits made, checked by the schema; throws a ZodError that names the field when a value is not allowed.
 * Removals are made last, from the end, so that they do not shift the places the other edits name.
 */
export function applyEdits(brief: Brief, edits: readonly Edit[]): Brief {
  const copy: unknown = structuredClone(brief)
  const removals = edits.filter((edit) => edit.kind === 'remove')
  for (const edit of edits) {
    if (edit.kind === 'set') put(copy, edit.field.split('.'), edit.value)
    if (edit.kind === 'add') (at(copy, edit.field.split('.')) as unknown[]).push(edit.value)
  }
  for (const { field } of [...removals].sort((a, b) => b.field.localeCompare(a.field, 'en', { numeric: true }))) {
    const path = field.split('.')
    const list = at(copy, path.slice(0, -1))
    if (Array.isArray(list)) list.splice(Number(path.at(-1)), 1)
  }
  return briefSchema.parse(copy)
}

const at = (value: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>((inner, key) => (inner as Record<string, unknown>)[key], value)

function put(value: unknown, path: readonly string[], to: unknown): void {
  const owner = at(value, path.slice(0, -1)) as Record<string, unknown>
  owner[path.at(-1)!] = to
}
