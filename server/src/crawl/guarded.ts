import { lookup } from 'node:dns'
import { Agent } from 'undici'
import ipaddr from 'ipaddr.js'

const CONNECT_MS = 20_000

/** Whether an address is one of the public internet: not private, loopback, link-local or otherwise reserved. */
export function isPublicAddress(address: string): boolean {
  if (!ipaddr.isValid(address)) return false
  return ipaddr.process(address).range() === 'unicast'
}

/** A name led to an address that is not public. */
export class PrivateAddress extends Error {}

/**
 * Connects only to addresses that are public or whose host was allowed. The check stands inside the look-up that the
 * connection itself uses, so a name that resolves differently the second time gains nothing.
 */
export function guardedAgent(isAllowed: boolean): Agent {
  return new Agent({
    connect: {
      timeout: CONNECT_MS,
      lookup: (hostname, options, callback) =>
        lookup(hostname, { ...options, all: true }, (error, found) => {
          if (error) return callback(error, [] as never, 0)
          const blocked = isAllowed ? undefined : found.find(({ address }) => !isPublicAddress(address))
          if (blocked) return callback(new PrivateAddress(blocked.address), [] as never, 0)
          if (options.all) return callback(null, found as never)
          return callback(null, found[0]!.address as never, found[0]!.family)
        }),
    },
  })
}

/** Whether the designer allowed a host, with its port or as a whole, private as it may be. */
export const isHostAllowed = ({ host, hostname }: URL, allowedHosts: readonly string[]): boolean =>
  allowedHosts.includes(host) || allowedHosts.includes(hostname)

/** What is said of a host that is private and was not allowed. */
export const privateHostWords = ({ host }: URL): string =>
  `“${host}” is on a private network. Allow it under Settings if it is yours.`

/** Whether an address names a private host by its number; such a one never passes the look-up. */
export function isPrivate(url: URL): boolean {
  const host = url.hostname.replace(/^\[|\]$/g, '')
  return ipaddr.isValid(host) && !isPublicAddress(host)
}
