/** Conversations with visitors: found, read, taken along. */
export { conversationById } from './conversations'
export { wants } from './wants'
export { logbookRoutes } from './routes'
