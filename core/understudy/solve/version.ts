import { sayUnit, withoutVerdict } from '../phrase'
import type { Finding, Solver, Task } from '../task'

/** A name with the number of its edition: "iOS 14", "Form 3", "Windows 10.1". */
const EDITION = /(?<![\p{L}\p{N}])(\p{L}*\p{Lu}[\p{L}]*) (\d{1,4}(?:\.\d+)*)(?![\d:%])/gu
const ONWARDS = /^\s*(?:or|and) (?:later|newer|above|higher|up|upwards?|onwards?|more recent)\b|^\s*\+/i
const BACKWARDS = /^\s*(?:or|and) (?:earlier|older|below|lower)\b/i

/** Answers "does it run on iOS 14?" where the library says "iOS 15 or later". */
export const heldToEdition: Solver = (task): Finding | undefined => {
  if (task.kind !== 'yesNo') return undefined
  const [asked] = [...task.asked.text.matchAll(EDITION)]
  return asked && heldTo(asked[1]!, asked[2]!, task)
}

function heldTo(name: string, edition: string, task: Task): Finding | undefined {
  for (const unit of task.enough) {
    for (const found of unit.text.matchAll(EDITION)) {
      if (found[1]!.toLowerCase() !== name.toLowerCase()) continue
      const rest = unit.text.slice(found.index + found[0].length)
      const order = inOrder(edition, found[2]!)
      const keeps = ONWARDS.test(rest) ? order >= 0 : BACKWARDS.test(rest) ? order <= 0 : undefined
      if (keeps === undefined) continue
      return {
        solver: 'edition',
        pieces: [
          { text: keeps ? task.phrases.yes : task.phrases.no, isVerdict: true },
          { text: withoutVerdict(sayUnit(unit, task)), cites: [unit.passage.number] },
        ],
        note: `${name} ${edition} was held against “${found[0]}${rest.slice(0, 12)}…”.`,
      }
    }
  }
  return undefined
}

/** Which of two numbers of editions is the later: "10.2" comes after "9". */
function inOrder(one: string, other: string): number {
  const [a, b] = [one, other].map((each) => each.split('.').map(Number)) as [number[], number[]]
  for (let at = 0; at < Math.max(a.length, b.length); at++) {
    const apart = (a[at] ?? 0) - (b[at] ?? 0)
    if (apart !== 0) return apart
  }
  return 0
}
