import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import Fastify, { type FastifyInstance } from 'fastify'

/** The sample website: static pages of the made-up ferry line, `/parking` for `parking.html`, and a robots.txt. */
export function buildSite(folder: string): FastifyInstance {
  const site = Fastify()
  site.get('/robots.txt', async (_request, reply) => reply.type('text/plain').send('User-agent: *\nDisallow: /staff\n'))
  site.get('/:page', async (request, reply) => sendPage(reply, folder, (request.params as { page: string }).page))
  site.get('/', async (_request, reply) => sendPage(reply, folder, 'index'))
  return site
}

function sendPage(
  reply: { code(status: number): typeof reply; type(type: string): typeof reply; send(body: unknown): unknown },
  folder: string,
  page: string,
) {
  const path = join(folder, `${page}.html`)
  if (!/^[a-z0-9-]+$/.test(page) || !existsSync(path)) return reply.code(404).type('text/plain').send('No such page.')
  return reply.type('text/html; charset=utf-8').send(readFileSync(path))
}
