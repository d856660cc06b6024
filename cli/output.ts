import { diffWordsWithSpace } from 'diff'
import colours from 'picocolors'

/** Where a command says things. */
export interface Output {
  readonly out: (line: string) => void
  readonly err: (line: string) => void
}

export { colours }

/** A text with what went and what came marked: by colour on a screen that has it, by signs elsewhere. */
export const marked = (before: string, after: string): string =>
  diffWordsWithSpace(before, after)
    .map(({ value, added, removed }) => {
      if (added) return colours.isColorSupported ? colours.green(value) : `{+${value}+}`
      if (removed) return colours.isColorSupported ? colours.red(value) : `[-${value}-]`
      return value
    })
    .join('')
