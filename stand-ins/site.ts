import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import Fastify, { type FastifyInstance } from 'fastify'
import { describedAt, foundOn } from './siteSearch'

/** How the sample website can be built; agents are tried on each, since sites get in each other's way differently. */
export const LAYOUTS = {
  /** A header, a row of links, a column. */
  harbour: '',
  /** The page itself does not scroll: a fixed side and a part that scrolls within, lifted above everything. */
  pilot: '',
  /** Styles that reach into everything, and a policy that allows nothing but its own and the agent's server. */
  ledger: 'strict',
} as const
type Layout = keyof typeof LAYOUTS

const OUTLET = /^(?:bubble|frame)-[a-z0-9-]+$/

/**
 * The sample website: static pages of the made-up ferry line, `/parking` for `parking.html`, and a robots.txt. The same
 * pages stand at `/as/<layout>/parking`, with the script of an outlet of the product at `product` where
 * `?outlet=<slug>` names one.
 */
export function buildSite(folder: string, product = 'http://127.0.0.1:4100'): FastifyInstance {
  const site = Fastify()
  const read = (name: string) => {
    const path = join(folder, name)
    return /^[a-z0-9-]+\.(?:html|css|svg|xml)$/.test(name) && existsSync(path) ? readFileSync(path, 'utf8') : undefined
  }
  site.get('/robots.txt', async (_request, reply) =>
    reply.type('text/plain').send('User-agent: *\nDisallow: /staff\nDisallow: /as\n'),
  )
  site.get('/news.xml', async (_request, reply) => reply.type('application/rss+xml').send(read('news.xml')))
  site.get('/opensearch.xml', async ({ headers }, reply) =>
    reply.type('application/opensearchdescription+xml').send(describedAt(`http://${headers.host}`)),
  )
  site.get<{ Querystring: { q?: string } }>('/search', async ({ query: { q = '' }, headers }, reply) =>
    reply.type('application/rss+xml').send(foundOn(folder, `http://${headers.host}`, q)),
  )
  site.get('/logo.svg', async (_request, reply) => reply.type('image/svg+xml').send(read('logo.svg')))
  for (const layout of Object.keys(LAYOUTS))
    site.get(`/${layout}.css`, async (_request, reply) => reply.type('text/css').send(read(`${layout}.css`)))

  site.get<{ Params: { page?: string; layout?: Layout }; Querystring: { outlet?: string } }>('/:page', show)
  site.get('/', show)
  site.get('/as/:layout', show)
  site.get('/as/:layout/:page', show)

  async function show(
    request: { params: unknown; query: unknown },
    reply: {
      code(status: number): typeof reply
      type(type: string): typeof reply
      header(name: string, value: string): typeof reply
    },
  ): Promise<string> {
    const { page = 'index', layout } = request.params as { page?: string; layout?: Layout }
    const { outlet = '' } = request.query as { outlet?: string }
    const html = read(`${page}.html`)
    if (html === undefined || (layout && !(layout in LAYOUTS))) {
      void reply.code(404).type('text/plain')
      return 'No such page.'
    }
    void reply.type('text/html; charset=utf-8')
    if (layout && LAYOUTS[layout] === 'strict')
      void reply.header(
        'content-security-policy',
        `default-src 'none'; img-src 'self'; style-src 'self'; script-src ${product}; frame-src ${product}`,
      )
    return dressed(html, layout, OUTLET.test(outlet) ? outlet : '', product)
  }
  return site
}

function dressed(html: string, layout: Layout | undefined, outlet: string, product: string): string {
  const head = `<meta name="theme-color" content="#12476b" /><link rel="icon" type="image/svg+xml" href="/logo.svg" /><link rel="stylesheet" href="/${layout ?? 'harbour'}.css" />`
  const script = outlet && `<script src="${product}/bubble/${outlet}.js"></script>`
  // A frame stands where its script stands: at the end of what the page says.
  const end = outlet.startsWith('frame-') ? '</main>' : '</body>'
  return html
    .replace('</title>', `</title>${head}`)
    .replace(end, `${script}${end}`)
    .replace(/href="(\/(?!as\/)[a-z-]*)"/g, (link, to: string) =>
      layout ? `href="/as/${layout}${to === '/' ? '' : to}${outlet && `?outlet=${outlet}`}"` : link,
    )
}
