import type { Schema } from './tool'

/** One thing a tool needs, as a visitor is asked for it. */
export interface InputField {
  readonly name: string
  readonly type: 'text' | 'number' | 'date' | 'time' | 'email' | 'phone' | 'choice'
  readonly question: string
  readonly required: boolean
  readonly choices?: readonly string[]
  /** A question is an answer here: it is to be passed on. */
  readonly mayAsk?: boolean
}

const FORMATS: Readonly<Record<string, InputField['type']>> = {
  date: 'date',
  time: 'time',
  email: 'email',
  phone: 'phone',
}

const typesOf = ({ type }: Schema): readonly string[] =>
  type === undefined ? [] : typeof type === 'string' ? [type] : type
const isNumber = (schema: Schema): boolean => typesOf(schema).some((type) => type === 'number' || type === 'integer')

/** What a tool's input asks for, what it cannot do without first, in the order that is given for it. What has no plain form (an object within the input) is left to models. */
export function fieldsOf({ properties = {}, required = [] }: Schema): InputField[] {
  // The order of properties says nothing: databases that keep JSON change it.
  const order = [...new Set([...required.filter((name) => name in properties), ...Object.keys(properties)])]
  return order.flatMap((name): InputField[] => {
    const schema = properties[name]!
    if (typesOf(schema).some((type) => type === 'object' || type === 'array')) return []
    const isFlag = typesOf(schema).includes('boolean')
    const choices = isFlag ? ['yes', 'no'] : schema.enum?.map(String)
    const type = choices ? 'choice' : isNumber(schema) ? 'number' : (FORMATS[schema.format ?? ''] ?? 'text')
    return [
      {
        name,
        type,
        question: (schema.title ?? schema.description ?? '').endsWith('?') ? (schema.title ?? schema.description!) : '',
        required: required.includes(name) && schema.default === undefined,
        ...(choices ? { choices } : {}),
        ...(schema.format === 'question' ? { mayAsk: true } : {}),
      },
    ]
  })
}

/** What was told, by field, as the input of a tool: figures as numbers, yes and no as such; what was left out stays out. */
export function inputFrom(
  { properties = {} }: Schema,
  told: Readonly<Record<string, string>>,
): Record<string, unknown> {
  const given = Object.entries(told).filter(([name, value]) => name in properties && value !== LEFT_OUT)
  return Object.fromEntries(
    given.map(([name, value]) => {
      const schema = properties[name]!
      if (isNumber(schema)) return [name, Number(value)]
      if (typesOf(schema).includes('boolean')) return [name, value === 'yes']
      return [name, schema.enum?.find((each) => String(each) === value) ?? value]
    }),
  )
}

/** What stands for something that a visitor did not want to tell. */
export const LEFT_OUT = '–'
