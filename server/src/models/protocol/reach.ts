import { lookup } from 'node:dns/promises'
import ipaddr from 'ipaddr.js'

/**
 * Addresses no service of a designer's has: where clouds tell machines their secrets (link-local), everybody at once, and
 * nobody. Loopback and private networks are allowed, since models of one's own often run there.
 */
const NOBODYS: ReadonlySet<string> = new Set(['linkLocal', 'unspecified', 'multicast', 'broadcast', 'reserved'])

/** Whether an address of a service leads where no service is; one that leads nowhere at all is found out by asking. */
export async function leadsAstray(address: string): Promise<boolean> {
  const host = new URL(address).hostname.replace(/^\[|\]$/g, '')
  const found = ipaddr.isValid(host)
    ? [host]
    : (await lookup(host, { all: true }).catch(() => [])).map(({ address: each }) => each)
  return found.some((each) => NOBODYS.has(ipaddr.process(each).range()))
}
