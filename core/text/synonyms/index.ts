import { stem } from '../terms'
import { KINDS } from './kinds'
import { NAMES } from './names'
import { OPPOSITE } from './opposites'
import { SAME } from './same'
import { SUBJECTS } from './subjects'

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
const subjects = tableOf(SUBJECTS)
const opposites = tableOf(OPPOSITE)
const NONE: ReadonlySet<string> = new Set()

const kinds = new Map<string, Set<string>>()
for (const line of KINDS.trim().split('\n')) {
  const [kind, ...members] = line.split(' ').map((word) => stem(word))
  for (const member of members) kinds.set(member, (kinds.get(member) ?? new Set()).add(kind!))
}

/** The stems of the kinds of thing a stem belongs to ("cat" → pet). */
export const kindsOf = (of: string): ReadonlySet<string> => kinds.get(of) ?? NONE

/** Names of things of more than one word, each list those of one thing. */
export const commonNames: readonly (readonly string[])[] = NAMES.trim()
  .split('\n')
  .map((line) => line.split(', '))

/** The stems that everyday English puts for a stem; not the stem itself. */
export const synonymsOf = (of: string): ReadonlySet<string> => same.get(of) ?? NONE

/** The stems of the wider subject a stem belongs to; not the stem itself. */
export const subjectOf = (of: string): ReadonlySet<string> => subjects.get(of) ?? NONE

/** The stems that mean the opposite of a stem. */
export const oppositesOf = (of: string): ReadonlySet<string> => opposites.get(of) ?? NONE
