import type { FastifyReply } from 'fastify'
import type { OutletRow } from './queries'

/** Lets a page stand within these sites, and no other; this server's own pages may show it as a preview. */
export function embedded(reply: FastifyReply, domains: readonly string[]): void {
  const ancestors = ["'self'", ...domains.flatMap((domain) => [`https://${domain}`, `http://${domain}`])].join(' ')
  const policy = String(reply.getHeader('content-security-policy') ?? '')
  reply.header('content-security-policy', policy.replace(/frame-ancestors [^;]*/, `frame-ancestors ${ancestors}`))
  reply.removeHeader('x-frame-options')
}

/** The script of an outlet: what a site needs to know stands in it, so that nothing more is asked for until it is opened. */
export function bubbleScript(script: string, { slug, kind, name, look }: OutletRow): string {
  const { accent, corner, side, callAfter, greeting, title, font } = look
  const settings = { slug, kind, title: title || name, accent, corner, side, font, callAfter, greeting }
  // "<" would end a script that stands within a page, and old engines take these two for line ends.
  const text = JSON.stringify(settings).replace(
    /[<\u2028\u2029]/g,
    (sign) => `\\u${sign.charCodeAt(0).toString(16).padStart(4, '0')}`,
  )
  return `((settings)=>{${script}})(${text});`
}
