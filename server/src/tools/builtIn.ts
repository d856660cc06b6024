import { calculator, today, type Tool } from '@parrot/core/tools'

/** Tools that need nothing outside. Every agent has the calculator; the others are used where a brief names them. */
export const BUILT_IN_TOOLS: readonly Tool[] = [calculator, today(() => new Date())]
export const EVERYBODYS: readonly Tool[] = [calculator]
