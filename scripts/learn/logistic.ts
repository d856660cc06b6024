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
export function fit(
  examples: readonly Example[],
  { ridge = 0.01, rounds = 3000, rate = 0.3, neverBelow = [] as readonly number[] } = {},
): Logistic {
  const size = examples[0]!.x.length
  const whole = examples.reduce((sum, each) => sum + (each.weight ?? 1), 0)
  const mean = Array.from(
    { length: size },
    (_, at) => examples.reduce((sum, { x, weight = 1 }) => sum + weight * x[at]!, 0) / whole,
  )
  const spread = mean.map(
    (middle, at) =>
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
  for (const one of yes)
    for (const other of no) sum += one.score > other.score ? 1 : one.score === other.score ? 0.5 : 0
  return sum / (yes.length * no.length)
}

/** Things to choose among, of which some are right. */
export interface Choice {
  readonly options: readonly { readonly x: readonly number[]; readonly isRight: boolean }[]
  readonly weight: number
}

/**
 * Fits a linear score so that the right options of each choice come first: gradient descent on the log of the share that
 * the right ones have of a softmax over all (McFadden's conditional logit, with several right). Choices without a right
 * option are left out. Deterministic.
 */
export function fitChoice(
  choices: readonly Choice[],
  { ridge = 0.002, rounds = 250, rate = 0.5, neverBelow = [] as readonly number[] } = {},
): Logistic {
  const own = choices.filter(({ options }) => options.some(({ isRight }) => isRight))
  const size = own[0]!.options[0]!.x.length
  const all = own.flatMap(({ options }) => options)
  const mean = Array.from({ length: size }, (_, at) => all.reduce((sum, { x }) => sum + x[at]!, 0) / all.length)
  const spread = mean.map(
    (middle, at) => Math.sqrt(all.reduce((sum, { x }) => sum + (x[at]! - middle) ** 2, 0) / all.length) || 1,
  )
  const rows = own.map(({ options, weight }) => ({
    weight,
    options: options.map(({ x, isRight }) => ({ isRight, x: x.map((each, at) => (each - mean[at]!) / spread[at]!) })),
  }))
  const whole = own.reduce((sum, { weight }) => sum + weight, 0)
  const weights = new Array<number>(size).fill(0)
  for (let round = 0; round < rounds; round++) {
    const slope = new Array<number>(size).fill(0)
    for (const { options, weight } of rows) {
      const scores = options.map(({ x }) => x.reduce((sum, each, at) => sum + each * weights[at]!, 0))
      const most = Math.max(...scores)
      const powers = scores.map((score) => Math.exp(score - most))
      const sum = powers.reduce((total, each) => total + each, 0)
      const right = powers.reduce((total, each, n) => (options[n]!.isRight ? total + each : total), 0)
      options.forEach(({ x, isRight }, n) => {
        const pull = (weight / whole) * ((isRight ? powers[n]! / right : 0) - powers[n]! / sum)
        for (let at = 0; at < size; at++) slope[at]! += pull * x[at]!
      })
    }
    weights.forEach((weight, at) => (weights[at] = weight + rate * (slope[at]! - ridge * weight)))
    for (const at of neverBelow) weights[at] = Math.max(0, weights[at]!)
  }
  const plain = weights.map((weight, at) => weight / spread[at]!)
  return { bias: -plain.reduce((sum, weight, at) => sum + weight * mean[at]!, 0), weights: plain }
}
