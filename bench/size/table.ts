/** The figures of one run, printed as they come and as a table at the end. */
const rows: [what: string, figure: string, note: string][] = []

export function row(what: string, figure: string, note = ''): void {
  rows.push([what, figure, note])
  process.stdout.write(`${what}: ${figure}${note ? ` (${note})` : ''}\n`)
}

export function printTable(): void {
  const widths = [0, 1].map((column) => Math.max(...rows.map((each) => each[column as 0 | 1].length)))
  process.stdout.write(
    `\n${rows.map(([what, figure, note]) => `${what.padEnd(widths[0]!)}  ${figure.padEnd(widths[1]!)}  ${note}`).join('\n')}\n`,
  )
}

export const ms = (value: number): string => `${value < 10 ? value.toFixed(1) : Math.round(value)} ms`
export const s = (milliseconds: number): string => `${(milliseconds / 1000).toFixed(1)} s`
export const at = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!

/** Runs work again and again, after a warm-up, and gives median and 95th percentile in milliseconds. */
export async function timed(work: (turn: number) => Promise<unknown>, times: number): Promise<string> {
  for (let turn = 0; turn < 5; turn++) await work(turn)
  const took: number[] = []
  for (let turn = 0; turn < times; turn++) {
    const began = performance.now()
    await work(turn)
    took.push(performance.now() - began)
  }
  took.sort((a, b) => a - b)
  return `${ms(at(took, 0.5))} median, ${ms(at(took, 0.95))} p95`
}
