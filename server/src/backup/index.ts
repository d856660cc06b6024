/** Everything the server keeps, as one archive, and back; see docs/operations.md. */
export { backupRoutes } from './routes'
export { BackupProblem } from './form'
export { restoreBackup, type Restored } from './restore'
