/** Agents that work together: who may turn to whom, how a colleague takes a line, and relays that several do in turn. */
export { colleaguesFor, playedColleagues } from './colleagues'
export { relayRoutes } from './relayRoutes'
export { addRun, changeRelay, nextLook, relayById, shownRelays, type RelayRow } from './relays'
export { relayWork } from './runWork'
export { teamRoutes } from './routes'
export { troubleWithColleagues } from './trouble'
