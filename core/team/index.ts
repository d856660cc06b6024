/** Work that several agents do after one another: a relay, its legs, what is to be done next, and what was said twice. */
export { inputSchema, legSchema, relaySchema, type Leg, type Relay, type RelayInput } from './schema'
export {
  begun,
  insertsOf,
  itemsOf,
  nextLegs,
  outputOf,
  problemsIn,
  taskFor,
  withLeg,
  type LegResult,
  type LegToDo,
  type RelayRun,
} from './run'
export { cueSchema, inputsFor, takes, timesDoubled, type Cue, type CueEvent, type CueKind } from './cue'
export {
  draftRelay,
  readModelRelay,
  RELAY_DRAFTING_TITLE,
  RELAY_EXAMPLES,
  relayMessages,
  type DraftingAgent,
  type RelayDraft,
} from './draft'
export { nextDue } from './recurrence'
export { withoutRepeats, type Repeated } from './repeats'
