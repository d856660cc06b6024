import { calculator, pick, today, type Tool } from '@parrot/core/tools'

/** Tools that need nothing outside. Every agent has the calculator; the others are used where a brief names them. */
export const BUILT_IN_TOOLS: readonly Tool[] = [calculator, today(() => new Date()), pick(Math.random)]
export const EVERYBODYS: readonly Tool[] = [calculator]
/** The same where scripts are played: chance would let them pass today and fail tomorrow. */
export const BUILT_IN_REHEARSED: readonly Tool[] = BUILT_IN_TOOLS.map((tool) =>
  tool.name === 'pick' ? pick(() => 0) : tool,
)
