import { marlow } from './marlow'
import { pip } from './pip'
import type { SampleAgent } from './sample'

export type { SampleAgent } from './sample'

/** The sample scenario: a made-up ferry line with an agent for passengers and one that trains deckhands. */
export const sampleAgents: readonly SampleAgent[] = [marlow, pip]
