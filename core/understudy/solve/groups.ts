import { numberOf, quantitiesIn, sayMoney, stem, stemSet } from '../../text'
import { type Evidence } from '../evidence'
import { listed } from '../../languages'
import type { Finding, Party, Task } from '../task'

/** So many of something that has a price. */
export interface Group {
  readonly count: number
  readonly stems: readonly string[]
  readonly noun: string
}

/** What the question counts, and who the visitor said they are when it asks "for us". */
export function groupsIn(question: string, party: Party): Group[] {
  const counted = quantitiesIn(question)
    // "A ten-trip card" is a name, not ten of something.
    .filter((each) => each.dimension === 'count' && each.unit !== 'times' && !/\w-\p{L}/u.test(each.text))
    .map((each): Group => ({ count: each.amount, stems: each.of, noun: each.unit }))
  // "Three 250 g bags": the size stands between the number and what is counted.
  const sized = [
    ...question.matchAll(/\b([\p{L}\d]+) \d+(?:\.\d+)? ?(?:g|kg|ml|cl|l|mm|cm|m|litre|kilo) ([\p{L}-]+)/giu),
  ].flatMap((match): Group[] => {
    const count = numberOf(match[1]!)
    return count === undefined ? [] : [{ count, stems: [stem(match[2]!)], noun: match[2]! }]
  })
  const single = [...question.matchAll(/\b(an?|one) ([\p{L}-]+)/giu)]
    .filter((match) => !counted.some((group) => group.stems[0] === stem(match[2]!)))
    .map((match): Group => ({ count: 1, stems: [stem(match[2]!)], noun: match[2]! }))
  const isOwn = /\b(?:us|we|our)\b/i.test(question) && !counted.some((group) => group.count > 1)
  const own = isOwn ? party.groups.map(({ count, noun }): Group => ({ count, stems: [...stemSet(noun)], noun })) : []
  return [...counted, ...sized, ...single, ...own]
}

export const pieces = (groups: readonly Group[]): number => groups.reduce((sum, group) => sum + group.count, 0)

/** The names a brief's glossary gives to one word, as stems. */
export function glossaryNames(of: string, task: Task): string[] {
  return task.view.glossary.flatMap((entry) => {
    const names = [entry.term, ...entry.also].map((name) => [...stemSet(name)])
    return names.some((name) => name.length === 1 && name[0] === of)
      ? names.filter((name) => name.length === 1).flat()
      : []
  })
}

/** "For Long Isle, the total is £27.00: 2 × £10.80 (adult return) + 1 × £5.40 (child return)." */
export function summed(
  lines: readonly { count: number; amount: number; sign: string; of: string }[],
  about: string,
  unit: Evidence,
  task: Task,
): Finding {
  const total = lines.reduce((sum, line) => sum + line.count * line.amount, 0)
  const working = lines.map((line) => `${line.count} × ${sayMoney(line.amount, line.sign)} (${line.of})`)
  const text = task.phrases.total(about, sayMoney(total, lines[0]!.sign), working.join(' + '))
  return {
    solver: 'sum',
    pieces: [{ text, cites: [unit.passage.number] }],
    note: `Worked out: ${listed(working, task.phrases.and)} from ${unit.text}`,
  }
}
