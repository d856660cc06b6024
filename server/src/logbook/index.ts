/** Conversations with visitors: found, read, taken along. */
export { conversationById } from './conversations'
export { logbookRoutes } from './routes'
