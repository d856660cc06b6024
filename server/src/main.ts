/** Starts the server and stops it gracefully on SIGINT and SIGTERM. */
import { buildApp } from './app'
import { configFrom } from './config'

const say = (message: string) => process.stdout.write(`${message}\n`)

try {
  const config = configFrom(process.env)
  const app = await buildApp(config, say)
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
