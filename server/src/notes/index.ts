export { noteRoutes } from './routes'
export { noteWork } from './work'
