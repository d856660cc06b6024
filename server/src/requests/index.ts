/** What agents ask of the people behind them: a yes, a call-back, an answer. */
export {
  addRequests,
  approvalOf,
  isAwaited,
  tellTeam,
  valuesOf,
  waitingRequests,
  withdrawHeld,
  withdrawRequest,
  type NewRequest,
} from './queries'
export { decided } from './decide'
export { requestRoutes } from './routes'
