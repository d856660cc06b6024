/**
 * Finds the state since which something is as it is in the last of some states, in their order. It goes back in steps that
 * double until it finds a state where it was otherwise, and halves what lies between: about twice log₂ of the number of
 * states in looks. Undefined where no state it looked at was otherwise.
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
  const last = states - 1
  const now = await look(last)
  let [other, same] = [-1, last]
  for (let back = 1; same > 0; back *= 2) {
    const state = Math.max(0, last - back)
    if ((await look(state)) !== now) {
      other = state
      break
    }
    same = state
  }
  if (other < 0) return { first: undefined, looks }
  while (same - other > 1) {
    const middle = Math.floor((other + same) / 2)
    if ((await look(middle)) === now) same = middle
    else other = middle
  }
  return { first: same, looks }
}
