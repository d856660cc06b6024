/** What finished conversations tell, of questions that the designer asks of them. */
export { keepEnding } from './ended'
export { answersOf, debriefOf } from './queries'
export { debriefRoutes } from './routes'
export { debriefWork } from './work'
