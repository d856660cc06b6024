import { stemSet } from '../../text'
import type { GivenPassage } from '../../dialogue'

/** Whether a name and a noun stand in one sentence or row somewhere: then the name may be one of that kind. */
export type Instances = (name: string, noun: string) => boolean

export function instancesIn(passages: readonly GivenPassage[]): Instances {
  let lines: ReadonlySet<string>[] | undefined
  return (name, noun) => {
    lines ??= passages.flatMap((passage) => passage.text.split(/\n|(?<=[.!?])\s/).map(stemSet))
    return lines.some((line) => line.has(name) && line.has(noun))
  }
}
