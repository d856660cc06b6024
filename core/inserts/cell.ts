import { quantitiesIn } from '../text'

/** A number with what it counts. */
export interface Figure {
  readonly value: number
  readonly unit: string
}

/** The figure a cell is: "£10.80", "35 minutes", "6"; undefined where it says more, or a time of day. */
export function figureIn(cell: string): Figure | undefined {
  const text = cell.trim()
  if (/^-?\d+(?:[.,]\d+)?$/.test(text)) return { value: Number(text.replace(',', '.')), unit: '' }
  const found = quantitiesIn(text)
  const [only] = found
  if (found.length !== 1 || !only || only.dimension === 'clock') return undefined
  return only.text.trim().length >= text.length - 1 ? { value: only.amount, unit: only.unit } : undefined
}
