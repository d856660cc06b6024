/** Starts the simulated outside services: sample website, model endpoint, transcriber, harbour office, calendar and mailbox, all on loopback only. */
import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { portsFrom } from '../scripts/ports.mjs'
import { buildCalendar } from './calendar'
import { buildModelEndpoint } from './models/endpoint'
import { startMailbox } from './mailbox'
import { buildOffice } from './office'
import { buildSite } from './site'
import { buildTranscriber } from './transcriber'

const ports = portsFrom()
const folder = fileURLToPath(new URL('./site', import.meta.url))
const site = buildSite(
  existsSync(folder) ? folder : fileURLToPath(new URL('../stand-ins/site', import.meta.url)),
  `http://127.0.0.1:${ports.server}`,
)
const model = buildModelEndpoint(process.env.STAND_IN_KEY, Number(process.env.PARROT_MODEL_REST ?? 25))

await site.listen({ host: '127.0.0.1', port: ports.site })
await model.listen({ host: '127.0.0.1', port: ports.model })
const transcriber = buildTranscriber()
await transcriber.listen({ host: '127.0.0.1', port: ports.transcriber })
const mailbox = await startMailbox({ smtpPort: ports.smtp, port: ports.mailbox })
const office = buildOffice()
await office.listen({ host: '127.0.0.1', port: ports.office })
const { app: calendar } = buildCalendar()
await calendar.listen({ host: '127.0.0.1', port: ports.calendar })
// Only where it is asked for: members are few who try it.
if (process.env.PARROT_PROVIDER === 'on') {
  const { startProvider, CLIENT } = await import('./provider')
  const back = `http://127.0.0.1:${ports.server}/api/session/provider/callback`
  const { issuer } = await startProvider(ports.provider, [back])
  process.stdout.write(`Sign-in provider at ${issuer}, client “${CLIENT.id}”, secret “${CLIENT.secret}”\n`)
}
process.stdout.write(
  `Stand-ins: sample website at ${site.listeningOrigin}, model endpoint at ${model.listeningOrigin}/v1, transcriber at ${transcriber.listeningOrigin}/transcriptions, harbour office at ${office.listeningOrigin}/openapi.json, calendar at ${calendar.listeningOrigin}/calendars/group-desk/, mailbox at ${mailbox.address} (SMTP on port ${mailbox.smtpPort})\n`,
)
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0))
