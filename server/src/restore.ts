/** Makes the data folder of a backup: `npm run restore -- <file>`. The server must not be running on it. */
import { BackupProblem, restoreBackup } from './backup'
import { configFrom } from './config'

process.umask(0o077)
const path = process.argv[2]
try {
  if (!path) throw new BackupProblem('Name the backup: npm run restore -- mild-parrot-2026-11-28.tar.gz')
  const config = configFrom(process.env)
  const say = (message: string) => void process.stdout.write(`${message}\n`)
  const { rows, files } = await restoreBackup(path, config, say)
  say(
    `${rows} rows and ${files} originals are in ${config.databaseUrl ? 'the database and ' : ''}${config.dataFolder}.`,
  )
} catch (error) {
  process.stderr.write(`${error instanceof BackupProblem ? error.message : String(error)}\n`)
  process.exitCode = 1
}
