import type { Way } from '../task'
import { compare } from './compare'
import { limit } from './limit'
import { meaning } from './meaning'
import { plain } from './plain'
import { sum } from './sum'
import { summary } from './summary'
import { table } from './table'

/** The ways of answering, the most particular first; the first that finds something answers. */
export const WAYS: readonly Way[] = [meaning, summary, compare, sum, limit, table, plain]
