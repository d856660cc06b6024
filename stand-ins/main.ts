/** Starts the simulated outside services: sample website, model endpoint, transcriber, harbour office, calendar and mailbox, all on loopback only. */
import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { buildCalendar } from './calendar'
import { buildModelEndpoint } from './models/endpoint'
import { startMailbox } from './mailbox'
import { buildOffice } from './office'
import { buildSite } from './site'
import { buildTranscriber } from './transcriber'

const folder = fileURLToPath(new URL('./site', import.meta.url))
const site = buildSite(
  existsSync(folder) ? folder : fileURLToPath(new URL('../stand-ins/site', import.meta.url)),
  `http://127.0.0.1:${process.env.PORT ?? 4100}`,
)
const model = buildModelEndpoint(process.env.STAND_IN_KEY, Number(process.env.PARROT_MODEL_REST ?? 25))

await site.listen({ host: '127.0.0.1', port: Number(process.env.PARROT_SITE_PORT ?? 4101) })
await model.listen({ host: '127.0.0.1', port: Number(process.env.PARROT_MODEL_PORT ?? 4102) })
const transcriber = buildTranscriber()
await transcriber.listen({ host: '127.0.0.1', port: Number(process.env.PARROT_TRANSCRIBER_PORT ?? 4103) })
const mailbox = await startMailbox({
  smtpPort: Number(process.env.PARROT_SMTP_PORT ?? 4125),
  port: Number(process.env.PARROT_MAILBOX_PORT ?? 4104),
})
const office = buildOffice()
await office.listen({ host: '127.0.0.1', port: Number(process.env.PARROT_OFFICE_PORT ?? 4106) })
const { app: calendar } = buildCalendar()
await calendar.listen({ host: '127.0.0.1', port: Number(process.env.PARROT_CALENDAR_PORT ?? 4107) })
// Only where it is asked for: members are few who try it.
const providerPort = process.env.PARROT_PROVIDER_PORT
if (providerPort) {
  const { startProvider, CLIENT } = await import('./provider')
  const back = `http://127.0.0.1:${process.env.PORT ?? 4100}/api/session/provider/callback`
  const { issuer } = await startProvider(Number(providerPort), [back])
  process.stdout.write(`Sign-in provider at ${issuer}, client “${CLIENT.id}”, secret “${CLIENT.secret}”\n`)
}
process.stdout.write(
  `Stand-ins: sample website at ${site.listeningOrigin}, model endpoint at ${model.listeningOrigin}/v1, transcriber at ${transcriber.listeningOrigin}/transcriptions, harbour office at ${office.listeningOrigin}/openapi.json, calendar at ${calendar.listeningOrigin}/calendars/group-desk/, mailbox at ${mailbox.address} (SMTP on port ${mailbox.smtpPort})\n`,
)
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0))
