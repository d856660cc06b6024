/**
 * Optimal string alignment distance (Damerau 1964): insertions, deletions, substitutions and swaps of neighbours that
 * turn one word into another. Gives `most + 1` as soon as the distance is known to be beyond `most`.
 */
export function editDistance(a: string, b: string, most = Infinity): number {
  if (Math.abs(a.length - b.length) > most) return most + 1
  let older: number[] = []
  let old = Array.from({ length: b.length + 1 }, (_, at) => at)
  for (let i = 1; i <= a.length; i++) {
    const row = [i]
    let least = i
    for (let j = 1; j <= b.length; j++) {
      const cost = a[i - 1] === b[j - 1] ? 0 : 1
      let value = Math.min(row[j - 1]! + 1, old[j]! + 1, old[j - 1]! + cost)
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) value = Math.min(value, older[j - 2]! + 1)
      row.push(value)
      least = Math.min(least, value)
    }
    if (least > most) return most + 1
    older = old
    old = row
  }
  return old[b.length]!
}
