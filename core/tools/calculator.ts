import { all, create } from 'mathjs'
import { workedDays } from './dates'
import type { Tool, ToolResult } from './tool'

/** A longer expression is no sum that a visitor asks for. */
const LONGEST = 200
const FIGURES = 10

const math = create(all!, { number: 'number' })
const evaluate = math.evaluate.bind(math)
const parse = math.parse.bind(math)
/** What could change the calculator or run for long is not there in an expression (as the package advises). */
const refused = (name: string) => () => {
  throw new Error(`“${name}” is not allowed here`)
}
math.import(
  Object.fromEntries(
    [
      'import',
      'createUnit',
      'evaluate',
      'parse',
      'simplify',
      'derivative',
      'reviver',
      'config',
      'resolve',
      'rationalize',
    ].map((name) => [name, refused(name)]),
  ),
  { override: true },
)
/** Nodes of an expression that reckon with numbers and units, and nothing else. */
const PLAIN = new Set(['OperatorNode', 'ConstantNode', 'ParenthesisNode', 'FunctionNode', 'SymbolNode', 'ArrayNode'])
const MOST_POWER = 100

/** Works out an expression: numbers, brackets, percent, roots, units that convert ("3 h to minutes"), and days. */
export const calculator: Tool = {
  name: 'calculator',
  description:
    'Works out an arithmetic expression exactly. Use it for every sum, difference, product or percentage instead of reckoning yourself. Numbers with a point, no currency signs; units may be converted, such as "2.5 h to minutes". Days too: "2027-03-12 + 2 weeks", "2027-03-12 to 2027-05-09".',
  parameters: {
    type: 'object',
    properties: { expression: { type: 'string', description: 'For example "2 * 10.80 + 5.40" or "15 % of 80".' } },
    required: ['expression'],
  },
  call: (input) => {
    const expression = (input as { expression?: unknown } | null)?.expression
    if (typeof expression !== 'string' || expression.trim() === '')
      return failed('Give an "expression", such as "2 * 10.80".')
    const days = workedDays(expression)
    return days === undefined ? worked(expression) : { text: days }
  },
}

/** The result of an expression; one that cannot be worked out says why. */
function worked(expression: string): ToolResult {
  const text = plainOf(expression)
  if (text.length > LONGEST) return failed(`The expression is longer than ${LONGEST} characters.`)
  try {
    const node = parse(text)
    node.traverse((each) => {
      if (!PLAIN.has(each.type)) throw new Error('only numbers, units, brackets and signs are worked out')
      if (each.type === 'OperatorNode' && 'fn' in each && each.fn === 'pow') {
        const power = Number(String((each as unknown as { args: unknown[] }).args[1]))
        if (!(Math.abs(power) <= MOST_POWER)) throw new Error(`powers go up to ${MOST_POWER}`)
      }
      if (
        'name' in each &&
        /^(?:factorial|gamma|permutations|combinations|range|zeros|ones|random\w*)$/.test(String(each.name))
      )
        throw new Error(`“${String(each.name)}” is not worked out here`)
    })
    const value: unknown = evaluate(text)
    if (typeof value === 'function' || value === undefined) return failed('That is no expression with a result.')
    return { text: math.format(value, { precision: FIGURES }) }
  } catch (error) {
    return failed(`It cannot be worked out: ${error instanceof Error ? error.message : 'unknown reason'}.`)
  }
}

/** Signs as people write them, in the package's notation. */
const plainOf = (expression: string): string =>
  expression
    .trim()
    .replace(/[£€$]/g, '')
    .replace(/(\d),(?=\d{3}\b)/g, '$1')
    .replace(/×/g, '*')
    .replace(/÷/g, '/')
    .replace(/−|–/g, '-')
    .replace(/(\d+(?:\.\d+)?) ?(?:%|per ?cent) of /gi, '$1/100 * ')

const failed = (text: string): ToolResult => ({ text, isFailed: true })
