/** Starts the server and stops it gracefully on SIGINT and SIGTERM. */
import { configFrom } from './config'
import { openDataFolder } from './dataFolder'

const say = (message: string) => process.stdout.write(`${message}\n`)

try {
  const config = configFrom(process.env)
  // The database opens in its thread while the rest of the server is loaded: a start takes half as long.
  const folder = openDataFolder(config, say)
  const { buildApp } = await import('./app')
  const app = await buildApp(config, folder)
  const address = await app.server.listen({ host: config.host, port: config.port })
  say(`Mild Parrot answers at ${address}`)
  let isStopping = false
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.on(signal, () => {
      if (isStopping) return
      isStopping = true
      void app.close().then(
        () => process.exit(0),
        () => process.exit(1),
      )
    })
  }
} catch (error) {
  process.stderr.write(`Mild Parrot could not start. ${error instanceof Error ? error.message : String(error)}\n`)
  process.exit(1)
}
