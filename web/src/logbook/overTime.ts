import type { OverTime } from '@parrot/contract'

type Counts = Omit<OverTime['days'][number], 'day' | 'medianMs'>

/** The first and last of the last so many days, today included, as YYYY-MM-DD. */
export function daysBack(many: number, today = new Date()): [string, string] {
  const iso = (date: Date) =>
    `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, '0')}-${String(date.getDate()).padStart(2, '0')}`
  const first = new Date(today.getFullYear(), today.getMonth(), today.getDate() - many + 1)
  return [iso(first), iso(today)]
}

/** What all days come to. A conversation that went on over midnight counts on both days. */
export function totalOf(days: OverTime['days']): Counts {
  const sum = (of: keyof Counts) => days.reduce((total, day) => total + day[of], 0)
  return {
    conversations: sum('conversations'),
    turns: sum('turns'),
    answered: sum('answered'),
    offered: sum('offered'),
    unknown: sum('unknown'),
    other: sum('other'),
    passedOn: sum('passedOn'),
    liked: sum('liked'),
    disliked: sum('disliked'),
    tokens: sum('tokens'),
  }
}
