import { calculator } from '@parrot/core/tools'

/** Tools that every agent has; others come with the brief. */
export const TOOLS = [calculator]
