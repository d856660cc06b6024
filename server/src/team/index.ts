/** Agents that work together: who may turn to whom, and how a colleague takes a line. */
export { colleaguesFor, playedColleagues } from './colleagues'
export { teamRoutes } from './routes'
