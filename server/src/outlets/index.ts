/** Where an agent is handed out: pages, bubbles and frames on sites, and an address for programs. */
export { outletRoutes } from './routes'
export { keepErasing } from './keeping'
export { talkRoutes } from './talk'
