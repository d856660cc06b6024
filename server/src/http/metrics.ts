import { count } from 'drizzle-orm'
import type { FastifyInstance } from 'fastify'
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client'
import { jobs } from '../database'
import type { Services } from '../services'

/** How long requests take, in seconds: from a look-up to a long answer of an outside model. */
const SECONDS = [0.005, 0.02, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10, 60]

/**
 * What a watcher of the server reads, in the Prometheus text format: requests by route and status, jobs by kind and state,
 * room on the disk, and the process's own figures. No text of anybody's is in it.
 */
export function measure(app: FastifyInstance, { db, room }: Pick<Services, 'db' | 'room'>): void {
  const registry = new Registry()
  collectDefaultMetrics({ register: registry })
  const requests = new Histogram({
    name: 'http_request_duration_seconds',
    help: 'Requests by method, route and status, and how long they took.',
    labelNames: ['method', 'route', 'status'],
    buckets: SECONDS,
    registers: [registry],
  })
  new Gauge({
    name: 'parrot_disk_free_bytes',
    help: 'Room on the disk that holds the data folder.',
    registers: [registry],
    async collect() {
      await room.look()
      this.set(room.free)
    },
  })
  new Gauge({
    name: 'parrot_jobs',
    help: 'Jobs by kind and state.',
    labelNames: ['kind', 'state'],
    registers: [registry],
    async collect() {
      const rows = await db
        .select({ kind: jobs.kind, state: jobs.state, number: count() })
        .from(jobs)
        .groupBy(jobs.kind, jobs.state)
      this.reset()
      for (const { kind, state, number } of rows) this.set({ kind, state }, number)
    },
  })
  app.addHook('onResponse', async (request, reply) => {
    const route = request.routeOptions.url ?? 'none'
    requests.observe({ method: request.method, route, status: reply.statusCode }, reply.elapsedTime / 1000)
  })
  app.get('/metrics', { schema: { hide: true } }, async (_request, reply) =>
    reply.type(registry.contentType).send(await registry.metrics()),
  )
}
