/** Starts the server and stops it on SIGINT and SIGTERM: gracefully, and in any case soon. */
import { configFrom } from './config'
import { openDataFolder } from './dataFolder'

const say = (message: string) => process.stdout.write(`${message}\n`)
const fail = (message: string): never => {
  process.stderr.write(`${message}\n`)
  process.exit(1)
}

/** A database that does not come back must not keep the process. */
const MOST_STOPPING_MS = 9000

try {
  // What is written is this user's alone.
  process.umask(0o077)
  const config = configFrom(process.env)
  // The database opens in its thread while the rest of the server is loaded: a start takes half as long.
  const opening = openDataFolder(config, say, () => fail('Another server took the data folder over. This one stops.'))
  const { buildApp } = await import('./app')
  const app = await buildApp(config, opening)
  say(`Mild Parrot answers at ${await app.listen()}`)
  const visitors = app.visitorsAddress()
  if (visitors) say(`Visitors come in at ${visitors}/talk/…`)
  let isStopping = false
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.on(signal, () => {
      if (isStopping) return
      isStopping = true
      setTimeout(() => fail('The server did not come to its end in time.'), MOST_STOPPING_MS).unref()
      void app.close().then(
        () => process.exit(0),
        () => process.exit(1),
      )
    })
  }
} catch (error) {
  fail(`Mild Parrot could not start. ${error instanceof Error ? error.message : String(error)}`)
}
