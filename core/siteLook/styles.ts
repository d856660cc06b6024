import type { AtRule, ChildNode, Container, Rule } from 'postcss'
import readSafely from 'postcss-safe-parser'

/** One declaration of a stylesheet with whom it is for; custom properties are filled in. */
export interface Styled {
  readonly selector: string
  readonly property: string
  readonly value: string
}

/** Conditions under which a style is not what visitors mostly see. */
const ELSEWHERE = /print|prefers-color-scheme:\s*dark|prefers-contrast|forced-colors/i
/** A style longer than this is no style written by anybody. */
const MOST_CHARACTERS = 1_000_000
/** How deep one custom property may name another: a ring of them ends. */
const MOST_DEPTH = 8

/**
 * The declarations of stylesheets in their order, those for paper or for the dark left out, with `var(--x)` replaced by
 * what the sheets give `--x`. Never fails: what cannot be read is left out.
 */
export function readStyles(sheets: readonly string[]): readonly Styled[] {
  const found = sheets.flatMap((sheet) => declarationsOf(sheet.slice(0, MOST_CHARACTERS)))
  const custom = new Map<string, string>()
  for (const { property, value, selector } of found)
    if (property.startsWith('--') && !/dark/i.test(selector) && !custom.has(property)) custom.set(property, value)
  return found.map((each) => ({ ...each, value: filled(each.value, custom, 0) }))
}

function declarationsOf(sheet: string): Styled[] {
  const found: Styled[] = []
  readSafely(sheet).walkDecls(({ prop, value, parent }) => {
    if (parent?.type !== 'rule' || conditionsOf(parent).some((condition) => ELSEWHERE.test(condition))) return
    found.push({ selector: (parent as Rule).selector, property: prop.toLowerCase(), value: value.trim() })
  })
  return found
}

/** The conditions a rule stands under, the nearest first. */
const conditionsOf = ({ parent }: ChildNode | Container): string[] =>
  parent && parent.type !== 'root'
    ? [...(parent.type === 'atrule' ? [(parent as AtRule).params] : []), ...conditionsOf(parent as Container)]
    : []

const filled = (value: string, custom: ReadonlyMap<string, string>, depth: number): string =>
  depth > MOST_DEPTH || !value.includes('var(')
    ? value
    : filled(
        value.replace(
          /var\(\s*(--[\w-]+)\s*(?:,\s*([^()]*(?:\([^()]*\)[^()]*)*))?\)/g,
          (_, name: string, otherwise = '') => custom.get(name) ?? otherwise,
        ),
        custom,
        depth + 1,
      )
