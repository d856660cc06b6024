/** What begins relays by itself. */
export { beginDue, takeEvent, talksEnded } from './cues'
export { cueRoutes, keepCues } from './routes'
