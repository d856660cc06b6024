/**
 * Finds the first of some states, in their order, in which something is as it is in the last one, supposing that it turned
 * once: with log₂ of their number of looks. Undefined where it was so from the beginning.
 */
export async function firstLike(
  states: number,
  isSo: (state: number) => Promise<boolean>,
): Promise<{ first: number | undefined; looks: number }> {
  let looks = 0
  const seen = new Map<number, boolean>()
  const look = async (state: number): Promise<boolean> => {
    const known = seen.get(state)
    if (known !== undefined) return known
    looks++
    const is = await isSo(state)
    seen.set(state, is)
    return is
  }
  const now = await look(states - 1)
  if ((await look(0)) === now) return { first: undefined, looks }
  let [other, same] = [0, states - 1]
  while (same - other > 1) {
    const middle = Math.floor((other + same) / 2)
    if ((await look(middle)) === now) same = middle
    else other = middle
  }
  return { first: same, looks }
}
