/** Where people answer in place of an agent. */
export { keepVisitorsLine, personOf, tellAs } from './conversations'
export { isWithin } from './hours'
export { deskSettingsOf, peopleFor } from './queries'
export { deskRoutes } from './routes'
export { keepWatch } from './watch'
