/** A figure with what it is counted in; a dash for one that is not there. */
export const figureWithUnit = (value: number | null, unit: string): string =>
  value === null ? '–' : /^[£€$¥]$/.test(unit) ? `${unit}${value.toFixed(2)}` : `${value}${unit ? ` ${unit}` : ''}`
