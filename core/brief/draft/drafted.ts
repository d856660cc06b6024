import { briefFrom, type Brief } from '../schema'

/** The paths of all fields that hold something else than an empty brief does; list entries one by one. */
export function draftedPaths(brief: Brief): string[] {
  const empty = briefFrom({})
  const paths: string[] = []
  const walk = (value: unknown, fallback: unknown, path: string) => {
    if (Array.isArray(value)) value.forEach((_, at) => paths.push(`${path}.${at}`))
    else if (typeof value === 'object' && value !== null)
      for (const [key, inner] of Object.entries(value))
        walk(inner, (fallback as Record<string, unknown> | undefined)?.[key], path ? `${path}.${key}` : key)
    else if (value !== fallback) paths.push(path)
  }
  const { drafted: _drafted, ...rest } = brief
  walk(rest, empty, '')
  return paths
}

/** The drafted marks that stay after a field was edited: those of the field, of what holds it and of what it holds go. */
export const stillDrafted = (drafted: readonly string[], edited: string): string[] =>
  drafted.filter((path) => path !== edited && !path.startsWith(`${edited}.`) && !edited.startsWith(`${path}.`))
