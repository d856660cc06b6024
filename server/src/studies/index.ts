export { studyRoutes } from './routes'
export { studyWork } from './work'
