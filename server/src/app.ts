import { join } from 'node:path'
import cookie from '@fastify/cookie'
import helmet from '@fastify/helmet'
import multipart from '@fastify/multipart'
import staticFiles from '@fastify/static'
import swagger from '@fastify/swagger'
import Fastify, { type FastifyInstance } from 'fastify'
import {
  jsonSchemaTransform,
  serializerCompiler,
  validatorCompiler,
  type ZodTypeProvider,
} from 'fastify-type-provider-zod'
import { healthSchema } from '@parrot/contract'
import { agentRoutes } from './agents/routes'
import { draftRoutes } from './agents/draftRoutes'
import { faceRoutes } from './agents/faceRoutes'
import { ruleSetRoutes } from './agents/ruleSetRoutes'
import { backupRoutes } from './backup'
import { Bus } from './bus'
import type { Config } from './config'
import { openDataFolder, type DataFolder } from './dataFolder'
import { keepStatistics, openDatabase, openWire } from './database'
import { cueRoutes, keepCues } from './cues'
import { debriefRoutes, debriefWork, keepEnding } from './debrief'
import { deliveryRoutes, sendWork } from './delivery'
import { deskRoutes, keepWatch } from './desk'
import { embedWork, giveUpEmbedding, LibrarySearch, thenEmbed, embedderRoutes } from './embedding'
import { FileStore } from './files'
import { folderRoutes } from './folder/routes'
import { guardDoors, visitorsDoor } from './http/guard'
import { isLoopback } from './http/loopback'
import { health } from './http/health'
import { measure } from './http/metrics'
import { answerProblems } from './http/problems'
import { guardRoom, Room } from './http/room'
import { Jobs, type Works } from './jobs'
import { jobRoutes } from './jobs/routes'
import { waitingForWork } from './jobs/waiting'
import { guardMembers, memberRoutes, Membership } from './members'
import { noteRoutes, noteWork } from './notes'
import { logbookRoutes } from './logbook'
import { LibraryCache } from './library/cache'
import { careRoutes } from './library/careRoutes'
import { findingRoutes } from './library/findingRoutes'
import { originalRoutes } from './library/originalRoutes'
import { giveUpReading, readWork } from './library/readJob'
import { versionsKept } from './library/queries'
import { waitAgain } from './library/versions'
import { keepRefreshing } from './library/refresh'
import { sweepSnapshots } from './library/snapshots'
import { endSurvey, surveyWork } from './library/survey'
import { surveyRoutes } from './library/surveyRoutes'
import { ReadPool } from './library/readPool'
import { questionSetRoutes } from './library/questionSetRoutes'
import { libraryRoutes, MOST_FILE_BYTES } from './library/routes'
import { assetFolder } from './places'
import { PlayPool } from './playing'
import { rehearseWork } from './rehearsals/job'
import { rehearsalRoutes } from './rehearsals/routes'
import { releaseRoutes } from './release/routes'
import { requestRoutes } from './requests'
import { relayRoutes, relayWork, teamRoutes } from './team'
import { toolRoutes, keepReminding } from './tools'
import { keepErasing, outletRoutes, talkRoutes } from './outlets'
import type { Services } from './services'
import { settingsRoutes } from './settings/routes'
import { Seal } from './settings/seal'
import { studyRoutes, studyWork } from './studies'
import { RememberedTurns } from './turns/remembered'
import { turnRoutes } from './turns/routes'
import { visitorRoutes } from './visitors'

export const VERSION = '0.1.0'

const MOST_BODY_BYTES = 8 * 1024 * 1024

/** A server that is ready to listen, and its end. */
export interface App {
  readonly server: FastifyInstance
  readonly services: Services
  /** Opens the designers' door, and the visitors' where one is set; gives the address of the first. */
  listen(): Promise<string>
  /** Where visitors come in, once it is open; undefined where they have no door of their own. */
  visitorsAddress(): string | undefined
  close(): Promise<void>
}

/** Builds the server on its data folder; the folder may have been opened before, since its database takes a while. */
export async function buildApp(
  config: Config,
  opening: DataFolder | Promise<DataFolder> = openDataFolder(config),
): Promise<App> {
  const folder = await opening
  const server = Fastify({
    logger: { level: config.logLevel, redact: ['req.headers.authorization', 'req.headers.cookie'] },
    bodyLimit: MOST_BODY_BYTES,
    forceCloseConnections: true,
    trustProxy: config.trustedProxies.length > 0 ? [...config.trustedProxies] : false,
  }).withTypeProvider<ZodTypeProvider>()
  try {
    const database = await openDatabase(folder.database)
    const { db } = database
    const files = new FileStore(join(config.dataFolder, 'files'))
    const bus = new Bus()
    const room = new Room(config.dataFolder, config.reserve)
    await room.look()
    const pool = new ReadPool()
    const players = new PlayPool()
    const library = new LibraryCache(db, pool, join(config.dataFolder, 'indexes'))
    const seal = new Seal(config.dataFolder)
    const search = new LibrarySearch(db, seal, pool, library, server.log)
    const means = { config, db, files, bus, pool, library, room }
    const jobs: Jobs = new Jobs(
      db,
      server.log,
      {
        read: {
          work: thenEmbed(db, readWork(means), (id) => jobs.add('embed', id)),
          giveUp: giveUpReading(means),
          reopen: (id) => waitAgain(db, id),
        },
        embed: { work: embedWork({ db, seal }), giveUp: (id, reason) => giveUpEmbedding(db, id, reason) },
        survey: { work: surveyWork(means), giveUp: (id, reason) => endSurvey(db, id, reason) },
        rehearse: later(() => rehearseWork(services)),
        note: later(() => noteWork(services)),
        study: later(() => studyWork(services)),
        send: sendWork({ db, seal, config, bus }),
        debrief: later(() => debriefWork(services)),
        relay: later(() => relayWork(services)),
      },
      () => room.look(),
      () => bus.tellJobs(),
    )
    const services: Services = {
      config,
      db,
      databaseKind: database.kind,
      files,
      seal,
      bus,
      jobs,
      pool,
      library,
      search,
      players,
      remembered: new RememberedTurns(),
      room,
      log: server.log,
    }
    const membership = new Membership(db)
    await addRoutes(server, services, membership)
    files.sweep()
    sweepSnapshots(join(config.dataFolder, 'indexes'), await versionsKept(db))
    const wire =
      typeof folder.database === 'string'
        ? await openWire(
            folder.database,
            (message) => (message.kind === 'jobs' ? jobs.wake() : bus.hear(message)),
            () => {
              bus.hearAll()
              jobs.wake()
            },
          )
        : undefined
    if (wire) bus.connect(wire)
    await jobs.start(await waitingForWork(db), wire === undefined)
    const stops = [keepRefreshing, keepWatch, keepEnding, keepErasing, keepCues, keepReminding].map((keep) =>
      keep(services),
    )
    if (database.kind === 'embedded') stops.push(keepStatistics(db, (error) => server.log.warn(error)))
    const door = config.visitors && visitorsDoor(server)
    return {
      server,
      services,
      listen: async () => {
        if (!isLoopback(config.host) && !(await membership.hasMembers())) throw new Error(noMembers(config.host))
        const address = await server.listen({ host: config.host, port: config.port })
        if (door)
          await new Promise<void>((resolve, reject) => door.once('error', reject).listen(config.visitors, resolve))
        return address
      },
      visitorsAddress: () => {
        const at = door?.address()
        return at && typeof at === 'object' ? `http://${config.visitors!.host}:${at.port}` : undefined
      },
      close: async () => {
        for (const stop of stops) stop()
        room.close()
        door?.closeAllConnections()
        door?.close()
        await server.close()
        await jobs.stop()
        await pool.close()
        await players.close()
        await wire?.close()
        await database.close()
        await folder.unlock()
      },
    }
  } catch (error) {
    await folder.unlock()
    throw error
  }
}

/** Work that needs all services, which the queue is one of. */
const later = (works: () => Works): Works => ({
  work: (...given) => works().work(...given),
  giveUp: (...given) => works().giveUp(...given),
})

const noMembers = (host: string): string =>
  `PARROT_HOST is “${host}”, and nobody signs in yet: whoever reaches that address could read and change every agent. Start it without PARROT_HOST, make the first member (under Settings, or with “npx parrot invite <e-mail>”), then start it like this again. To let visitors alone in, set PARROT_VISITOR_HOST=${host} and PARROT_VISITOR_PORT.`

async function addRoutes(server: FastifyInstance, services: Services, membership: Membership): Promise<void> {
  server.setValidatorCompiler(validatorCompiler)
  server.setSerializerCompiler(serializerCompiler)
  answerProblems(server)
  guardDoors(server, services.config.publicHosts, () => membership.hasMembers())
  await server.register(cookie)
  guardMembers(server, services.db, membership)
  guardRoom(server, services.room)
  measure(server, services)
  await server.register(helmet, {
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'"],
        // Element Plus places its pop-ups by style attributes.
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:'],
        // What was recorded a moment ago is listened to before it is sent.
        mediaSrc: ["'self'", 'blob:'],
        objectSrc: ["'none'"],
        frameAncestors: ["'self'"],
        upgradeInsecureRequests: null,
      },
    },
    strictTransportSecurity: false,
  })
  await server.register(multipart, {
    // Beyond the limit the route itself stops reading, so that it can say which file it was.
    limits: { fileSize: MOST_FILE_BYTES + 1, files: 1, fields: 10 },
    throwFileSizeLimit: false,
  })
  await server.register(swagger, {
    openapi: { info: { title: 'Mild Parrot', version: VERSION } },
    transform: jsonSchemaTransform,
  })
  const widget = assetFolder('./widget', '../../widget/dist')
  await server.register(async (app) => {
    app.get(
      '/api/health',
      { schema: { response: { 200: healthSchema, 503: healthSchema } } },
      async (_request, reply) => {
        const told = await health(services, VERSION)
        return reply.code(told.status === 'failing' ? 503 : 200).send(told)
      },
    )
    app.get('/api/openapi.json', { schema: { hide: true } }, async () => server.swagger())
  })
  await server.register(agentRoutes(services))
  await server.register(folderRoutes(services))
  await server.register(draftRoutes(services))
  await server.register(faceRoutes(services))
  await server.register(ruleSetRoutes(services))
  await server.register(libraryRoutes(services))
  await server.register(careRoutes(services))
  await server.register(originalRoutes(services))
  await server.register(findingRoutes(services))
  await server.register(surveyRoutes(services))
  await server.register(questionSetRoutes(services))
  await server.register(turnRoutes(services))
  await server.register(logbookRoutes(services))
  await server.register(rehearsalRoutes(services))
  await server.register(noteRoutes(services))
  await server.register(studyRoutes(services))
  await server.register(releaseRoutes(services))
  await server.register(settingsRoutes(services))
  await server.register(jobRoutes(services))
  await server.register(memberRoutes(services, membership))
  await server.register(backupRoutes(services, VERSION))
  await server.register(embedderRoutes(services))
  await server.register(debriefRoutes(services))
  await server.register(deliveryRoutes(services))
  await server.register(deskRoutes(services))
  await server.register(requestRoutes(services))
  await server.register(visitorRoutes(services))
  await server.register(outletRoutes(services))
  await server.register(toolRoutes(services))
  await server.register(teamRoutes(services))
  await server.register(relayRoutes(services))
  await server.register(cueRoutes(services))
  await server.register(talkRoutes(services, widget))
  if (widget) await server.register(staticFiles, { root: widget, prefix: '/widget/', decorateReply: false })
  await serveWeb(server, assetFolder('./web', '../../web/dist'))
}

/** The designer's application: its files, and its page for every other address outside the API. */
async function serveWeb(server: FastifyInstance, folder: string | undefined): Promise<void> {
  if (!folder) return
  await server.register(staticFiles, { root: folder, wildcard: false, maxAge: '1h', immutable: false })
  server.get('/*', { schema: { hide: true } }, async (request, reply) => {
    if (/^\/(?:api|widget|assets)\//.test(request.url)) return reply.callNotFound()
    return reply
      .type('text/html; charset=utf-8')
      .header('cache-control', 'no-cache')
      .sendFile('index.html', { maxAge: 0 })
  })
}
