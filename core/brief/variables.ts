import type { Brief } from './schema'

/** The text with each `{{name}}` replaced by the visitor's value, else by the variable's fallback, else by nothing. */
export function fillVariables(
  text: string,
  variables: Brief['variables'],
  values: Readonly<Record<string, string>> = {},
): string {
  return text.replace(/\{\{\s*([\w .-]{1,60}?)\s*\}\}/g, (_whole, name: string) => {
    const known = variables.find((variable) => variable.name.toLowerCase() === name.toLowerCase())
    return values[name] ?? known?.fallback ?? ''
  })
}
