import type { Finding, Solver, Task } from '../task'
import { asAsked } from './asAsked'
import { forTheAge } from './byAge'
import { inItsRange } from './byRange'
import { sideBySide } from './compare'
import { mostOrLeast } from './extreme'
import { asFact } from './fact'
import { againstLimit } from './limit'
import { wholeList } from './list'
import { whyOrNot } from './premise'
import { inCase } from './inCase'
import { savingOf } from './saving'
import { openThen } from './openThen'
import { recommend } from './recommend'
import { asModelled } from './modelAnswer'
import { inPoints } from './summary'
import { shareOfPrice } from './share'
import { workOutSum } from './sum'
import { fromTable } from './table'
import { heldToEdition } from './version'
import { yesOrNo } from './yesNo'

/** The ways of answering, the most particular first; the first that finds something answers. */
const SOLVERS: readonly Solver[] = [
  inCase,
  inPoints,
  sideBySide,
  forTheAge,
  inItsRange,
  recommend,
  savingOf,
  mostOrLeast,
  shareOfPrice,
  workOutSum,
  heldToEdition,
  openThen,
  againstLimit,
  asModelled,
  whyOrNot,
  wholeList,
  asAsked,
  yesOrNo,
  fromTable,
  asFact,
]

/** Finds the answer to one question; undefined when the evidence holds none. */
export function solve(task: Task): Finding | undefined {
  for (const solver of SOLVERS) {
    const finding = solver(task)
    if (finding) return finding
  }
  return undefined
}
