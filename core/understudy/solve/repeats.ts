import { contentStems, coverage } from '../../text'

/** Whether two texts say mostly the same, or one says all that the other does: they share this much of their content. */
export function repeats(text: string, said: string, share: number): boolean {
  const [own, other] = [contentStems(text), contentStems(said)]
  return Math.max(coverage(own, other), coverage(other, own)) >= share
}
