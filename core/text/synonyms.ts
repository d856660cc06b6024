import { OPPOSITE } from '../languages/en/opposites'
import { SAME } from '../languages/en/synonyms'
import { stem } from './terms'

type Table = ReadonlyMap<string, ReadonlySet<string>>

const tableOf = (text: string): Table => {
  const table = new Map<string, Set<string>>()
  for (const line of text.trim().split('\n')) {
    const stems = line.split(' ').map((word) => stem(word.replace('-', '')))
    for (const each of stems) {
      const others = table.get(each) ?? new Set()
      for (const other of stems) if (other !== each) others.add(other)
      table.set(each, others)
    }
  }
  return table
}

const same = tableOf(SAME)
const opposites = tableOf(OPPOSITE)
const NONE: ReadonlySet<string> = new Set()

/** The stems that everyday English puts for a stem; not the stem itself. */
export const synonymsOf = (of: string): ReadonlySet<string> => same.get(of) ?? NONE

/** The stems that mean the opposite of a stem. */
export const oppositesOf = (of: string): ReadonlySet<string> => opposites.get(of) ?? NONE
