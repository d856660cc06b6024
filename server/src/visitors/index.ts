/** What visitors tell of themselves, by a form or in conversation. */
export { collectedAs, fill, type Filled } from './fields'
export { keepVisitor, visitorIn } from './queries'
export { visitorRoutes } from './routes'
