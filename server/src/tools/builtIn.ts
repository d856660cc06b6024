import { builtIns } from '@parrot/core/tools'

/** What tools that need nothing outside still take here. */
export const HERE = { now: () => new Date(), random: Math.random }
export const BUILT_IN_TOOLS = builtIns(HERE)
