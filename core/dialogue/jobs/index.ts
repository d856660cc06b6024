/** What the agent does across turns: duties and tools, from the line that begins one to what is undone afterwards. */
export { awaiting, callTools, MOST_ROUNDS, roundMessages, useDetail } from './calls'
export { takeDecision, type Decision } from './decide'
export { answersJob, followDuty } from './follow'
export { isSameHeld } from './held'
export { choicesOf, slotValue, type Slot } from './slots'
