/** One example: its measures, in a fixed order, and whether it is one of those to be told apart. */
export interface Example {
  readonly x: readonly number[]
  readonly y: 0 | 1
  /** How much it counts, 1 as usual. */
  readonly weight?: number
}

/** A linear model of the log of the odds. */
export interface Logistic {
  readonly bias: number
  readonly weights: readonly number[]
}

const sigmoid = (z: number): number => 1 / (1 + Math.exp(-z))

/** The probability a model gives to one example. */
export const probability = ({ bias, weights }: Logistic, x: readonly number[]): number =>
  sigmoid(weights.reduce((sum, weight, at) => sum + weight * x[at]!, bias))

/**
 * Fits a logistic regression by gradient descent on standardised measures with a ridge penalty; the weights given back
 * are for the measures as they are. `neverBelow` keeps a weight from falling below zero where more of a measure cannot
 * speak against. Deterministic.
 */
export function fit(examples: readonly Example[], { ridge = 0.01, rounds = 3000, rate = 0.3, neverBelow = [] as readonly number[] } = {}): Logistic {
  const size = examples[0]!.x.length
  const whole = examples.reduce((sum, each) => sum + (each.weight ?? 1), 0)
  const mean = Array.from({ length: size }, (_, at) => examples.reduce((sum, { x, weight = 1 }) => sum + weight * x[at]!, 0) / whole)
  const spread = mean.map((middle, at) =>
    Math.sqrt(examples.reduce((sum, { x, weight = 1 }) => sum + weight * (x[at]! - middle) ** 2, 0) / whole) || 1,
  )
  const rows = examples.map(({ x }) => x.map((each, at) => (each - mean[at]!) / spread[at]!))
  const weights = new Array<number>(size).fill(0)
  let bias = 0
  for (let round = 0; round < rounds; round++) {
    const slope = new Array<number>(size).fill(0)
    let slopeOfBias = 0
    rows.forEach((row, n) => {
      const { y, weight = 1 } = examples[n]!
      const error = (weight * (sigmoid(row.reduce((sum, each, at) => sum + each * weights[at]!, bias)) - y)) / whole
      slopeOfBias += error
      row.forEach((each, at) => (slope[at]! += error * each))
    })
    bias -= rate * slopeOfBias
    weights.forEach((weight, at) => (weights[at] = weight - rate * (slope[at]! + ridge * weight)))
    for (const at of neverBelow) weights[at] = Math.max(0, weights[at]!)
  }
  const own = weights.map((weight, at) => weight / spread[at]!)
  return { bias: bias - own.reduce((sum, weight, at) => sum + weight * mean[at]!, 0), weights: own }
}

/** Area under the curve: how often an example of one kind gets more than one of the other. */
export function areaUnder(scored: readonly { readonly score: number; readonly y: 0 | 1 }[]): number {
  const yes = scored.filter(({ y }) => y === 1)
  const no = scored.filter(({ y }) => y === 0)
  let sum = 0
  for (const one of yes) for (const other of no) sum += one.score > other.score ? 1 : one.score === other.score ? 0.5 : 0
  return sum / (yes.length * no.length)
}
